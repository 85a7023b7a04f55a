import { workedOf, workThrough, type LotHistory, type Worked } from './belief.ts';
import type { Belief } from './grid.ts';
import { probitAt } from './forecast.ts';
import { nothingKept, type Kept } from './kept.ts';
import { sightedProbit, WENT_WRONG } from './likelihood.ts';
import { priorBelief } from './prior.ts';
import { byAge, type Aged } from './sightings.ts';

const { exp, max, min } = Math;

/** What is odd about a test against all else that is known of its lot: chances, 0 to 1. */
export interface Oddity {
  readonly test: Aged;
  /** The test before it, null for the first. */
  readonly since: Aged | null;
  /** That its lot lost, between the two or before its first test, what its age and place do not explain. */
  readonly fell: number;
  /** That the test says nothing of its seed. */
  readonly wentWrong: number;
}

/** Of a lot with many odd tests the last ones are told. */
const MOST_TOLD = 6;

/**
 * Tests that go against the rest of what is known of a lot, in order of age, with what may explain each; the last six. Each costs as much as the whole
 * lot again, twice: who has heard enough stops.
 * @param all what all of them together let believe
 */
export function* odditiesOf(history: LotHistory, kept: Kept = nothingKept(), all: Worked = workedOf(history, kept)): Generator<Oddity> {
  const prior = priorBelief(history, kept);
  const sightings = byAge(history.sightings);
  const tests = sightings.flatMap((test, index) => (test.kind === 'test' ? [{ test, index }] : []));
  const odd = tests
    .map((one, at) => ({ ...one, since: tests[at - 1]?.test ?? null, doubted: all.doubted.includes(one.index) }))
    .filter(({ test, doubted }) => doubted || isFarOff(all.belief, test))
    .slice(-MOST_TOLD);
  for (const { test, index, since, doubted } of odd) {
    const others = sightings.filter((_, other) => other !== index);
    const without = workThrough(prior, others, kept);
    const unhurt = doubted ? workThrough(prior, sightings, kept, (other) => other !== index) : all;
    yield {
      test,
      since,
      fell: max(0, 1 - exp(unhurt.evidence - all.evidence)),
      wentWrong: min(1, (WENT_WRONG.test / (test.sown + 1)) * exp(without.evidence - all.evidence)),
    };
  }
}

/** So many deviations off, a test is worth asking about. */
const FAR_OFF = 1.8;

function isFarOff(belief: Belief, test: Aged): boolean {
  const seen = sightedProbit(test);
  const { mean, variance } = probitAt(belief, test.age);
  return (mean - seen.mean) ** 2 > FAR_OFF ** 2 * (variance + seen.variance);
}
