import type { CrossingGroup } from '../almanac/crossing.ts';
import { crossedShare, type Season } from '../isolation/crossedShare.ts';
import { always, logUniform, type Quantiles } from '../isolation/quantiles.ts';
import type { Seeds } from '../kernel/kinds.ts';
import type { Aim, Origin } from '../lots/words.ts';
import { known, type Passport } from '../passport/passport.ts';
import { seasonFrom, type CropForJudging } from '../passport/season.ts';
import type { Evidence } from './evidence.ts';
import { blendedShare, founderShare } from './founders.ts';
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

/** Why no more may be promised, whatever the figures say. */
export type CapReason =
  | 'declared mixture'
  | 'let adapt'
  | 'F1'
  | 'stabilising'
  | 'known crossed'
  | 'offspring'
  | 'bought plant'
  | 'bought plant possible'
  | 'unknown father'
  | 'kind unknown'
  | 'name a guess'
  | 'name not sure'
  | 'mixed with other seed'
  | 'mix-up';

const ROGUING_LEAVES = { 'before flowering': 0.5, later: 0.8, none: 1 } as const;
/** A mix-up of unknown size: between one seed in two hundred and half the lot. */
const UNKNOWN_MIX: Quantiles = logUniform(0.005, 0.5);

/** The best that may be promised, and every reason that caps it. */
export function capsOf({ passport, crop, origin, aim, incidents }: Omit<LotForJudging, 'parents' | 'evidence'>): readonly {
  readonly why: CapReason;
  readonly most: Claim;
}[] {
  const caps: { why: CapReason; most: Claim }[] = [];
  const cap = (when: boolean, why: CapReason, most: Claim) => when && caps.push({ why, most });
  const { kind } = passport;
  const stall = origin === 'market fruit';
  cap(kind === 'mixture', 'declared mixture', 'mixture');
  cap(aim === 'let adapt', 'let adapt', 'mixture');
  cap(kind === 'F1', 'F1', 'may vary');
  cap(kind === 'stabilising', 'stabilising', 'may vary');
  cap(kind === 'crossed', 'known crossed', 'may vary');
  cap(passport.offspring, 'offspring', 'may vary');
  cap(passport.boughtPlant === true && crop.hybrids !== 'rare', 'bought plant', 'may vary');
  cap(passport.boughtPlant === 'unknown' && crop.hybrids === 'common', 'bought plant possible', 'likely true');
  cap(stall && crop.breeding !== 'selfing', 'unknown father', 'may vary');
  cap(kind === 'unknown' && (stall || crop.hybrids === 'common') && crop.hybrids !== 'rare', 'kind unknown', 'may vary');
  cap(kind === 'unknown' && crop.hybrids === 'rare', 'kind unknown', 'likely true');
  cap(kind === 'unknown' && crop.hybrids === 'some' && !stall, 'kind unknown', 'likely true');
  cap(passport.nameSure === 'a guess' || passport.nameSure === 'unknown' || passport.nameFrom === 'guess', 'name a guess', 'may vary');
  cap(passport.nameSure === 'fairly sure', 'name not sure', 'likely true');
  cap(passport.look.includes('mixed with other seed'), 'mixed with other seed', 'may vary');
  cap(
    incidents.some(({ discarded }) => !discarded),
    'mix-up',
    'likely true',
  );
  return caps;
}

/** What goes into the judgement of a lot: the season it grew in, what its parents handed on, and what was seen since. */
export function toJudge(lot: LotForJudging, knowledge: CrossingKnowledge): ToJudge {
  return {
    crossed: crossedOf(lot, knowledge),
    inherited: inheritedBy(lot),
    roguing: ROGUING_LEAVES[known(lot.passport.roguing) ?? 'none'],
    mixedIn: mixedInto(lot.incidents),
    evidence: lot.evidence,
    cap: capsOf(lot).reduce<Claim>((least, { most }) => worse(least, most), 'true'),
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

export function seasonOfLot(lot: Pick<LotForJudging, 'crop' | 'passport'>, { groups, groupOf }: CrossingKnowledge): Season {
  return seasonFrom(lot.crop, lot.passport, groups, groupOf);
}

function crossedOf(lot: LotForJudging, knowledge: CrossingKnowledge): Quantiles {
  return hasSeason(lot.origin) ? crossedShare(seasonOfLot(lot, knowledge)) : always(0);
}

function inheritedBy({ parents, crop, passport, origin }: LotForJudging): Quantiles {
  if (parents.length > 0) return blendedShare(parents);
  if (origin === 'bought') return founderShare(seasonless(crop), 0);
  const grown = known(passport.seasonsGrown);
  return founderShare(seasonless(crop), grown === null ? null : Math.max(0, grown - 1));
}

const seasonless = ({ outcrossing: [low, high], homeDistance, productionDistance }: CropForJudging) => ({
  outcrossing: (low + high) / 200,
  homeDistance,
  productionDistance,
});

function mixedInto(incidents: readonly Incident[]): Quantiles {
  const open = incidents.filter(({ discarded }) => !discarded);
  return open.reduce<Quantiles>(
    (mixed, { share }) => mixed.map((already, bin) => 1 - (1 - already) * (1 - (share ?? UNKNOWN_MIX[bin]!))),
    NOTHING_MIXED_IN,
  );
}
