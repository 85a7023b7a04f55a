import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { nameOfRecipe, type RecipeStep } from '#core/bench/methods.ts';
import { CAUTIONS } from '#core/bench/steps.ts';
import { findBatch } from '#data/bench/batches.ts';
import { readHouse } from '#data/house/house.ts';
import { acknowledgeCautions } from '#services/bench/cautions.server.ts';
import { clockOfBatch, nextStep } from '#services/bench/moveOn.server.ts';
import { addRecipe, retireRecipe } from '#services/bench/recipes.server.ts';
import { startBatch } from '#services/bench/startBatch.server.ts';
import { acting } from '#services/command.server.ts';
import { NOW, preparedLibrary, takeIn, type Library, TODAY } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const STEPS: readonly RecipeStep[] = [
  { step: 'scoop', hours: null },
  { step: 'soda', hours: { earliest: 2, usual: 4, latest: 8 } },
  { step: 'rinse', hours: null },
  { step: 'dry', hours: null },
];
const write = (name: string, steps = STEPS) =>
  addRecipe(acting(library.db, library.coordinator, TODAY), {
    key: randomUUID(),
    name,
    extraction: 'wet with a gel coat',
    steps,
    why: 'Three trials',
  });
const start = async (method: `recipe ${number}`) =>
  startBatch(acting(library.db, library.helper, NOW), {
    key: randomUUID(),
    code: await takeIn(library, { crop: 'tomato', variety: 'Ash Pan', form: 'whole fruit', amount: '9 fruits' }),
    brought: 'whole fruit',
    method,
    vessel: randomUUID(),
    celsius: 20,
    humidity: null,
    fruits: null,
    weightIn: null,
  });

describe('a recipe of the house', () => {
  test('is followed at the bench, by its own hours', async () => {
    const written = await write('Short soda');
    if (!written.ok) throw new Error(written.problem.kind);
    const method = nameOfRecipe(written.answer.id) as `recipe ${number}`;
    const begun = await start(method);
    if (!begun.ok) throw new Error(begun.problem.code);
    const { batchId } = begun.answer;
    const batch = async () => (await findBatch(library.db, batchId))!;
    expect(await batch()).toMatchObject({ step: 'scoop', method });
    await acknowledgeCautions(acting(library.db, library.helper, TODAY), {
      key: randomUUID(),
      batchId,
      cautions: [...CAUTIONS],
    });
    const { turn, place, vessel } = await batch();
    const moved = await nextStep(acting(library.db, library.helper, NOW), {
      key: randomUUID(),
      batchId,
      turn,
      method,
      step: 'soda',
      place: place + 1,
      celsius: 20,
      vessel,
      cleared: true,
      early: false,
    });
    expect(moved.ok).toBe(true);
    const clock = clockOfBatch(await batch(), NOW, (await readHouse(library.db))!)!;
    expect((clock.latest - clock.since) / 3_600_000).toBe(8);
  });

  test('has a name that no other bears, until it is retired; then it is offered no more, and its batches go on', async () => {
    const first = await write('Cold soak');
    if (!first.ok) throw new Error(first.problem.kind);
    expect(await write('cold Soak')).toEqual({ ok: false, problem: { kind: 'name taken' } });
    const method = nameOfRecipe(first.answer.id) as `recipe ${number}`;
    const begun = await start(method);
    for (let times = 0; times < 2; times += 1)
      expect((await retireRecipe(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), id: first.answer.id })).ok).toBe(
        true,
      );
    expect(await start(method)).toEqual({ ok: false, problem: { code: 'method does not fit' } });
    expect(begun.ok && (await findBatch(library.db, begun.answer.batchId))!.method).toBe(method);
    expect((await write('Cold soak')).ok).toBe(true);
  });

  test('that leaves seed wet is refused, and a batch cannot begin by a recipe that is not there', async () => {
    expect(await write('Wet', STEPS.slice(0, 2))).toEqual({ ok: false, problem: { kind: 'does not end dry', at: 1 } });
    expect(await start('recipe 99999')).toEqual({ ok: false, problem: { code: 'method does not fit' } });
    expect(await retireRecipe(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), id: 99_999 })).toEqual({
      ok: false,
      problem: { kind: 'no such recipe' },
    });
  });
});
