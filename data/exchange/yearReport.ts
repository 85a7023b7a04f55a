import { sql } from 'kysely';
import type { Seeds } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/** What a year brought to one crop family. Seeds of weighed lots are reckoned from their weight. */
export interface FamilyYear {
  readonly family: string;
  /** Lots taken in, and how they came. */
  readonly came: number;
  readonly donated: number;
  readonly bought: number;
  readonly cameBack: number;
  readonly seedsIn: Seeds;
  /** Germination tests that were ended and read, and their results together. */
  readonly tests: number;
  readonly seedsTested: Seeds;
  readonly sprouted: Seeds;
  readonly good: number;
  readonly poor: number;
  /** Loans, packets and different members. */
  readonly loans: number;
  readonly packets: number;
  readonly members: number;
  /** Loans that ended, and how. */
  readonly returned: number;
  readonly failed: number;
  readonly keptOn: number;
  readonly writtenOff: number;
  /** Seeds thrown away or missing at a count. */
  readonly seedsLost: Seeds;
  readonly lotsLost: number;
  /** Grow-outs that came back, or failed. */
  readonly grownOut: number;
  readonly growOutsFailed: number;
  /** Lines of which new seed was saved. */
  readonly linesSaved: number;
  /** Lines with seed in store now, and how many of them are at risk. */
  readonly linesInStore: number;
  readonly linesAtRisk: number;
}

/** A line is at risk from this chance of losing it within the years that are reckoned. */
const AT_RISK = 0.15;

const SEEDS = sql`case when lot.unit = 'mg' then floor(movement.amount * lot.seeds_per_gram / 1000) else movement.amount end`;
const TESTED = sql`select crop.family, test_end.ended_on as on, test.seeds_laid as laid, test_end.sprouted
  from germination_test as test join test_end on test_end.test_id = test.id join lot on lot.id = test.lot_id
  join line on line.id = lot.line_id join crop on crop.id = line.crop_id where test_end.outcome = 'read' and test.kind = 'viability'`;

