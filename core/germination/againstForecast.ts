import type { Beta } from './betaPosterior.ts';
import type { Comparison, Count } from './compareTests.ts';
import { betaBinomial } from './moreTesting.ts';

export type Against = 'lower' | 'higher' | 'as expected';

/** A count that fewer than so many in a hundred tests would fall beyond is worth a second look. */
const SURPRISING = 0.05;

export interface ForecastReading {
  readonly against: Against;
  /** Seeds that were expected. */
  readonly expected: number;
  /** Chance of a count as far out, on its own side. */
  readonly chance: number;
}

/** How a test stands against what was expected of it before: beta-binomial tails of the prior. */
export function againstForecast({ sprouted, laid }: Count, prior: Beta): ForecastReading {
  const chances = Array.from({ length: laid + 1 }, (_, k) => betaBinomial(k, laid, prior));
  const sum = (from: number, to: number) =>
    Math.min(
      1,
      chances.slice(from, to + 1).reduce((all, one) => all + one, 0),
    );
  const [below, above] = [sum(0, sprouted), sum(sprouted, laid)];
  return {
    against: below < SURPRISING ? 'lower' : above < SURPRISING ? 'higher' : 'as expected',
    expected: (laid * prior.a) / (prior.a + prior.b),
    chance: Math.min(below, above),
  };
}

/** What a comparison of two tests amounts to: a difference whose interval leaves no doubt which way, or none that can be told. */
export function differenceWord({ interval }: Comparison): 'lower' | 'higher' | 'cannot tell' {
  if (interval.high < 0) return 'lower';
  return interval.low > 0 ? 'higher' : 'cannot tell';
}
