import type { Day } from '#core/kernel/kinds.ts';
import { SHELF_SORTS, SHELF_STATES } from '#core/lots/words.ts';
import { LINE_SORTS } from '#data/lots/lines.ts';

// What the address of a list says: its page and its table read the same, so that a table holds what the page shows, with the filter that is on.

type Query = Pick<URLSearchParams, 'get'>;

const searchIn = (query: Query, most = 100) => query.get('search')?.trim().slice(0, most) ?? '';
const oneIn = <const Word extends string>(query: Query, name: string, words: readonly Word[]) =>
  words.find((word) => word === query.get(name));

export const shelfQuery = (query: Query, today: Day) => ({
  search: searchIn(query),
  crop: query.get('crop') ?? '',
  state: oneIn(query, 'state', SHELF_STATES) ?? ('' as const),
  sort: oneIn(query, 'sort', SHELF_SORTS) ?? 'variety',
  today,
});

export const lineQuery = (query: Query) => ({
  search: searchIn(query),
  crop: query.get('crop') ?? '',
  sort: oneIn(query, 'sort', LINE_SORTS) ?? 'name',
});

export const peopleQuery = (query: Query, today: Day) => ({
  search: searchIn(query),
  membersOnly: query.get('who') !== 'everybody',
  sort: oneIn(query, 'sort', ['loans', 'name']) ?? 'loans',
  today,
});

export const loanQuery = (query: Query, today: Day) => ({
  search: searchIn(query),
  only: oneIn(query, 'only', ['late', 'told']) ?? null,
  today,
});

/** Tests, grow-outs and batches: those under way, or those that ended. */
export const openQuery = (query: Query) => ({ search: searchIn(query, 60), open: query.get('show') !== 'ended' });

/** Swapped seed: what went out, or what came in. */
export const swapsQuery = (query: Query) => ({
  search: searchIn(query, 60),
  show: query.get('show') === 'came' ? ('came' as const) : ('went' as const),
});

export const recordQuery = (query: Query) => ({ search: searchIn(query, 60) });
