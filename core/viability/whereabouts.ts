import { daysBetween, earliestDay, type IsoDate, type PartialDate } from '../calendar/plainDate.ts';
import type { StoredSoFar } from '../lots/words.ts';
import { containerFacts } from '../stock/containers.ts';
import { HOME, type Air, type Spell } from './storage.ts';

/** Where a lot lay from a day on. */
export interface Stay {
  readonly since: IsoDate;
  readonly place: string;
  readonly container: string;
}

/** What a place is like from a day on, as somebody measured it, or as it failed. */
export interface Climate extends Air {
  readonly place: string;
  readonly since: IsoDate;
}

/** What a donor's words for a place usually mean; a shed's is the mean that its summers make of it. */
const DONORS_PLACE: Record<StoredSoFar, { readonly air: Air; readonly sealed: boolean }> = {
  freezer: { air: { celsius: -18, humidity: 0.6 }, sealed: true },
  fridge: { air: { celsius: 5, humidity: 0.7 }, sealed: false },
  'cool cupboard': { air: HOME, sealed: false },
  'living room': { air: { celsius: 20, humidity: 0.5 }, sealed: false },
  'shed or garage': { air: { celsius: 17, humidity: 0.65 }, sealed: false },
};

/** A spell with the day it began, and whether anybody knows what the place was like. */
export interface DatedSpell extends Spell {
  readonly since: IsoDate;
  /** Null before it came in. */
  readonly place: string | null;
  readonly isKnown: boolean;
}

export interface LotStorage {
  /** Where its donor kept it, and since when; null where nobody said. */
  readonly before: { readonly storedIn: StoredSoFar | null; readonly since: PartialDate | null };
  /** Ordered by day; the first is its intake. */
  readonly stays: readonly Stay[];
  readonly climates: readonly Climate[];
  /** Moisture of its seed (% of fresh weight) when it was put away: by the air of a jar that was read, or as the bench found it dry enough; ordered by day. */
  readonly jars: readonly { readonly on: IsoDate; readonly moisture: number }[];
}

/**
 * A lot's life between two days as spells: with its donor, then place by place, cut wherever a place's air changed. A place nobody has
 * measured counts as cool dry home storage, and is marked as not known. What is shut in keeps the moisture that was last found; where none was, nobody knows it.
 */
export function spellsOf({ before, stays, climates, jars }: LotStorage, from: IsoDate, to: IsoDate): readonly DatedSpell[] {
  const spells: DatedSpell[] = [];
  const add = (since: IsoDate, until: IsoDate, spell: Omit<DatedSpell, 'days' | 'since' | 'moisture'>) => {
    const [start, end] = [since > from ? since : from, until < to ? until : to];
    if (start >= end) return;
    const moisture = spell.sealed ? (jars.findLast(({ on }) => on < end)?.moisture ?? null) : null;
    spells.push({ ...spell, since: start, days: daysBetween(start, end), moisture });
  };
  const intake = stays[0]?.since ?? to;
  if (from < intake) {
    const kept = before.storedIn && DONORS_PLACE[before.storedIn];
    const since = before.since === null ? from : earliestDay(before.since);
    const known = since > from && since < intake ? since : from;
    // Before it was put where it was kept it lay somewhere nobody has named.
    add(from, known, { place: null, air: HOME, sealed: false, isKnown: false });
    add(known, intake, { place: null, air: kept?.air ?? HOME, sealed: kept?.sealed ?? false, isKnown: kept !== null });
  }
  stays.forEach(({ since, place, container }, index) => {
    const until = stays[index + 1]?.since ?? to;
    const sealed = containerFacts(container).shuts;
    const here = climates
      .filter((climate) => climate.place === place && climate.since < until)
      .sort((one, other) => one.since.localeCompare(other.since));
    const first = here[0]?.since ?? until;
    add(since, first < until ? first : until, { place, air: HOME, sealed, isKnown: false });
    here.forEach((climate, at) => {
      const end = here[at + 1]?.since ?? until;
      add(climate.since > since ? climate.since : since, end, {
        place,
        air: { celsius: climate.celsius, humidity: climate.humidity },
        sealed,
        isKnown: true,
      });
    });
  });
  return spells;
}

/** Where ages are counted from: the harvest where its day, month or year is known, else the day it came in. */
export function startOfAge(harvested: PartialDate | null, takenInOn: IsoDate): IsoDate {
  if (harvested === null) return takenInOn;
  const middle = harvested.length === 4 ? `${harvested}-09-01` : harvested.length === 7 ? `${harvested}-15` : harvested;
  return middle < takenInOn ? middle : takenInOn;
}

const YEAR = 365.25;
/** Nobody knows how old undated seed is; it is as likely of one season as of another, up to this many half-lives. */
const OLDEST_LIVES = 1.5;
const AGES = 6;

/** Home-storage days behind a lot when its ages begin, with their chances. @param told years that it may have been old when it came in, from and to */
export function ageWhenItCame(
  harvested: PartialDate | null,
  halfLifeYears: number,
  told: readonly [number, number] | null,
): { readonly days: number; readonly chance: number }[] {
  if (harvested !== null) return [{ days: 0, chance: 1 }];
  const [youngest, oldest] = told ?? [0, OLDEST_LIVES * halfLifeYears];
  return Array.from({ length: AGES }, (_, index) => ({
    days: (youngest + ((index + 0.5) / AGES) * (oldest - youngest)) * YEAR,
    chance: 1 / AGES,
  }));
}
