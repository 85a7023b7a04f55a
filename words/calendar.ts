/** What the entries of a calendar say. */
export const PRODUCT = 'Kind Granary';

const counted = (count: number, one: string) => `${count} ${count === 1 ? one : `${one}s`}`;

export const countWords = (towels: number) => `Count ${counted(towels, 'towel')}`;
export const layWords = (tests: number) => `Lay ${counted(tests, 'test')} this week`;
