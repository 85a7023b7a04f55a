import { searchKey } from '../search/searchKey.ts';
import { isNearly } from '../search/slips.ts';

/** A name that the library knows, under the id of what it names. */
export interface Named {
  readonly id: number;
  readonly name: string;
}

/** What a name was found to be: a known one, probably a known one mistyped, or a new one. */
export interface Matched {
  readonly exact: readonly Named[];
  /** Nearly the same, the likeliest first. */
  readonly near: readonly Named[];
}

const LETTERS = 3;
const MOST_SLIPS = 2;
const MOST_NEAR = 4;
/** Names with other figures are never nearly the same: they are kept apart from the beginning. */
const endsOf = (key: string): readonly string[] => {
  const figures = key.replaceAll(/\D+/g, ' ');
  return [`^${key.slice(0, LETTERS)} ${figures}`, `${key.slice(-LETTERS)}$ ${figures}`];
};

/** Compares names as keys, apart from runs of white space and dots. */
export const nameKey = (name: string): string =>
  searchKey(name)
    .replaceAll('.', ' ')
    .replaceAll(/[\s-]+/g, ' ')
    .trim();

/**
 * Finds what is nearly a name, and not the very name, among those that are known: thousands at once, since only names that begin or end alike
 * are compared letter by letter. Each name is looked for once.
 */
export function nearNames(known: Iterable<Named>): (name: string) => readonly Named[] {
  const byEnds = new Map<string, { readonly key: string; readonly named: Named }[]>();
  for (const named of known) {
    const key = nameKey(named.name);
    for (const end of endsOf(key)) {
      const list = byEnds.get(end);
      if (list) list.push({ key, named });
      else byEnds.set(end, [{ key, named }]);
    }
  }
  const seen = new Map<string, readonly Named[]>();
  const look = (key: string): readonly Named[] => {
    const near = new Map<number, Named>();
    for (const end of endsOf(key))
      for (const other of byEnds.get(end) ?? [])
        if (other.key !== key && Math.abs(other.key.length - key.length) <= MOST_SLIPS && isNearly(other.key, key, 0))
          near.set(other.named.id, other.named);
    return [...near.values()].slice(0, MOST_NEAR);
  };
  return (name) => {
    const key = nameKey(name);
    const found = seen.get(key) ?? look(key);
    seen.set(key, found);
    return found;
  };
}

/** Finds names among those that are known: those of this very name, or else those that are nearly so. */
export function matchNames(known: readonly Named[]): (name: string) => Matched {
  const byKey = new Map<string, Named[]>();
  for (const named of known) byKey.set(nameKey(named.name), [...(byKey.get(nameKey(named.name)) ?? []), named]);
  const near = nearNames(known);
  return (name) => {
    const exact = byKey.get(nameKey(name)) ?? [];
    return { exact, near: exact.length > 0 ? [] : near(name) };
  };
}
