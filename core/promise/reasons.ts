import { meanOf, always } from '../isolation/quantiles.ts';
import { crossedShare } from '../isolation/crossedShare.ts';
import type { NeighbourTold } from '../passport/passport.ts';
import { capsOf, hasSeason, seasonOfLot, toJudge, type CapReason, type CrossingKnowledge, type LotForJudging } from './judgeLot.ts';
import { judge } from './judge.ts';

/** One cause of doubt, with how much of the foreign share it accounts for. */
export type Reason =
  | { readonly kind: 'neighbour'; readonly neighbour: NeighbourTold; readonly share: number }
  | { readonly kind: 'neighbours unknown'; readonly share: number }
  | { readonly kind: 'kept apart'; readonly share: number }
  | { readonly kind: 'handed on'; readonly share: number }
  | { readonly kind: 'earlier seasons'; readonly seasons: number | null; readonly share: number }
  | { readonly kind: 'mix-up'; readonly share: number }
  | { readonly kind: 'evidence'; readonly offTypes: number; readonly lookedAt: number; readonly share: number }
  | { readonly kind: 'cap'; readonly why: CapReason; readonly share: null }
  | { readonly kind: 'no neighbours'; readonly share: 0 }
  | { readonly kind: 'own pollen'; readonly share: 0 };

/**
 * Why a lot is judged as it is: what caps it first, then each cause by how much the mean foreign share would fall without it.
 * What speaks for it (no neighbours, its own pollen) comes last.
 */
export function reasonsFor(lot: LotForJudging, knowledge: CrossingKnowledge): readonly Reason[] {
  const whole = toJudge(lot, knowledge);
  const unseen = { ...whole, evidence: [] };
  const mean = judge(unseen).foreign.mean;
  const without = (change: Partial<typeof whole>) => Math.max(0, mean - judge({ ...unseen, ...change }).foreign.mean);
  const reasons: Reason[] = [
    ...seasonReasons(lot, knowledge, meanOf(whole.crossed)),
    inheritance(lot, without({ inherited: always(0) })),
    { kind: 'mix-up', share: without({ mixedIn: always(0) }) } as const,
  ].filter(({ share }) => share === null || share > 0.0005);
  reasons.sort((one, other) => (other.share ?? 1) - (one.share ?? 1));
  const seen = lot.evidence.map(
    ({ offTypes, lookedAt }) => ({ kind: 'evidence', offTypes, lookedAt, share: offTypes / lookedAt }) as const,
  );
  return [...capsOf(lot).map(({ why }) => ({ kind: 'cap', why, share: null }) as const), ...seen, ...reasons, ...inFavour(lot)];
}

function seasonReasons(lot: LotForJudging, knowledge: CrossingKnowledge, crossed: number): Reason[] {
  const { neighbours, methods } = lot.passport;
  if (!hasSeason(lot.origin)) return [];
  if (neighbours === null || neighbours === 'unknown')
    return [
      { kind: methods?.some((method) => method === 'distance' || method === 'time') ? 'kept apart' : 'neighbours unknown', share: crossed },
    ];
  const season = seasonOfLot(lot, knowledge);
  if (season.neighbours === 'unknown') return [];
  return neighbours.map((neighbour, index) => {
    const others = (season.neighbours as Exclude<typeof season.neighbours, 'unknown'>).filter((_, other) => other !== index);
    return { kind: 'neighbour', neighbour, share: Math.max(0, crossed - meanOf(crossedShare({ ...season, neighbours: others }))) };
  });
}

function inheritance(lot: LotForJudging, share: number): Reason {
  if (lot.parents.length > 0) return { kind: 'handed on', share };
  const { seasonsGrown } = lot.passport;
  return { kind: 'earlier seasons', seasons: typeof seasonsGrown === 'number' ? seasonsGrown : null, share };
}

function inFavour({ passport, crop, origin }: LotForJudging): Reason[] {
  if (!hasSeason(origin)) return [];
  const favours: Reason[] = [];
  if (Array.isArray(passport.neighbours) && passport.neighbours.length === 0) favours.push({ kind: 'no neighbours', share: 0 });
  if (crop.breeding === 'selfing' && passport.stigma !== 'sticks out') favours.push({ kind: 'own pollen', share: 0 });
  return favours;
}
