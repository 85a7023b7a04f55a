import { sql } from 'kysely';
import type { Day } from '#core/kernel/kinds.ts';
import type { HoldKind, ShelfSort, ShelfState } from '#core/lots/words.ts';
import type { Db } from '#data/database.ts';
import { isFoundBy } from '#data/isAmong.ts';
import { lots } from '#data/lots/lots.ts';
import { COUNTED_AHEAD, holdsWords } from '#data/search.ts';

export interface ShelfPage {
  readonly search: string;
  readonly crop: string;
  readonly state: ShelfState | '';
  readonly sort: ShelfSort;
  readonly today: Day;
  readonly limit: number;
  readonly offset: number;
}

const ORDER: Record<ShelfSort, ReturnType<typeof sql>> = {
  variety: sql`lot.shelf_key, lot.id desc`,
  code: sql`lot.code desc`,
  harvest: sql`lot.harvested desc nulls last, lot.id desc`,
  amount: sql`(case when lot.unit = 'mg' then lot.on_hand * lot.seeds_per_gram / 1000 else lot.on_hand end) desc, lot.id`,
  germination: sql`lot.germination nulls last, lot.id`,
  'next test': sql`lot.next_test_on nulls last, lot.id`,
};
const HELD = sql<boolean>`exists (select from hold where hold.lot_id = lot.id and not exists (select from hold_lift where hold_lift.hold_id = hold.id))`;

/** Whether something of it may be lent now. The stock of its line says how much. */
export const MAY_BE_LENT = sql<boolean>`(lot.on_hand > 0 and (lot.kind <> 'F1' or line.offspring) and lot.verdict in ('full strength', 'sow thicker')
  and lot_promise.lot_id is not null and not ${HELD})`;

const CLEAN = ['clean seed', 'on paper'] as const;

/** Lots of the shelves that a page asks for, with what that asks besides their ids. */
function found(db: Db, page: ShelfPage) {
  let query = lots(db).leftJoin('lot_outlook', 'lot_outlook.lot_id', 'lot.id');
  const words = page.search.split(/\s+/).filter(Boolean);
  if (words.length > 0)
    query = query.where(
      isFoundBy(
        'lot.id',
        sql.join(
          // Two ways to be found, each by its index.
          words.map(
            (word) => sql`(select id from lot_written where ${holdsWords(word, 'lot_written.search_text')}
              union select id from lot_written where donor_id in (select id from person where ${holdsWords(word, 'person.name')}))`,
          ),
          // All words at once: each lot of a second array would be looked for in all of the first.
          sql` intersect `,
        ),
      ),
    );
  if (page.crop) query = query.where('crop.id', '=', page.crop);
  if (page.state === 'used up') query = query.where('lot.on_hand', '=', 0).where('lot.form', 'in', CLEAN);
  else if (page.state === 'to be cleaned') query = query.where('lot.on_hand', '=', 0).where('lot.form', 'not in', CLEAN);
  else if (page.state) query = query.where('lot.on_hand', '>', 0);
  if (page.state === 'on hold') query = query.where(HELD);
  if (page.state === 'may be lent') query = query.where(MAY_BE_LENT);
  if (page.state === 'test due') query = query.where('lot.next_test_on', '<=', page.today);
  return query.select('lot.id');
}

/** The lots of one page of the shelves. */
export function readShelf(db: Db, page: ShelfPage) {
  // Found and put in order first, by what that takes alone; all that a row shows is read of one page's lots.
  const shown = found(db, page).orderBy(ORDER[page.sort]).limit(page.limit).offset(page.offset);
  return lots(db)
    .leftJoin('lot_outlook', 'lot_outlook.lot_id', 'lot.id')
    .where(isFoundBy('lot.id', shown))
    .select([
      'lot.code',
      'line.name as variety',
      'crop.name as crop',
      'crop.seed_looks as seedLooks',
      'lot.kind',
      'lot.harvested',
      'lot.unit',
      'lot.on_hand as onHand',
      'lot.seeds_per_gram as seedsPerGram',
      'donor.name as donor',
      'lot.verdict',
      'lot_outlook.low',
      'lot_outlook.median',
      'lot_outlook.high',
      'lot.treated',
      'lot.form',
      'lot_promise.promise',
      'lot.tested_sprouted as sprouted',
      'lot.tested_laid as laid',
      'lot.tested_on as testedOn',
      'lot.next_test_on as nextTestOn',
      sql<
        HoldKind[]
      >`array(select kind from hold where hold.lot_id = lot.id and not exists (select from hold_lift where hold_lift.hold_id = hold.id))`.as(
        'holds',
      ),
      sql<
        string | null
      >`(select string_agg(place.name, ', ') from holding join place on place.id = holding.place_id where holding.lot_id = lot.id and holding.balance > 0)`.as(
        'places',
      ),
    ])
    .orderBy(ORDER[page.sort])
    .execute();
}

/** One page of the shelves, and how many lots match; `total` counts no further than 2000 beyond the page, and `more` says that it stopped there. */
export async function listShelves(db: Db, page: ShelfPage) {
  const counted = db.selectFrom(
    found(db, page)
      .limit(page.offset + COUNTED_AHEAD)
      .as('counted'),
  );
  const [shown, { count }] = await Promise.all([
    readShelf(db, page),
    counted.select((eb) => eb.fn.countAll<number>().as('count')).executeTakeFirstOrThrow(),
  ]);
  return { lots: shown, total: count, more: count === page.offset + COUNTED_AHEAD };
}
