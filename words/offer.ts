import { formatDate } from '#core/calendar/formatDate.ts';
import { grouped } from '#core/units/formatAmount.ts';

/** When seed of a crop is ready. */
export const readyWords = (lifeCycle: string): string => (lifeCycle === 'annual' ? 'the same year' : 'in the second year');

export const BOOKLET_TITLE = 'What we offer';
export const HOW_TO_ASK = 'How to ask';

/** Under the title of the booklet. */
export const bookletAbout = (kinds: number, today: string): string =>
  `${grouped(kinds)} ${kinds === 1 ? 'kind' : 'kinds'} of seed, as of ${formatDate(today)}`;

/** What stands beside a variety: how hard it is to save, when its seed is ready, what its label promises. */
export const kindLine = (ease: string, lifeCycle: string, promise: string | null): string =>
  [
    `Saving seed is ${ease}`,
    `seed ${readyWords(lifeCycle)}`,
    ...(promise === null ? [] : [promise.charAt(0).toLowerCase() + promise.slice(1)]),
  ].join(', ');
