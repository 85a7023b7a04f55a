/** Longer than any amount, distance, place or date that a person writes. */
const LONGEST = 200;

/**
 * Text as typed into a field that is read, made ready for reading: trimmed, in lower case, each run of white space one space.
 * Empty for what is longer than anybody writes: nothing looks into it.
 */
export const tidied = (typed: string): string => (typed.length > LONGEST ? '' : typed.trim().toLowerCase().replace(/\s+/g, ' '));

/** A table's entry for a word as people write it, in the singular or with an s; undefined where there is none. */
export function entryFor<Value>(table: Readonly<Record<string, Value>>, word: string): Value | undefined {
  const known = [word, word.endsWith('s') ? word.slice(0, -1) : word].find((one) => Object.hasOwn(table, one));
  return known === undefined ? undefined : table[known];
}
