import type { Crop } from '../almanac/crop.ts';
import { addDays, daysBetween, type IsoDate } from '../calendar/plainDate.ts';
import { known, type Passport } from './passport.ts';

export type Ripeness =
  | { readonly kind: 'ready'; readonly openBy: IsoDate }
  | {
      readonly kind: 'wait';
      readonly why: 'cure' | 'after-ripen';
      readonly days: number;
      readonly until: IsoDate;
      readonly openBy: IsoDate;
    }
  | { readonly kind: 'too early'; readonly ageDays: number | null; readonly needsDays: number }
  | { readonly kind: 'ask'; readonly openBy: IsoDate };

/** Fruit picked with at least this share of its days on the plant ripens its seed indoors; below it the seed is milk. */
const WORTH_WAITING = 0.7;

/**
 * Is the seed in this fruit or these heads ripe? By its age in days where it was pollinated by hand, else by the crop's signs.
 * Says ready, wait so many days (to cure, or to ripen on), or too early to be worth it; and by when it must be opened.
 * Null for seed that is clean already.
 */
export function checkRipe(
  crop: Pick<Crop, 'daysToRipe' | 'cure' | 'waits' | 'lifeCycle'>,
  passport: Pick<Passport, 'form' | 'ripeSigns' | 'pollinatedOn' | 'pickedOn' | 'harvested'>,
  today: IsoDate,
): Ripeness | null {
  if (passport.form === 'clean seed' || passport.form === 'on paper') return null;
  const harvested = known(passport.harvested);
  const picked = known(passport.pickedOn) ?? (harvested?.length === 10 ? harvested : null);
  const since = picked ?? today;
  const openBy = addDays(since, crop.waits[1]);
  const pollinated = known(passport.pollinatedOn);
  const age = pollinated === null ? null : daysBetween(pollinated, since);
  const [needs] = crop.daysToRipe;
  const signs = known(passport.ripeSigns);
  if (age !== null && age < needs * WORTH_WAITING) return { kind: 'too early', ageDays: age, needsDays: needs };
  if (age === null && signs === false && crop.cure === null) return { kind: 'too early', ageDays: null, needsDays: needs };
  if ((age !== null && age < needs) || signs === false)
    return wait('after-ripen', Math.max(crop.cure?.[0] ?? 7, age === null ? 0 : needs - age), since, today, openBy);
  if (age === null && signs === null) return { kind: 'ask', openBy };
  if (crop.cure) return wait('cure', crop.cure[0], since, today, openBy);
  return { kind: 'ready', openBy };
}

function wait(why: 'cure' | 'after-ripen', days: number, since: IsoDate, today: IsoDate, openBy: IsoDate): Ripeness {
  const until = addDays(since, days);
  if (until <= today && why === 'cure') return { kind: 'ready', openBy };
  return { kind: 'wait', why, days: Math.max(0, daysBetween(today, until)), until, openBy: openBy > until ? openBy : until };
}
