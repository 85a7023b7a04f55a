import type { CrossingGroup } from '../almanac/crossing.ts';
import { crossedShare } from '../isolation/crossedShare.ts';
import type { Season } from '../isolation/pollen.ts';
import { always, logUniform, type Quantiles } from '../isolation/quantiles.ts';
import type { Seeds } from '../kernel/kinds.ts';
import type { Aim, Origin } from '../lots/words.ts';
import { known, type Passport } from '../passport/passport.ts';
import { seasonFrom, type CropForJudging } from '../passport/season.ts';
import { MISHAP_CHANCE, type Evidence } from './evidence.ts';
import { blendedShare, founderShare } from './founders.ts';
import { chanceOfIdentity } from './identity.ts';
import { judge, NOTHING_MIXED_IN, worse, type Claim, type Judgement, type ToJudge } from './judge.ts';

/** Something that may have put other seed into a lot. */
export interface Incident {
  /** Share of the lot that is other seed; null when nobody knows. */
  readonly share: number | null;
  /** Whether the part that was mixed has been thrown away. */
  readonly discarded: boolean;
}

export interface Parent {
  readonly handedOn: Quantiles;
  /** Seeds it gave; only told apart where several parents were blended. */
  readonly seeds: Seeds;
}

/** All that is known of one lot when it is judged. */
export interface LotForJudging {
  readonly passport: Passport;
  readonly crop: CropForJudging;
  readonly origin: Origin;
  readonly aim: Aim;
  readonly parents: readonly Parent[];
  readonly evidence: readonly Evidence[];
  readonly incidents: readonly Incident[];
}

export interface CrossingKnowledge {
  readonly groups: readonly CrossingGroup[];
  readonly groupOf: (cropId: string) => string | null;
}

/** What is known for a fact, and decides what may be promised without a figure. */
export type Fact = 'declared mixture' | 'let adapt' | 'F1' | 'stabilising' | 'known crossed' | 'offspring';

const ROGUING_LEAVES = { 'before flowering': 0.5, later: 0.8, none: 1 } as const;
/** A mix-up of unknown size: between one seed in two hundred and half the lot. */
const UNKNOWN_MIX: Quantiles = logUniform(0.005, 0.5);

/** What is known for a fact of a lot, with the best that may be promised by each. */
export function factsOf({
  passport: { kind, offspring },
  aim,
}: {
  readonly passport: Pick<Passport, 'kind' | 'offspring'>;
  readonly aim: Aim;
}): readonly {
  readonly why: Fact;
  readonly most: Claim;
}[] {
  const facts: { why: Fact; most: Claim }[] = [];
  const add = (when: boolean, why: Fact, most: Claim) => when && facts.push({ why, most });
  add(kind === 'mixture', 'declared mixture', 'mixture');
  add(aim === 'let adapt', 'let adapt', 'mixture');
  add(kind === 'F1', 'F1', 'may vary');
  add(kind === 'stabilising', 'stabilising', 'may vary');
  add(kind === 'crossed', 'known crossed', 'may vary');
  add(offspring, 'offspring', 'may vary');
  return facts;
}

/**
 * Off-types among the plants that gave a lot's seed: those that stood when they flowered count, and so does that there were none. What was pulled
 * before flowering gave no pollen.
 */
export function seenAtIntake({ passport, crop, origin }: Pick<LotForJudging, 'passport' | 'crop' | 'origin'>): Evidence | null {
  const offTypes = known(passport.offTypes);
  const plants = [passport.plantsStanding, passport.plantsSown, passport.plantsHarvested].map(known).find((count) => count !== null);
  if (!hasSeason(origin) || offTypes === null || plants === undefined) return null;
  if (offTypes > 0 && known(passport.roguing) === 'before flowering') return null;
  const [low, high] = crop.crossesShow;
  return { offTypes, lookedAt: Math.max(plants, offTypes), shows: (low + high) / 200 };
}

/** What goes into the judgement of a lot: the season it grew in, what its parents handed on, and what was seen since. */
export function toJudge(lot: LotForJudging, knowledge: CrossingKnowledge): ToJudge {
  return {
    crossed: crossedOf(lot, knowledge),
    inherited: inheritedBy(lot),
    roguing: ROGUING_LEAVES[known(lot.passport.roguing) ?? 'none'],
    mixedIn: mixedInto(lot),
    evidence: lot.evidence,
    sown: seenAtIntake(lot),
    identity: chanceOfIdentity(lot),
    mishap: isNewSeed(lot.origin) ? MISHAP_CHANCE : 0,
    cap: factsOf(lot).reduce<Claim>((least, { most }) => worse(least, most), 'true'),
  };
}

/** Judges a lot: see `judge`. */
export function judgeLot(lot: LotForJudging, knowledge: CrossingKnowledge): Judgement {
  return judge(toJudge(lot, knowledge));
}

/** Whether this lot's seed grew in a season that anybody could tell of; packets, blends and splits did not. */
export function hasSeason(origin: Origin): boolean {
  return origin === 'donated' || origin === 'returned' || origin === 'grown-out' || origin === 'market fruit';
}

/** Whether its seed was handled before it became a lot: blends and splits are made here of seed that was. */
const isNewSeed = (origin: Origin): boolean => origin !== 'blend' && origin !== 'split';

export function seasonOfLot(lot: Pick<LotForJudging, 'crop' | 'passport'>, { groups, groupOf }: CrossingKnowledge): Season {
  return seasonFrom(lot.crop, lot.passport, groups, groupOf);
}

function crossedOf(lot: LotForJudging, knowledge: CrossingKnowledge): Quantiles {
  return hasSeason(lot.origin) ? crossedShare(seasonOfLot(lot, knowledge)) : always(0);
}

function inheritedBy({ parents, crop, passport, origin }: LotForJudging): Quantiles {
  if (parents.length > 0) return blendedShare(parents);
  const grown = origin === 'bought' ? 1 : known(passport.seasonsGrown);
  return founderShare(crossedShare(earlierSeason(crop, passport)), grown === null ? null : Math.max(0, grown - 1));
}

/** A season before the one that was told of: neighbours nobody noted, kept apart as it was as a rule. */
const earlierSeason = (crop: CropForJudging, { earlierMethods }: Passport): Season =>
  seasonFrom(crop, { neighbours: 'unknown', methods: earlierMethods, stigma: null }, [], () => null);

/** Other seed that got in by recorded mix-ups, or was seen in it when it came. */
function mixedInto({ incidents, passport }: LotForJudging): Quantiles {
  const open = incidents.filter(({ discarded }) => !discarded).map(({ share }) => share);
  if (passport.look.includes('mixed with other seed')) open.push(null);
  return open.reduce<Quantiles>(
    (mixed, share) => mixed.map((already, bin) => 1 - (1 - already) * (1 - (share ?? UNKNOWN_MIX[bin]!))),
    NOTHING_MIXED_IN,
  );
}
