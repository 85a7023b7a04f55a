import { sql } from 'kysely';
import type { Db } from '#data/database.ts';

/** What a new library has set up already. */
export interface FirstHour {
  readonly season: boolean;
  readonly rules: boolean;
  readonly lot: boolean;
  readonly label: boolean;
  readonly places: boolean;
  readonly people: boolean;
  /** How many lots it has; the first hour is over when there are some. */
  readonly lots: number;
  /** The newest lot, whose label can be printed. */
  readonly newest: string | null;
}

const SOME_LOTS = 11;

/** Which steps of the first hour are done; the library's name, asked at the first sign-in, is the house's second version. Lots are counted up to a dozen: beyond that nobody is new. */
export async function readFirstHour(db: Db): Promise<FirstHour> {
  const { rows } = await sql<FirstHour>`
    select house.version > 2 as season, house.rules <> '{}'::jsonb as rules, lots.count > 0 as lot,
      exists (select from lot_label_written) as label, (select code from lot order by id desc limit 1) as newest,
      exists (select from place_climate) as places, (select count(*) from person) > 1 as people, lots.count as lots
    from house, (select count(*) from (select from lot limit ${SOME_LOTS}) as few) as lots`.execute(db);
  return rows[0]!;
}
