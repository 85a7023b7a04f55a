import { meanOf, always } from '../isolation/quantiles.ts';
import { crossedShare } from '../isolation/crossedShare.ts';
import type { NeighbourTold } from '../passport/passport.ts';
import type { Method } from '../isolation/barriers.ts';
import { doubtsOf, type Doubt } from './identity.ts';
import {
  factsOf,
  hasSeason,
  seasonOfLot,
  seenAtIntake,
  toJudge,
  type CrossingKnowledge,
  type Fact,
  type LotForJudging,
} from './judgeLot.ts';
import { judge } from './judge.ts';

/** One cause of doubt, with how much of the foreign share it accounts for. */
export type Reason =
  | { readonly kind: 'neighbour'; readonly neighbour: NeighbourTold; readonly share: number }
  | { readonly kind: 'neighbours unknown'; readonly share: number }
  | { readonly kind: 'kept apart'; readonly share: number }
  | { readonly kind: 'handed on'; readonly share: number }
  | { readonly kind: 'earlier seasons'; readonly seasons: number | null; readonly share: number }
  | { readonly kind: 'mix-up' | 'other seed seen'; readonly share: number }
  /** The chance that it is not what its name says, for this reason. */
  | { readonly kind: 'doubt'; readonly why: Doubt; readonly share: number }
  /** What was done to keep it apart, and the share of its seed that would have crossed without. */
  | { readonly kind: 'protected'; readonly methods: readonly Method[]; readonly without: number; readonly share: 0 }
  | { readonly kind: 'off-types'; readonly offTypes: number; readonly lookedAt: number; readonly share: number }
  | { readonly kind: 'evidence'; readonly offTypes: number; readonly lookedAt: number; readonly share: number }
  | { readonly kind: 'fact'; readonly why: Fact; readonly share: null }
  | { readonly kind: 'no neighbours'; readonly share: 0 }
  | { readonly kind: 'own pollen'; readonly share: 0 };

/**
 * Why a lot is judged as it is: what is known for a fact first, then what was counted, then each cause by how much the mean foreign share would fall without it.
 * What speaks for it (no neighbours, its own pollen) comes last.
 */
export function reasonsFor(lot: LotForJudging, knowledge: CrossingKnowledge): readonly Reason[] {
  const whole = toJudge(lot, knowledge);
  const unseen = { ...whole, evidence: [], sown: null, identity: 1, mishap: 0 };
  const mean = judge(unseen).foreign.mean;
  const without = (change: Partial<typeof whole>) => Math.max(0, mean - judge({ ...unseen, ...change }).foreign.mean);
  const reasons: Reason[] = [
    ...seasonReasons(lot, knowledge, meanOf(whole.crossed)),
    inheritance(lot, without({ inherited: always(0) })),
    {
      kind: lot.passport.look.includes('mixed with other seed') ? 'other seed seen' : 'mix-up',
      share: without({ mixedIn: always(0) }),
    } as const,
    ...doubtsOf(lot).map(({ why, right }) => ({ kind: 'doubt', why, share: 1 - right }) as const),
  ].filter(({ share }) => share === null || share > 0.0005);
  reasons.sort((one, other) => (other.share ?? 1) - (one.share ?? 1));
  const seen = lot.evidence.map(
    ({ offTypes, lookedAt }) => ({ kind: 'evidence', offTypes, lookedAt, share: offTypes / lookedAt }) as const,
  );
  const atIntake = seenAtIntake(lot);
  const counted =
    atIntake && atIntake.offTypes > 0 ? [{ kind: 'off-types', ...atIntake, share: atIntake.offTypes / atIntake.lookedAt } as const] : [];
  return [
    ...factsOf(lot).map(({ why }) => ({ kind: 'fact', why, share: null }) as const),
    ...seen,
    ...counted,
    ...reasons,
    ...inFavour(lot, knowledge),
  ];
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

/** Ways that keep pollen out at the flower; distance and time are told with each neighbour. */
const AT_THE_FLOWER: readonly Method[] = ['barrier', 'cage', 'alternate cages', 'bags', 'hand pollination'];

function inFavour(lot: LotForJudging, knowledge: CrossingKnowledge): Reason[] {
  const { passport, crop, origin } = lot;
  if (!hasSeason(origin)) return [];
  const favours: Reason[] = [];
  const methods = (passport.methods ?? []).filter((method) => AT_THE_FLOWER.includes(method));
  const season = seasonOfLot(lot, knowledge);
  if (methods.length > 0 && season.neighbours.length > 0)
    favours.push({ kind: 'protected', methods, without: meanOf(crossedShare({ ...season, barrier: 1 })), share: 0 });
  const atIntake = seenAtIntake(lot);
  if (atIntake?.offTypes === 0) favours.push({ kind: 'off-types', ...atIntake, share: 0 });
  if (Array.isArray(passport.neighbours) && passport.neighbours.length === 0) favours.push({ kind: 'no neighbours', share: 0 });
  if (crop.breeding === 'selfing' && passport.stigma !== 'sticks out') favours.push({ kind: 'own pollen', share: 0 });
  return favours;
}
