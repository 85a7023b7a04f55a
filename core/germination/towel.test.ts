import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { nextCountDay, usualCheckDays } from './checkDays.ts';
import { countStates, lookedAt, nextWaiting, relaid, SEED_STATES, sproutedByDay, towelNow, type SeedMark } from './towel.ts';

const DAY = '2026-11-01';
const mark = (seed: number, state: SeedMark['state'], on = DAY, replicate = 1): SeedMark => ({ replicate, seed, state, on });
const marks = fc.array(
  fc.record({
    replicate: fc.integer({ min: 1, max: 2 }),
    seed: fc.integer({ min: 1, max: 12 }),
    state: fc.constantFrom(...SEED_STATES),
    on: fc.constant(DAY),
  }),
);

describe('the towel', () => {
  test('a later sighting of a seed corrects the earlier one', () => {
    const towel = towelNow([3], [mark(2, 'sprouted'), mark(3, 'dead'), mark(2, 'waiting', '2026-11-02')]);
    expect(towel.map(({ seed, state, on }) => [seed, state, on])).toEqual([
      [1, 'waiting', null],
      [2, 'waiting', null],
      [3, 'dead', DAY],
    ]);
    expect(countStates(towel)).toMatchObject({ waiting: 2, sprouted: 0, dead: 1 });
    expect(nextWaiting(towel, 1, 5).map(({ seed }) => seed)).toEqual([1, 2]);
  });

  test('every seed laid is in one state, whatever was marked', () => {
    fc.assert(
      fc.property(marks, (seen) => {
        const counts = countStates(towelNow([12, 12], seen));
        expect(Object.values(counts).reduce((sum, count) => sum + count, 0)).toBe(24);
      }),
    );
  });

  test('a seed that was not laid cannot sprout, nor one of a replicate that is none', () => {
    expect(() => towelNow([10], [mark(11, 'sprouted')])).toThrow(RangeError);
    expect(() => towelNow([10], [mark(1, 'sprouted', DAY, 2)])).toThrow(RangeError);
  });

  test('replicates are marked apart, and may be of different size', () => {
    const towel = towelNow([2, 3], [mark(1, 'sprouted', DAY, 2), mark(3, 'hard', DAY, 2)]);
    expect(towel.map(({ replicate, seed, state }) => `${replicate}.${seed} ${state}`)).toEqual([
      '1.1 waiting',
      '1.2 waiting',
      '2.1 sprouted',
      '2.2 waiting',
      '2.3 hard',
    ]);
    expect(nextWaiting(towel, 2, 2)).toEqual([{ replicate: 2, seed: 2 }]);
  });

  test('a look marks seeds by place and the next waiting ones by number, and refuses more than wait', () => {
    const towel = towelNow([4], []);
    const none = { sprouted: 0, abnormal: 0, hard: 0, fresh: 0, dead: 0 };
    const look = { marks: [{ replicate: 1, seed: 2, state: 'dead' as const }], replicate: 1 };
    const done = lookedAt(towel, { ...look, more: { ...none, sprouted: 2, hard: 1 } }, DAY);
    expect(done.ok && done.towel.map(({ state }) => state)).toEqual(['sprouted', 'dead', 'sprouted', 'hard']);
    expect(done.ok && done.marks).toHaveLength(4);
    expect(lookedAt(towel, { ...look, more: { ...none, sprouted: 4 } }, DAY)).toEqual({ ok: false, waiting: 3 });
  });

  test('one fewer was laid: the last waiting seed was never there, and what was seen stays', () => {
    const towel = towelNow([3], [mark(3, 'sprouted')]);
    expect(relaid(towel, 1, 2)).toEqual({ ok: true, places: 3, marks: [{ replicate: 1, seed: 2, state: 'absent' }] });
    expect(relaid(towel, 1, 0)).toEqual({ ok: false, seen: 1 });
  });

  test('more were laid: absent ones come back before places are added', () => {
    const towel = towelNow([3], [mark(2, 'absent')]);
    expect(relaid(towel, 1, 5)).toEqual({ ok: true, places: 5, marks: [{ replicate: 1, seed: 2, state: 'waiting' }] });
  });

  test('after a correction as many are there as were said, or it is refused for what was seen already', () => {
    fc.assert(
      fc.property(marks, fc.integer({ min: 0, max: 20 }), (seen, seeds) => {
        const places = [12, 12];
        const towel = towelNow(places, seen);
        const done = relaid(towel, 1, seeds);
        const there = (of: typeof towel) => of.filter(({ replicate, state }) => replicate === 1 && state !== 'absent');
        if (!done.ok) return expect(done.seen).toBeGreaterThan(seeds);
        const now = towelNow([done.places, 12], [...seen, ...done.marks.map((one) => ({ ...one, on: DAY }))]);
        expect(there(now)).toHaveLength(seeds);
        expect(countStates(now)).toMatchObject({ sprouted: countStates(towel).sprouted, dead: countStates(towel).dead });
      }),
    );
  });

  test('seeds that came up are told by day', () => {
    const towel = towelNow([4], [mark(1, 'sprouted', '2026-11-06'), mark(2, 'sprouted', '2026-11-04'), mark(3, 'sprouted', '2026-11-06')]);
    const looks = ['2026-11-06', '2026-11-02', '2026-11-04'];
    expect(sproutedByDay(towel, looks, (on) => Number(on.slice(8)) - 1)).toEqual([
      { day: 1, seeds: 0 },
      { day: 3, seeds: 1 },
      { day: 5, seeds: 2 },
    ]);
  });

  test('wants counting from the first-count day, then every second day, at the latest on the final one, or on its planned days', () => {
    const usual = usualCheckDays(5, 14);
    expect(usual).toEqual([5, 7, 9, 11, 13, 14]);
    expect(nextCountDay(DAY, null, usual)).toBe('2026-11-06');
    expect(nextCountDay(DAY, '2026-11-03', usual)).toBe('2026-11-06');
    expect(nextCountDay(DAY, '2026-11-08', usual)).toBe('2026-11-10');
    expect(nextCountDay(DAY, '2026-11-14', usual)).toBe('2026-11-15');
    expect(nextCountDay(DAY, '2026-11-20', usual)).toBe('2026-11-15');
    expect(nextCountDay(DAY, '2026-11-05', [4, 8])).toBe('2026-11-09');
  });
});
