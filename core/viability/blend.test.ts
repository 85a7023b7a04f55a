import { describe, expect, test } from '@jest/globals';
import { USUAL_THRESHOLDS } from '../germination/verdict.ts';
import { bandOf, beginningOf, blendOf, comesUpUnevenly, proposeBlend, seedsToReach } from './blend.ts';
import { atAge, bandAt } from './forecast.ts';
import { normalBelow } from './normal.ts';
import { priorBelief } from './prior.ts';

const mean = ({ a, b }: { a: number; b: number }) => a / (a + b);
const OLD = { a: 20, b: 30 };
const FRESH = { a: 46, b: 4 };

describe('a blend', () => {
  test('germinates as the mean of its parts by seed numbers', () => {
    expect(
      mean(
        blendOf([
          { seeds: 300, believed: OLD },
          { seeds: 100, believed: FRESH },
        ]),
      ),
    ).toBeCloseTo((3 * 0.4 + 0.92) / 4, 12);
  });

  test('of one part is that part, and doubts of two parts even out', () => {
    const alone = blendOf([{ seeds: 40, believed: OLD }]);
    expect([alone.a, alone.b]).toEqual([expect.closeTo(OLD.a, 9), expect.closeTo(OLD.b, 9)]);
    const both = blendOf([
      { seeds: 50, believed: OLD },
      { seeds: 50, believed: OLD },
    ]);
    expect(both.a + both.b + 1).toBeCloseTo(2 * (OLD.a + OLD.b + 1), 9);
  });

  test('the order of its parts does not matter', () => {
    const parts = [
      { seeds: 120, believed: OLD },
      { seeds: 7, believed: FRESH },
    ];
    const [one, other] = [blendOf(parts), blendOf([...parts].reverse())];
    expect(one.a).toBeCloseTo(other.a, 9);
    expect(one.b).toBeCloseTo(other.b, 9);
  });

  test('has some seed, and not less than none of a part', () => {
    expect(() => blendOf([])).toThrow(RangeError);
    expect(() => blendOf([{ seeds: 0, believed: OLD }])).toThrow(RangeError);
    expect(() =>
      blendOf([
        { seeds: 5, believed: OLD },
        { seeds: -1, believed: OLD },
      ]),
    ).toThrow(RangeError);
  });
});

describe('how much of the better seed it takes', () => {
  const kept = { seeds: 200, believed: OLD };

  test('is the fewest that reach the share: one fewer does not', () => {
    const seeds = seedsToReach(kept, FRESH, 0.6, 0.8, 5000)!;
    expect(seedsToReach(kept, FRESH, 0.6, 0.8, seeds)).toBe(seeds);
    expect(seedsToReach(kept, FRESH, 0.6, 0.8, seeds - 1)).toBeNull();
  });

  test('is none where it is good enough already, and cannot be had of too little or too weak seed', () => {
    expect(seedsToReach(kept, FRESH, 0.3, 0.8, 100)).toBe(0);
    expect(seedsToReach(kept, FRESH, 0.6, 0.8, 10)).toBeNull();
    expect(seedsToReach(kept, OLD, 0.6, 0.8, 1e6)).toBeNull();
    expect(seedsToReach(kept, FRESH, 0.6, 0.8, 0)).toBeNull();
  });

  test('aims at full strength, else at what may be lent, else takes all', () => {
    const propose = (most: number) => proposeBlend(kept, { seeds: most, believed: FRESH }, USUAL_THRESHOLDS);
    const full = propose(100_000).seeds;
    const lend = seedsToReach(kept, FRESH, 0.5, 0.8, 100_000)!;
    expect(full).toBe(seedsToReach(kept, FRESH, 0.8, 0.8, 100_000));
    expect(propose(full - 1)).toEqual({ seeds: lend, reaches: 'lend' });
    expect(propose(lend - 1)).toEqual({ seeds: lend - 1, reaches: null });
  });
});

test('its forecast begins with the band that its parts let expect, whatever that is', () => {
  for (const believed of [OLD, FRESH, { a: 400, b: 3 }, { a: 0.6, b: 8 }]) {
    const begins = beginningOf(believed);
    const belief = priorBelief({ halfLifeYears: 5, borrowed: true, ageThen: [{ days: 0, chance: 1 }], begins });
    const [now, wanted] = [bandAt(atAge(belief, 0)), bandOf(believed)];
    expect(Math.abs(now.low - wanted.low)).toBeLessThan(0.02);
    expect(Math.abs(now.high - wanted.high)).toBeLessThan(0.02);
    expect(normalBelow(begins.mean)).toBeGreaterThan(wanted.low);
  }
  expect(beginningOf({ a: 1e6, b: 1e-3 }).spread).toBeGreaterThan(0);
});

test('parts come up apart when their germination or their speed differs', () => {
  const part = (share: number, daysToHalf: number | null = null) => ({ share, daysToHalf });
  expect(comesUpUnevenly(part(0.9), part(0.5))).toBe(true);
  expect(comesUpUnevenly(part(0.9), part(0.85))).toBe(false);
  expect(comesUpUnevenly(part(0.9, 4), part(0.85, 7))).toBe(true);
  expect(comesUpUnevenly(part(0.9, 4), part(0.85, null))).toBe(false);
});
