import type { VerdictKind } from '../germination/verdict.ts';
import type { Seeds } from '../kernel/kinds.ts';
import type { Aim } from '../lots/words.ts';
import type { Claim } from '../promise/judge.ts';
import { normalBelow } from '../viability/normal.ts';

/** One lot of a line, as far as growing it out goes. */
export interface LotToGrow {
  readonly code: string;
  /** Seeds by the book. */
  readonly seeds: Seeds;
  /** Seeds of it that sow one representative grow-out; null where too little of it lives. */
  readonly toSow: Seeds | null;
  readonly verdict: VerdictKind | null;
  /** Middle of what is believed to germinate, 0 to 1; null until it has been reckoned. */
  readonly median: number | null;
  readonly promise: Claim | null;
}

export interface LineToGrow {
  readonly aim: Aim;
  /** Lots of which seed is left. */
  readonly lots: readonly LotToGrow[];
  /** Jars and packets' boxes that hold its seed, places where they stand, and gardens its lots came from. */
  readonly jars: number;
  readonly places: number;
  readonly gardens: number;
  /** Seeds that can be counted on, and what the line should have (core/stock/lineStock.ts). */
  readonly usable: Seeds;
  readonly target: Seeds;
}

/** Why a line needs growing out, with its figure. */
export type Need =
  | { readonly why: 'few sowings'; readonly sowings: number }
  | { readonly why: 'losing viability'; readonly median: number; readonly ofFresh: number }
  | { readonly why: 'one jar' | 'one place' | 'one garden' }
  | { readonly why: 'demand above stock'; readonly usable: Seeds; readonly target: Seeds }
  | { readonly why: 'promise to be raised'; readonly promise: Claim };

/** Germination of fresh seed, the middle of what the forecast begins with. */
const FRESH = normalBelow(1.5);
const FEW_SOWINGS = 3;
const LOSING = 0.85;

/** How many representative grow-outs the line's living seed sows, lot by lot: seed of two lots is sown as two. */
export const sowingsOf = (lots: readonly LotToGrow[]): number =>
  lots.reduce((sum, { seeds, toSow, verdict }) => sum + (toSow === null || verdict === 'dead' ? 0 : seeds / toSow), 0);

/** The lot to sow: of those that sow a whole grow-out the one that germinates best, else the one that comes nearest to it; null where nothing lives. */
export function lotToSow<Lot extends LotToGrow>(lots: readonly Lot[]): Lot | null {
  const living = lots.filter(({ toSow, verdict }) => toSow !== null && verdict !== 'dead');
  const share = ({ seeds, toSow }: LotToGrow) => Math.min(1, seeds / toSow!);
  return living.reduce<Lot | null>(
    (best, lot) =>
      best === null || share(lot) > share(best) || (share(lot) === share(best) && (lot.median ?? 0) > (best.median ?? 0)) ? lot : best,
    null,
  );
}

/**
 * Why a line needs growing out (I.1): seed for fewer than three sowings; the best lot's median under 85 % of what fresh seed germinates; all of it in one jar, one
 * place or from one garden; what can be counted on under what the line should have; a line that is kept true of which no lot is at least likely true.
 * Empty where nothing of it lives: it cannot be grown out.
 */
export function needsOf({ aim, lots, jars, places, gardens, usable, target }: LineToGrow): readonly Need[] {
  const best = lotToSow(lots);
  if (!best) return [];
  const needs: Need[] = [];
  const sowings = sowingsOf(lots);
  if (sowings < FEW_SOWINGS) needs.push({ why: 'few sowings', sowings });
  const median = Math.max(...lots.map((lot) => (lot.verdict === 'dead' ? 0 : (lot.median ?? 0))));
  if (median > 0 && median < LOSING * FRESH) needs.push({ why: 'losing viability', median, ofFresh: median / FRESH });
  if (usable < target) needs.push({ why: 'demand above stock', usable, target });
  if (jars === 1) needs.push({ why: 'one jar' });
  else if (places === 1) needs.push({ why: 'one place' });
  if (gardens === 1) needs.push({ why: 'one garden' });
  const promises = lots.flatMap(({ promise }) => (promise === null ? [] : [promise]));
  if (aim === 'keep true' && promises.length > 0 && promises.every((promise) => promise === 'may vary'))
    needs.push({ why: 'promise to be raised', promise: 'may vary' });
  return needs;
}

/** Reasons that put a line at risk; the others only make it better to grow it. */
const URGENT: readonly Need['why'][] = ['few sowings', 'losing viability', 'demand above stock'];

/**
 * Puts lines in the order in which they press: those with an urgent reason first, and of these the ones with the fewest sowings left; then by how many reasons there are.
 * For sorting: negative where the first presses more.
 */
export function byPressure(
  one: { readonly needs: readonly Need[]; readonly sowings: number },
  other: { readonly needs: readonly Need[]; readonly sowings: number },
): number {
  const urgent = ({ needs }: { needs: readonly Need[] }) => needs.filter(({ why }) => URGENT.includes(why)).length;
  const left = ({ sowings }: { sowings: number }) => Math.min(FEW_SOWINGS, sowings);
  return (
    Number(urgent(other) > 0) - Number(urgent(one) > 0) ||
    left(one) - left(other) ||
    urgent(other) - urgent(one) ||
    other.needs.length - one.needs.length
  );
}
