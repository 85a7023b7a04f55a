import type { Crop } from '../almanac/crop.ts';
import { daysBetween, earliestDay, yearOf, type IsoDate } from '../calendar/plainDate.ts';
import { known, type Passport } from './passport.ts';
import type { Question } from './questions.ts';

export type Contradiction =
  | { readonly code: 'harvest in the future'; readonly at: 'harvested' }
  | { readonly code: 'harvest too long ago'; readonly at: 'harvested' }
  | { readonly code: 'stored in the future'; readonly at: 'storedSince' }
  | { readonly code: 'more standing than sown'; readonly at: 'plantsStanding' }
  | { readonly code: 'more harvested than stood'; readonly at: 'plantsHarvested' }
  | { readonly code: 'more harvested than sown'; readonly at: 'plantsHarvested' }
  | { readonly code: 'more off-types than plants'; readonly at: 'offTypes' }
  | { readonly code: 'neighbours inside the cage'; readonly at: 'methods' }
  | { readonly code: 'a way and none'; readonly at: 'methods' }
  | { readonly code: 'picked before it was pollinated'; readonly at: 'pickedOn' }
  | { readonly code: 'picked in the future' | 'picked in another year'; readonly at: 'pickings' }
  | { readonly code: 'stored before harvest'; readonly at: 'storedSince' }
  | { readonly code: 'clean while whole'; readonly at: 'form' }
  | { readonly code: 'a hybrid by its name'; readonly at: 'kind' };

/** Nobody pollinates by hand from inside a cage a metre away: a plant this near stands in it. */
const INSIDE_METRES = 1;

/** No seed that a library is brought is older, by a lifetime: a digit is wrong. */
const OLDEST_YEARS = 120;

/** Answers that cannot all be so, each at the question where it is corrected. Dates are compared as far as both are known. */
export function contradictionsIn(
  passport: Passport,
  crop: Pick<Crop, 'extraction'>,
  variety: string,
  today: IsoDate,
): readonly Contradiction[] {
  const found: Contradiction[] = [];
  const when = (is: boolean, contradiction: Contradiction) => is && found.push(contradiction);
  const [sown, standing, harvested] = [passport.plantsSown, passport.plantsStanding, passport.plantsHarvested].map(known) as (
    number | null
  )[];
  const offTypes = known(passport.offTypes);
  const methods = passport.methods ?? [];
  const harvest = known(passport.harvested);
  const since = known(passport.storedSince);
  const [pollinated, picked] = [known(passport.pollinatedOn), known(passport.pickedOn)];
  when(harvest !== null && earliestDay(harvest) > today, { code: 'harvest in the future', at: 'harvested' });
  when(harvest !== null && yearOf(today) - yearOf(harvest) > OLDEST_YEARS, { code: 'harvest too long ago', at: 'harvested' });
  when(since !== null && earliestDay(since) > today, { code: 'stored in the future', at: 'storedSince' });
  when(sown !== null && standing !== null && standing! > sown!, { code: 'more standing than sown', at: 'plantsStanding' });
  when(standing !== null && harvested !== null && harvested! > standing!, { code: 'more harvested than stood', at: 'plantsHarvested' });
  when(standing === null && sown !== null && harvested !== null && harvested! > sown!, {
    code: 'more harvested than sown',
    at: 'plantsHarvested',
  });
  when(offTypes !== null && (standing ?? sown) !== null && offTypes > (sown ?? standing)!, {
    code: 'more off-types than plants',
    at: 'offTypes',
  });
  const inside = (known(passport.neighbours) ?? []).some(({ metres }) => metres !== 'unknown' && metres <= INSIDE_METRES);
  when(methods.includes('cage') && inside, { code: 'neighbours inside the cage', at: 'methods' });
  when(methods.length > 1 && (methods.includes('none') || methods.includes('unknown')), { code: 'a way and none', at: 'methods' });
  when(pollinated !== null && picked !== null && daysBetween(pollinated, picked) < 0, {
    code: 'picked before it was pollinated',
    at: 'pickedOn',
  });
  const pickings = (known(passport.pickings) ?? []).flatMap(({ on }) => (on === 'unknown' ? [] : [on]));
  when(
    pickings.some((on) => on > today),
    { code: 'picked in the future', at: 'pickings' },
  );
  // A harvest may go on over New Year, no longer.
  when(harvest !== null && pickings.some((on) => Math.abs(yearOf(on) - yearOf(harvest)) > 1), {
    code: 'picked in another year',
    at: 'pickings',
  });
  when(before(since, harvest), { code: 'stored before harvest', at: 'storedSince' });
  when(passport.form === 'whole fruit' && crop.extraction === 'dry' && passport.look.length > 0, { code: 'clean while whole', at: 'form' });
  // Shops print F1 behind the name of a hybrid and of nothing else.
  when(/\bF1\b/i.test(variety) && passport.kind !== 'F1' && !passport.offspring, { code: 'a hybrid by its name', at: 'kind' });
  return found;
}

/** Whether one partial date is surely before the other. */
export function before(one: string | null, other: string | null): boolean {
  if (one === null || other === null) return false;
  const shared = Math.min(one.length, other.length);
  return one.slice(0, shared) < other.slice(0, shared);
}

export type { Question };
