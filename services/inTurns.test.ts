import { expect, test } from '@jest/globals';
import { mapInTurns } from './inTurns.server.ts';

/** Maps twenty items on a clock by which each takes so many milliseconds. @returns what came of it, and how many other turns there were in between */
async function mapped(each: number) {
  let [clock, turns, isDone] = [0, 0, false];
  const other = () => {
    if (isDone) return;
    turns += 1;
    setImmediate(other);
  };
  setImmediate(other);
  const work = (item: number) => {
    clock += each;
    return item * 2;
  };
  const results = await mapInTurns(
    Array.from({ length: 20 }, (_, index) => index),
    work,
    () => clock,
  );
  isDone = true;
  return { results, turns };
}

test('while many items are mapped, others get their turn every few milliseconds', async () => {
  const doubled = Array.from({ length: 20 }, (_, index) => index * 2);
  expect(await mapped(0.1)).toEqual({ results: doubled, turns: 0 });
  const { results, turns } = await mapped(5);
  expect(results).toEqual(doubled);
  expect(turns).toBeGreaterThanOrEqual(9);
});
