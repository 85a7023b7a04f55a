import { sql } from 'kysely';
import type { BatchId, Day, PersonId } from '#core/kernel/kinds.ts';
import type { HoldKind } from '#core/lots/words.ts';
import type { Db } from '#data/database.ts';

/** The most of each kind of work that Today shows; the counts tell what lies beyond. */
const MOST = 12;

// A lot that was undone has nothing on hand: where only those are asked for that have, `lot_state` alone tells them.
const LOT = sql`lot.code, line.name as variety, crop.name as crop, lot.treated`;
type Treated = 'yes' | 'unknown' | null;
const LOT_NAMES = sql`join line on line.id = lot.line_id join crop on crop.id = line.crop_id`;

export interface DueCount {
  id: number;
  on: string;
  code: string;
  variety: string;
  crop: string;
  treated: Treated;
  laidOn: Day;
  seedsLaid: number;
  finalCountDays: number;
  total: number;
}
export interface DueTest {
  on: string;
  code: string;
  variety: string;
  crop: string;
  treated: Treated;
  reason: string;
  total: number;
}
export interface DueReturn {
  id: number;
  on: string;
  code: string;
  variety: string;
  crop: string;
  treated: Treated;
  member: string;
  memberId: PersonId;
  packets: number;
  total: number;
}
/** Fruit or heads that must be opened by a day, or their seed spoils. */
export interface DueOpening {
  on: string;
  code: string;
  variety: string;
  crop: string;
  treated: Treated;
  form: string;
  total: number;
}
const OPEN_AHEAD_DAYS = 7;
export interface HeldLot {
  on: string;
  code: string;
  variety: string;
  crop: string;
  treated: Treated;
  kind: HoldKind;
  reason: string;
  total: number;
}

/**
 * What is due on a day, at most a dozen of each kind, those waiting longest first; `total` counts all of the kind.
 * @param whose only what this person began: tests they started, seed they lent, holds they set
 */
export async function readDue(db: Db, today: Day, whose: PersonId | null = null) {
  const by = (column: string) => (whose === null ? sql`` : sql`and ${sql.ref(column)} = ${whose}`);
  const ofNobody = whose === null ? sql`` : sql`and false`;
  // Counted by themselves: for a count beside the first rows, all would have to be put in order.
  const lotsDue = sql`from lot_state where next_test_on <= ${today} and on_hand > 0
    and lot_id <> all (array(select t.lot_id from germination_test t where t.next_count_on is not null)) ${ofNobody}`;
  const [counts, tests, returns, holds, openings] = await Promise.all([
    sql<DueCount>`
      select t.id, t.next_count_on as "on", ${LOT}, t.laid_on as "laidOn", t.seeds_laid as "seedsLaid", t.final_count_days as "finalCountDays", count(*) over () as total
      from germination_test t join lot on lot.id = t.lot_id ${LOT_NAMES}
      where t.next_count_on <= ${today} ${by('t.laid_by')} order by t.next_count_on, t.id limit ${MOST}`.execute(db),
    sql<DueTest>`
      select lot.next_test_on as "on", ${LOT}, lot.next_test_reason as reason, (select count(*) ${lotsDue}) as total
      from (select lot_id as id ${lotsDue} order by next_test_on, lot_id limit ${MOST}) due
      join lot on lot.id = due.id ${LOT_NAMES} order by lot.next_test_on, lot.id`.execute(db),
    sql<DueReturn>`
      select loan.id, due.due_on as "on", ${LOT}, person.name as member, loan.member_id as "memberId", loan.packets, due.total
      from (select loan_id, due_on, count(*) over () as total from open_loan where due_on < ${today} ${whose === null ? sql`` : sql`and loan_id in (select id from loan where lent_by = ${whose})`} order by due_on, loan_id limit ${MOST}) due
      join loan on loan.id = due.loan_id join lot on lot.id = loan.lot_id ${LOT_NAMES} join person on person.id = loan.member_id
      order by due.due_on, loan.id`.execute(db),
    sql<HeldLot>`
      select hold.set_on as "on", ${LOT}, hold.kind, hold.reason, hold.total
      from (select hold.*, count(*) over () as total from hold join lot_state on lot_state.lot_id = hold.lot_id
        where on_hand > 0 and not exists (select from hold_lift where hold_id = hold.id) ${by('hold.set_by')} order by set_on, hold.id limit ${MOST}) as hold
      join lot on lot.id = hold.lot_id ${LOT_NAMES} order by hold.set_on, hold.id`.execute(db),
    sql<DueOpening>`
      select lot.open_by as "on", ${LOT}, lot.form, count(*) over () as total
      from lot ${LOT_NAMES}
      where lot.on_hand = 0 and lot.form in ('whole fruit', 'heads or pods') and lot.open_by <= ${today}::date + ${OPEN_AHEAD_DAYS}::integer ${ofNobody}
      order by lot.open_by, lot.id limit ${MOST}`.execute(db),
  ]);
  return { counts: counts.rows, tests: tests.rows, returns: returns.rows, holds: holds.rows, openings: openings.rows };
}

export interface ComingDay {
  on: string;
  kind: 'step' | 'count' | 'test' | 'return' | 'sow' | 'home';
  count: number;
}

/** How much falls due on each day after `today` up to `until`. */
export async function readComing(db: Db, today: Day, until: string): Promise<ComingDay[]> {
  const { rows } = await sql<ComingDay>`
    select next_count_on as "on", 'count' as kind, count(*) from germination_test where next_count_on > ${today} and next_count_on <= ${until} group by 1
    union all select next_test_on, 'test', count(*) from lot_state where on_hand > 0 and next_test_on > ${today} and next_test_on <= ${until} group by 1
    union all select due_on, 'return', count(*) from open_loan where due_on >= ${today} and due_on <= ${until} group by 1`.execute(db);
  return rows;
}

/** The open batches that a person began. */
export async function batchesBegunBy(db: Db, personId: PersonId): Promise<ReadonlySet<BatchId>> {
  const { rows } = await sql<{ id: BatchId }>`
    select batch.id from batch join act on act.key = batch.act_key join account on account.id = act.account_id
    where account.person_id = ${personId} and not exists (select from batch_end where batch_id = batch.id)`.execute(db);
  return new Set(rows.map(({ id }) => id));
}
