import { betaQuantile } from '../distributions/beta.ts';
import { seeded } from '../distributions/seeded.ts';
import { USUAL_THRESHOLDS, verdict } from '../germination/verdict.ts';
import { middleAge, type Age } from './age.ts';
import { beliefOf } from './belief.ts';
import { atAge, bandAt, betaAt, chanceAt } from './forecast.ts';
import { normalBelow } from './normal.ts';
import type { Aged } from './sightings.ts';
import { jarFactor, jarFactors } from './storage.ts';

/** How invented lots really behave, whatever the forecast believes. */
export interface Truth {
  /** Probits lost at once, within the first months, beside the straight line. */
  readonly earlyLoss: number;
  /** Spread between tests of one jar. */
  readonly spread: number;
  /** Chance, before each test, that something befell the seed and cost it half a probit to four. */
  readonly mishap: number;
  /** Kept in jars that nobody measured, closed at a humidity of N(0.50, 0.12) within 0.25 to 0.80. */
  readonly jars?: true;
}

export const TRUTHS = {
  'as the model': { earlyLoss: 0, spread: 0.02, mishap: 0 },
  'faster early loss': { earlyLoss: 0.5, spread: 0.02, mishap: 0 },
  'tests differ more': { earlyLoss: 0, spread: 0.08, mishap: 0 },
  'mishaps are many': { earlyLoss: 0, spread: 0.02, mishap: 0.1 },
  'jars nobody measured': { earlyLoss: 0, spread: 0.02, mishap: 0, jars: true },
} as const satisfies Record<string, Truth>;

export interface Calibration {
  /** Share of lots whose true viability lies inside the 80 % band. */
  readonly inside: number;
  /** Chances of half germinating, as forecast. */
  readonly stated: readonly Tenth[];
  /** Chances that a verdict on the last test states: at least what is lent, and at least full strength. */
  readonly verdicts: readonly Tenth[];
}

/** Of all times a chance of about `says` was stated, the share in which it came true. */
export interface Tenth {
  readonly says: number;
  readonly happens: number;
  readonly times: number;
}

const YEAR = 365.25;
const TENTHS = 10;
const SIZES = [10, 10, 20, 20, 50];
/** A seed with little oil, as most are, by Harrington's rules. */
const CROP = { oil: [1, 3], constants: null } as const;

/**
 * Invents lots that behave by `truth`, tests each one to four times as a bench would, and asks the forecast what it is some time later.
 * @param lots how many; @param seed of the pseudo-random numbers, so that a run can be had again
 */
export function calibrate(lots: number, truth: Truth, seed: number): Calibration {
  const { share, normal, beta } = chanceFrom(seed);
  const [forecasts, verdicts] = [tally(), tally()];
  let inside = 0;
  for (let lot = 0; lot < lots; lot += 1) {
    const halfLifeYears = 2 + 6 * share();
    const fresh = 1.5 + 0.5 * normal();
    const days = 10 ** (Math.log10((halfLifeYears * YEAR) / 1.5) + 0.25 * normal());
    const faster = truth.jars ? jarFactor(CROP, closedAt(normal)) : 1;
    const usual = {
      halfLifeYears,
      borrowed: false,
      ageThen: [{ days: 0, chance: 1 }],
      ...(truth.jars && { jarFactors: jarFactors(CROP) }),
    };
    const kept = (days: number): Age => (truth.jars ? { known: 0, shut: days } : days);
    let lost = 0;
    const viability = (age: number) => normalBelow(fresh - truth.earlyLoss * (1 - Math.exp(-age / 120)) - (age * faster) / days - lost);
    const sightings: Aged[] = [];
    let age = 0;
    for (let count = 1 + Math.floor(4 * share()); count > 0; count -= 1) {
      age += halfLifeYears * YEAR * (0.05 + 0.3 * share());
      if (truth.mishap > 0 && share() < truth.mishap) lost += 0.5 + 3.5 * share();
      const sown = SIZES[Math.floor(SIZES.length * share())]!;
      const here = beta(viability(age), truth.spread);
      let up = 0;
      for (let each = 0; each < sown; each += 1) if (share() < here) up += 1;
      sightings.push({ kind: 'test', age: kept(age), day: age, sown, up });
    }
    const asked = age + halfLifeYears * YEAR * 0.5 * share();
    const belief = beliefOf({ ...usual, sightings });
    const real = viability(asked);
    const then = atAge(belief, kept(asked));
    const { low, high } = bandAt(then);
    if (real >= low && real <= high) inside += 1;
    forecasts.add(chanceAt(then, 0.5), real >= 0.5);
    const last = sightings.pop()!;
    const prior = betaAt(atAge(beliefOf({ ...usual, sightings }), last.age));
    const read = verdict(last.up, last.sown, USUAL_THRESHOLDS, undefined, prior);
    verdicts.add(read.mayBeLent, viability(middleAge(last.age)) >= USUAL_THRESHOLDS.lend);
    verdicts.add(read.fullStrength, viability(middleAge(last.age)) >= USUAL_THRESHOLDS.full);
  }
  return { inside: inside / lots, stated: forecasts.tenths(), verdicts: verdicts.tenths() };
}

/** A humidity at which somebody closed a jar without measuring it. */
function closedAt(normal: () => number): number {
  for (;;) {
    const humidity = 0.5 + 0.12 * normal();
    if (humidity >= 0.25 && humidity <= 0.8) return humidity;
  }
}

/** Gathers stated chances by tenths, and whether they came true. */
function tally() {
  const sums = Array.from({ length: TENTHS }, () => ({ says: 0, happens: 0, times: 0 }));
  return {
    add(chance: number, cameTrue: boolean) {
      const tenth = sums[Math.min(TENTHS - 1, Math.floor(chance * TENTHS))]!;
      tenth.says += chance;
      tenth.times += 1;
      if (cameTrue) tenth.happens += 1;
    },
    tenths: (): Tenth[] =>
      sums.map(({ says, happens, times }) => ({ says: times ? says / times : 0, happens: times ? happens / times : 0, times })),
  };
}

/** Seeded chance, with normal and beta values. */
function chanceFrom(seed: number) {
  const { share, normal } = seeded(seed);
  /** A share of this mean, with the variance that tests between them show; by its quantile. */
  const beta = (mean: number, spread: number) => {
    const size = 1 / spread - 1;
    const [a, b] = [Math.max(1e-6, mean * size), Math.max(1e-6, (1 - mean) * size)];
    return a < 1e-3 ? 0 : b < 1e-3 ? 1 : betaQuantile(share(), a, b);
  };
  return { share, normal, beta };
}
