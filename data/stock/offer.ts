import { sql } from 'kysely';
import type { LineId } from '#core/kernel/kinds.ts';
import type { Claim } from '#core/promise/judge.ts';
import type { Db } from '#data/database.ts';
import { holdsWords } from '#data/search.ts';
import { lots } from '#data/lots/lots.ts';
import { MAY_BE_LENT } from '#data/stock/shelves.ts';

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
export const listOffered = (db: Db, search = ''): Promise<Offered[]> =>
  lots(db)
    .where(MAY_BE_LENT)
    .where(holdsWords(search, 'lot.search_text'))
    .select([
      'line.id as lineId',
      'crop.name as crop',
      'crop.species',
      'line.name as variety',
      'crop.ease',
      'crop.life_cycle as lifeCycle',
      BEST.as('promise'),
    ])
    .groupBy(['crop.id', 'line.id'])
    .orderBy('crop.name')
    .orderBy('line.name')
    .execute();

/** The first kinds, by crop and variety, of which something may be lent now: no amounts, no people, no places. Lines are gone through in their order, and no further than is asked for. */
export async function listLendable(db: Db, search: string, most: number) {
  const found = search
    ? sql`line.id in (select line_id from lot_written where ${holdsWords(search, 'lot_written.search_text')})`
    : sql`true`;
  const { rows } = await sql<{ crop: string; variety: string; ease: 'easy' | 'middling' | 'hard'; lifeCycle: string }>`
    select line.crop, line.name as variety, line.ease, line."lifeCycle"
    from (
      select line.id, line.name, line.offspring, crop.name as crop, crop.ease, crop.life_cycle as "lifeCycle"
      from line join crop on crop.id = line.crop_id where ${found} order by crop.name, line.name offset 0
    ) as line cross join lateral (
      select from lot left join lot_promise on lot_promise.lot_id = lot.id where lot.line_id = line.id and ${holdsWords(search, 'lot.search_text')} and ${MAY_BE_LENT} limit 1
    ) as one
    order by line.crop, line.name limit ${most}`.execute(db);
  return rows;
}