/** What a calendar year brought, by crop family; families in which nothing happened and of which nothing is in store are left out. @param thresholds shares from which a test is good, and under which it is poor */
export async function readYear(db: Db, year: number, thresholds: { readonly full: number; readonly lend: number }): Promise<FamilyYear[]> {
  const [from, to] = [`${year}-01-01`, `${year}-12-31`];
  const within = (column: string) => sql`${sql.ref(column)} between ${from}::date and ${to}::date`;
  const { rows } = await sql<FamilyYear>`
    with lots as (
      select crop.family, lot.id, lot.line_id, lot.origin from lot
      join line on line.id = lot.line_id join crop on crop.id = line.crop_id where ${within('lot.taken_in_on')}),
    came as (
      select family, count(*) as came, count(*) filter (where origin in ('donated', 'found', 'market fruit')) as donated,
        count(*) filter (where origin = 'bought') as bought, count(*) filter (where origin in ('returned', 'grown-out')) as back,
        count(distinct line_id) filter (where origin in ('returned', 'grown-out')) as saved from lots group by family),
    moved as (
      select crop.family,
        coalesce(sum(${SEEDS}) filter (where movement.kind in ('received', 'returned in') and movement.from_outside is not null), 0) as seeds_in,
        coalesce(sum(${SEEDS}) filter (where movement.to_outside in ('waste') or movement.kind = 'missing'), 0) as lost,
        count(distinct movement.lot_id) filter (where movement.to_outside in ('waste') or movement.kind = 'missing') as lots_lost
      from movement join lot on lot.id = movement.lot_id join line on line.id = lot.line_id join crop on crop.id = line.crop_id
      where ${within('movement.happened_on')} and (movement.from_outside is not null or movement.to_outside = 'waste' or movement.kind = 'missing')
        and not exists (select from undone where undone.act_key = movement.act_key) and not exists (select from undone where undone.by_act = movement.act_key)
      group by 1),
    tested as (
      select family, count(*) as tests, sum(laid) as laid, sum(sprouted) as sprouted, count(*) filter (where sprouted >= ${thresholds.full}::float8 * laid) as good,
        count(*) filter (where sprouted < ${thresholds.lend}::float8 * laid) as poor from (${TESTED}) as t where ${within('t.on')} group by family),
    lent as (
      select crop.family, count(*) as loans, sum(packets) as packets, count(distinct member_id) as members
      from loan join lot on lot.id = loan.lot_id join line on line.id = lot.line_id join crop on crop.id = line.crop_id where ${within('loan.lent_on')} group by 1),
    closed as (
      select crop.family, count(*) filter (where outcome = 'returned') as returned, count(*) filter (where outcome = 'failed crop') as failed,
        count(*) filter (where outcome = 'kept on') as kept_on, count(*) filter (where outcome = 'written off') as written_off
      from loan_close join loan on loan.id = loan_close.loan_id join lot on lot.id = loan.lot_id join line on line.id = lot.line_id
      join crop on crop.id = line.crop_id where ${within('loan_close.closed_on')} group by 1),
    grown as (
      select crop.family, count(*) filter (where step.step = 'back') as back, count(*) filter (where step.step = 'failed') as failed
      from grow_out_step as step join grow_out on grow_out.id = step.grow_out_id join lot on lot.id = grow_out.lot_id join line on line.id = lot.line_id
      join crop on crop.id = line.crop_id where ${within('step.happened_on')} group by 1),
    stored as (
      select crop.family, count(distinct line.id) as lines, count(distinct line.id) filter (where line_risk.risk >= ${AT_RISK}) as at_risk
      from lot join line on line.id = lot.line_id join crop on crop.id = line.crop_id left join line_risk on line_risk.line_id = line.id
      where lot.on_hand > 0 group by 1)
    select family, coalesce(came.came, 0)::int as came, coalesce(donated, 0)::int as donated, coalesce(bought, 0)::int as bought, coalesce(came.back, 0)::int as "cameBack",
      coalesce(seeds_in, 0)::float as "seedsIn", coalesce(tests, 0)::int as tests, coalesce(laid, 0)::int as "seedsTested", coalesce(sprouted, 0)::int as sprouted,
      coalesce(good, 0)::int as good, coalesce(poor, 0)::int as poor, coalesce(loans, 0)::int as loans, coalesce(packets, 0)::int as packets, coalesce(members, 0)::int as members,
      coalesce(returned, 0)::int as returned, coalesce(closed.failed, 0)::int as failed, coalesce(kept_on, 0)::int as "keptOn", coalesce(written_off, 0)::int as "writtenOff",
      coalesce(lost, 0)::float as "seedsLost", coalesce(lots_lost, 0)::int as "lotsLost", coalesce(grown.back, 0)::int as "grownOut", coalesce(grown.failed, 0)::int as "growOutsFailed",
      coalesce(saved, 0)::int as "linesSaved", coalesce(stored.lines, 0)::int as "linesInStore", coalesce(at_risk, 0)::int as "linesAtRisk"
    from (select distinct family from crop) as all_families left join came using (family) left join moved using (family) left join tested using (family) left join lent using (family)
    left join closed using (family) left join grown using (family) left join stored using (family)
    where num_nonnulls(came.came, moved.seeds_in, tests, loans, closed.returned, grown.back, stored.lines) > 0
    order by family`.execute(db);
  return rows;
}

/** Members who borrowed in a year: a member of two families is one. */
export async function countBorrowers(db: Db, year: number): Promise<number> {
  const { rows } = await sql<{
    count: number;
  }>`select count(distinct member_id)::int as count from loan where lent_on between ${`${year}-01-01`}::date and ${`${year}-12-31`}::date`.execute(
    db,
  );
  return rows[0]!.count;
}

/** The years in which anything was recorded, newest first. */
export async function listYears(db: Db): Promise<number[]> {
  const { rows } = await sql<{ year: number }>`
    select distinct year from (
      select extract(year from taken_in_on)::int as year from lot union select extract(year from lent_on)::int from loan
      union select extract(year from ended_on)::int from test_end union select extract(year from happened_on)::int from grow_out_step) as years order by year desc limit 40`.execute(
    db,
  );
  return rows.map(({ year }) => year);
}
