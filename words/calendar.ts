/** What the entries of a calendar say. */
export const PRODUCT = 'Kind Granary';

const counted = (count: number, one: string) => `${count} ${count === 1 ? one : `${one}s`}`;

export const countWords = (towels: number) => `Count ${counted(towels, 'towel')}`;
export const layWords = (tests: number) => `Start ${counted(tests, 'test')} this week`;

/** Days of a grow-out that a calendar tells. */
export type GrowOutDay = 'sow' | 'flowers' | 'back' | 'open its cage' | 'shut its cage';
const GROW_OUT_DAYS: Readonly<Record<GrowOutDay, (name: string) => string>> = {
  sow: (name) => `Sow ${name}`,
  flowers: (name) => `${name} may start to flower: isolate it`,
  back: (name) => `Bring back seed of ${name}`,
  'open its cage': (name) => `Open the cage of ${name} and shut the other`,
  'shut its cage': (name) => `Shut the cage of ${name} and open the other`,
};
export const growOutDayWords = (what: GrowOutDay, name: string) => GROW_OUT_DAYS[what](name);
