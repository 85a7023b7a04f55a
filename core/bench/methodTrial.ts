import jstat from 'jstat';
import { compareTests, type Comparison, type Count } from '../germination/compareTests.ts';
import type { Method } from './methods.ts';

const { jStat } = jstat;
const ALPHA = 0.1;
const POWER = 0.8;

/**
 * Seeds each method's test needs, so that a difference in germination of `difference` below `usual` would show four times in five
 * at one false alarm in ten: `n = (z_α/2·√(2p̄q̄) + z_β·√(p₁q₁ + p₂q₂))² / (p₁ − p₂)²` (Fleiss).
 * @param usual, difference shares; throws RangeError where the difference leaves no room
 */
export function seedsToTellApart(usual: number, difference: number, methods = 2): number {
  const worse = usual - difference;
  if (!(usual < 1 && difference > 0 && worse > 0)) throw new RangeError('both shares lie between 0 and 1');
  const pairs = (methods * (methods - 1)) / 2;
  const za = jStat.normal.inv(1 - ALPHA / pairs / 2, 0, 1);
  const zb = jStat.normal.inv(POWER, 0, 1);
  const middle = (usual + worse) / 2;
  const top = za * Math.sqrt(2 * middle * (1 - middle)) + zb * Math.sqrt(usual * (1 - usual) + worse * (1 - worse));
  return Math.ceil((top / difference) ** 2);
}

/** What one part of a trial has come to. */
export interface Arm {
  readonly method: Method;
  /** Its test, once it was read. */
  readonly tested: Count | null;
}

export type TrialAnswer =
  | { readonly kind: 'tests are missing'; readonly of: readonly Method[] }
  | { readonly kind: 'one is better'; readonly best: Method; readonly against: readonly Against[] }
  /** Nothing that chance would not make too; `enough` says whether a difference of the wanted size would have shown. */
  | { readonly kind: 'no difference shows'; readonly against: readonly Against[]; readonly enough: boolean };

export interface Against extends Comparison {
  readonly best: Method;
  readonly other: Method;
}

/**
 * What a trial of methods says: the best against each other one, with an allowance for looking at several pairs.
 * @param seedsEach seeds that each test needs for the wanted difference to show
 */
export function readTrial(arms: readonly Arm[], seedsEach: number): TrialAnswer {
  const missing = arms.filter(({ tested }) => tested === null).map(({ method }) => method);
  if (missing.length > 0) return { kind: 'tests are missing', of: missing };
  const share = ({ tested }: Arm) => tested!.sprouted / tested!.laid;
  const [best, ...others] = [...arms].sort((one, other) => share(other) - share(one)) as [Arm, ...Arm[]];
  const alpha = ALPHA / ((arms.length * (arms.length - 1)) / 2);
  const z = jStat.normal.inv(1 - alpha / 2, 0, 1);
  const against = others.map((other) => ({ best: best.method, other: other.method, ...compareTests(best.tested!, other.tested!, z) }));
  if (against.every(({ interval, chance }) => interval.low > 0 && chance <= alpha))
    return { kind: 'one is better', best: best.method, against };
  return { kind: 'no difference shows', against, enough: arms.every(({ tested }) => tested!.laid >= seedsEach) };
}

/** The school of the house's rule on gel-coated seed that a method is; null where the rule knows no such school. */
export function schoolOf(method: Method): string | null {
  return ({ ferment: 'three days', soda: 'soda', wipe: 'wipe' } as Readonly<Record<string, string>>)[method] ?? null;
}
