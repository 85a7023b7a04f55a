import { sql } from 'kysely';
import type { Day, LineId } from '#core/kernel/kinds.ts';
import { searchKey } from '#core/search/searchKey.ts';
import type { Db } from '#data/database.ts';
import type { ListedOffer, ListedWant } from './tables.ts';

/** What another library offers and wants, as of a day. */
export interface Listing {
  readonly library: string;
  readonly howToAsk: string;
  readonly asOf: Day;
  /** Where it was read from; null for a file. */
  readonly address: string | null;
  readonly kinds: readonly ListedOffer[];
  readonly wants: readonly ListedWant[];
}

/** Saves a listing; it counts instead of earlier ones of the same library. */
export async function writeListing(db: Db, listing: Listing, actKey: string, isGone = false): Promise<void> {
  await db
    .insertInto('listing_written')
    .values({
      library: listing.library,
      library_key: searchKey(listing.library),
      how_to_ask: listing.howToAsk,
      as_of: listing.asOf,
      address: listing.address,
      kinds: JSON.stringify(listing.kinds),
      wants: JSON.stringify(listing.wants),
      is_gone: isGone,
      act_key: actKey,
    })
    .execute();
}

const selectListings = (db: Db) =>
  db.selectFrom('listing').select(['id', 'library', 'how_to_ask as howToAsk', 'as_of as asOf', 'address', 'kinds', 'wants']);

/** The newest listing of each library, by its name. */
export async function readListings(db: Db) {
  return selectListings(db).orderBy('library_key').execute();
}

export async function findListing(db: Db, id: number) {
  return selectListings(db).where('id', '=', id).executeTakeFirst();
}

/** What each of these lines is called: its crop by name and species, and all its names. */
export async function readLineNames(db: Db, lineIds: readonly LineId[]) {
  const { rows } = await sql<{ lineId: LineId; crop: string; species: string; variety: string; aliases: string[] }>`
    select line.id as "lineId", crop.name as crop, crop.species, line.name as variety,
      array(select name from line_alias where line_id = line.id) as aliases
    from line join crop on crop.id = line.crop_id where line.id = any(${lineIds}::bigint[])`.execute(db);
  return rows;
}
