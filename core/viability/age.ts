/**
 * How old seed is, in days of home storage. `shut` are those in jars whose moisture nobody measured, as they would be at the middle of what it can
 * be; each cell of a belief multiplies them by its own factor. A plain number is days of which all is known.
 */
export type Age = number | { readonly known: number; readonly shut: number };

export const partsOf = (age: Age): { readonly known: number; readonly shut: number } =>
  typeof age === 'number' ? { known: age, shut: 0 } : age;

/** An age as one number, at the middle of what the moisture in unmeasured jars can be. */
export const middleAge = (age: Age): number => (typeof age === 'number' ? age : age.known + age.shut);

/** Two ages, or an age and days to come, together. @param times how often the second is added */
export function addAges(one: Age, other: Age, times = 1): Age {
  const [a, b] = [partsOf(one), partsOf(other)];
  return { known: a.known + times * b.known, shut: a.shut + times * b.shut };
}
