import { isTried, type Unsent } from '#app/ui/unsent.ts';
import { daysBetween } from '#core/calendar/plainDate.ts';
import {
  COUNTABLE,
  lookedAt,
  type Countable,
  type Look,
  type SeedOnTowel,
  type SeedPlace,
  type SeedState,
} from '#core/germination/towel.ts';
import type { Day, TestId } from '#core/kernel/kinds.ts';
import type { SeedView } from './TowelPicture.tsx';

// What a device has counted and not sent yet, laid over what the library knows.

/** Where a towel's counts are sent, and its page. */
export const addressesOf = (testId: TestId) => ({ to: `/tests/${testId}/counts`, page: `/tests/${testId}` });

export const viewsOf = (seeds: readonly SeedOnTowel[], laidOn: Day): SeedView[] =>
  seeds.map(({ replicate, seed, state, on }) => ({ replicate, seed, state, day: on === null ? null : daysBetween(laidOn, on) }));

/** The towel with what this device has counted and not saved yet on top, and how many of these could not be sent. */
export function withKept(testId: TestId, seeds: readonly SeedOnTowel[], kept: readonly Unsent[]) {
  const mine = kept.filter(({ to, refused }) => to === addressesOf(testId).to && refused === null);
  const now = mine.reduce((towel, count) => {
    const looked = lookedAt(towel, lookOf(count.fields), count.fields['checkedOn'] ?? '');
    return looked.ok ? looked.towel : towel;
  }, seeds);
  return { seeds: now, pending: mine.filter(isTried).length };
}

/** What a kept count marks, as the library will read it. */
export function lookOf(fields: Unsent['fields']): Look {
  const placesOf = (state: SeedState): (SeedPlace & { state: SeedState })[] =>
    (fields[state] ?? '')
      .split(',')
      .filter(Boolean)
      .map((place) => {
        const [replicate, seed] = place.split('.').map(Number);
        return { replicate: replicate!, seed: seed!, state };
      });
  const more = Object.fromEntries(
    COUNTABLE.map((state) => [state, Number(fields[`more${state.charAt(0).toUpperCase()}${state.slice(1)}`]) || 0]),
  );
  return {
    marks: (['waiting', ...COUNTABLE] as const).flatMap(placesOf),
    replicate: Number(fields['replicate']) || 1,
    more: more as Record<Countable, number>,
  };
}
