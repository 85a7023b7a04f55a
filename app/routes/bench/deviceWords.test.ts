import { expect, test } from '@jest/globals';
import { airAnswer, weightAnswer } from './deviceWords.ts';

test('a weight at rest fills the field as people write it, with the scale’s own fineness', () => {
  expect(weightAnswer({ kind: 'steady', milligrams: 642_300, error: 100 })).toEqual({ ok: true, weight: '642.3 g', scale: '0.1 g' });
  expect(weightAnswer({ kind: 'steady', milligrams: 642_000, error: 1000 })).toMatchObject({ scale: '1 g' });
});

test('a scale that is of no use says why, and that the weight can be typed', () => {
  const words = (answer: ReturnType<typeof weightAnswer>) => (answer.ok ? '' : answer.words);
  expect(words(weightAnswer({ kind: 'moving', low: 638_000, high: 645_000 }))).toMatch('638 g to 645 g');
  expect(words(weightAnswer({ kind: 'not there' }))).toMatch('plugged in');
  expect(words(weightAnswer({ kind: 'not understood', line: 'HELLO' }))).toMatch('Type the weight');
  expect(words(weightAnswer({ kind: 'nothing on it' }))).toMatch('Nothing is on the scale');
});

test('air fills in humidity and warmth, or says which hygrometer keeps silent', () => {
  expect(airAnswer({ kind: 'read', humidity: 0.415, celsius: 18.24 }, 'The room’s logger')).toEqual({
    ok: true,
    humidity: '41.5',
    celsius: '18.2',
  });
  const silent = airAnswer({ kind: 'not there' }, 'The room’s logger');
  expect(!silent.ok && silent.words).toMatch('The room’s logger does not answer');
});
