import { describe, expect, test } from '@jest/globals';
import { MOST_PHOTO_BYTES, TOO_LARGE } from '#contracts/photos.ts';
import { checkForm, deviceForm, nextStepForm, startBatchForm } from './bench.ts';
import { recipeForm } from './recipes.ts';

const key = '2b9d1a52-6d4f-4a5e-9a6e-0d8f3f0a6c11';
const errors = (read: { success: boolean; error?: { issues: readonly { path: PropertyKey[]; message: string }[] } }) =>
  Object.fromEntries((read.error?.issues ?? []).map(({ path, message }) => [path.join('.'), message]));

describe('a method at the bench', () => {
  const start = (method: string) => startBatchForm.safeParse({ key, brought: 'whole fruit', method, vessel: 'Jar 3', celsius: 18 });

  test('is a known one or a recipe by its number; anything else is refused', () => {
    expect(start('soda').data?.method).toBe('soda');
    expect(start('recipe 12').data?.method).toBe('recipe 12');
    for (const wrong of ['recipe', 'recipe -1', 'recipe 1; drop', 'boil']) expect(errors(start(wrong))).toHaveProperty('method');
  });

  test('goes on to a step of a method, at its place', () => {
    const next = (to: string) => nextStepForm.safeParse({ key, turn: 1, to, celsius: 18, vessel: 'Tray B' });
    expect(next('recipe 4|rinse|2').data).toMatchObject({ method: 'recipe 4', step: 'rinse', place: 2 });
    for (const wrong of ['soda|boil|1', 'soda|rinse|x', 'rinse', '']) expect(next(wrong).success).toBe(false);
  });
});

describe('a moment that was', () => {
  const look = (when: unknown) => checkForm.safeParse({ key, turn: 1, seen: 'Mould cap', when });

  test('is now when left empty, else read as people write it', () => {
    expect(look(undefined).data?.when).toBeUndefined();
    for (const empty of ['', '  ']) expect(look(empty).data?.when).toBeNull();
    expect(look('6 h ago').data?.when).toEqual({ kind: 'ago', milliseconds: 6 * 3_600_000 });
  });

  test('that cannot be read, or does not exist, is refused beside its field', () => {
    expect(errors(look('when the moon was full'))).toEqual({ when: 'when: unreadable' });
    expect(errors(look('31 Nov 25:00'))).toEqual({ when: 'when: impossible' });
    expect(look('x'.repeat(41)).success).toBe(false);
  });
});

describe('a look with a photo', () => {
  const look = (photo: unknown) => checkForm.safeParse({ key, turn: 1, seen: 'Mould cap', photo });

  test('may be without one, as an empty file field is', () => {
    expect(look(undefined).data?.photo).toBeNull();
    expect(look(new File([], '')).data?.photo).toBeNull();
    expect(look(new File(['x'], 'cap.jpg')).data?.photo).toBeInstanceOf(File);
  });

  test('that is too large is refused beside its field, read or unread', () => {
    const huge = new File([new Uint8Array(MOST_PHOTO_BYTES + 1)], 'huge.jpg');
    for (const photo of [huge, TOO_LARGE]) expect(errors(look(photo))['photo']).toBe('photo: too large');
  });
});

describe('a recipe as written', () => {
  const recipe = (rows: Record<string, string>) =>
    recipeForm.safeParse({ key, name: 'Short soda', extraction: 'wet', why: 'Trials', ...rows });

  test('keeps its rows in order and passes empty ones over', () => {
    expect(recipe({ 'step-1': 'scoop', 'step-3': 'soda', 'hours-3': '2, 4, 8', 'step-5': 'dry' }).data?.steps).toEqual([
      { step: 'scoop', hours: null },
      { step: 'soda', hours: { earliest: 2, usual: 4, latest: 8 } },
      { step: 'dry', hours: null },
    ]);
  });

  test.each(['2, 4', 'soon', '-1 2 3', '1 2 99999'])('hours like %s are asked for again', (text) =>
    expect(errors(recipe({ 'step-1': 'soda', 'hours-1': text }))).toHaveProperty('hours-1'),
  );
});

test('a stand-in is worked by what the hand can do, and no more', () => {
  expect(deviceForm.safeParse({ intent: 'put', device: 'scale', weight: '642.3 g' }).data).toMatchObject({
    weight: { milligrams: 642_300 },
  });
  expect(deviceForm.safeParse({ intent: 'put', device: 'scale', weight: '7 kg' }).success).toBe(false);
  expect(deviceForm.safeParse({ intent: 'plug', device: 'kettle', to: 'on' }).success).toBe(false);
  expect(deviceForm.safeParse({ intent: 'air', device: 'jar', humidity: '31', celsius: 18 }).data).toMatchObject({ humidity: 0.31 });
});
