import { formatAboutSeeds, grouped } from '#core/units/formatAmount.ts';

/** A figure of a year, beside that of the year before. */
export function besides(now: number, before: number, year: number): string {
  if (now === before) return `as many as in ${year}`;
  return `${grouped(before)} in ${year}`;
}

/** A share in whole per cent; a dash where there was nothing. */
export const percentWords = (part: number, whole: number): string => (whole === 0 ? '–' : `${Math.round((part / whole) * 100)}\u00a0%`);

/** Seeds as far as they can be told. */
export const seedsWords = (seeds: number): string => (seeds === 0 ? 'none' : formatAboutSeeds(seeds));

/** What the year came to, in a sentence or two. */
export function yearInShort(year: {
  readonly came: number;
  readonly packets: number;
  readonly borrowers: number;
  readonly returned: number;
  readonly linesSaved: number;
  readonly linesAtRisk: number;
  readonly linesInStore: number;
}): string {
  const count = (value: number, one: string, many: string) => `${grouped(value)} ${value === 1 ? one : many}`;
  return [
    `${count(year.came, 'lot came', 'lots came')} in, and ${count(year.packets, 'packet', 'packets')} went out to ${count(year.borrowers, 'member', 'members')}.`,
    `${count(year.returned, 'loan came', 'loans came')} back as new seed, and seed of ${count(year.linesSaved, 'line', 'lines')} was grown anew.`,
    `Of ${count(year.linesInStore, 'line', 'lines')} in store now, ${grouped(year.linesAtRisk)} ${year.linesAtRisk === 1 ? 'is' : 'are'} at risk of being lost.`,
  ].join(' ');
}
