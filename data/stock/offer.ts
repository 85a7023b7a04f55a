import { sql } from 'kysely';
import type { LineId } from '#core/kernel/kinds.ts';
import type { Claim } from '#core/promise/judge.ts';
import type { Db } from '#data/database.ts';
import { holdsWords } from '#data/search.ts';
import { lendableLots } from '#data/stock/shelves.ts';

/** A variety of which something may be lent now: no amounts, no people, no places. */
export interface Offered {
  readonly lineId: LineId;
  readonly crop: string;
  readonly species: string;
  readonly variety: string;
  /** How hard it is to save its seed true. */
  readonly ease: 'easy' | 'middling' | 'hard';
  readonly lifeCycle: string;
  /** The best that any of its lots promises. */
  readonly promise: Claim | null;
}

const BEST = sql<Claim | null>`(array['true', 'likely true', 'may vary'])[min(array_position(array['true', 'likely true', 'may vary'], lot_promise.promise))]`;

/** What the library offers, by crop and variety. */
export async function listOffered(db: Db, search = ''): Promise<Offered[]> {
  let query = lendableLots(db);
  if (search) query = query.where(holdsWords(search, 'lot.search_text'));
  return query
    .select([
      'line.id as lineId',
      'crop.name as crop',
      'kind.species',
      'line.name as variety',
      'kind.ease',
      'kind.lifeCycle',
      BEST.as('promise'),
    ])
    .groupBy(['crop.id', 'line.id', 'kind.species', 'kind.ease', 'kind.lifeCycle'])
    .orderBy('crop.name')
    .orderBy('line.name')
    .execute();
}
