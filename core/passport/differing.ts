import type { Passport } from './passport.ts';

/** The answers in which two passports differ, in their own order; how a document's keys are ordered does not count. */
export function answersThatDiffer(one: Passport, other: Passport): (keyof Passport)[] {
  const keys = [...new Set([...Object.keys(one), ...Object.keys(other)])] as (keyof Passport)[];
  return keys.filter((key) => written(one[key]) !== written(other[key]));
}

/** A value as JSON, the keys of every object in it sorted. */
function written(value: unknown): string | undefined {
  return JSON.stringify(value, (_key, inner: unknown) =>
    typeof inner === 'object' && inner !== null && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([one], [other]) => (one < other ? -1 : 1)))
      : inner,
  );
}
