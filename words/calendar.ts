/** What the entries of a calendar say. */
export const PRODUCT = 'Kind Granary';

const counted = (count: number, one: string) => `${count} ${count === 1 ? one : `${one}s`}`;

export const countWords = (towels: number) => `Count ${counted(towels, 'towel')}`;
export const layWords = (tests: number) => `Lay ${counted(tests, 'test')} this week`;

/** Days of a grow-out that a calendar tells. */
export type GrowOutDay = 'sow' | 'flowers' | 'back' | 'open its cage' | 'shut its cage';
const GROW_OUT_DAYS: Readonly<Record<GrowOutDay, (name: string) => string>> = {
  sow: (name) => `Sow ${name}`,
  flowers: (name) => `${name} may begin to flower: keep it apart`,
  back: (name) => `Seed of ${name} back at the library`,
  'open its cage': (name) => `Open the cage of ${name}, shut the other`,
  'shut its cage': (name) => `Shut the cage of ${name}, open the other`,
};
export const growOutDayWords = (what: GrowOutDay, name: string) => GROW_OUT_DAYS[what](name);
