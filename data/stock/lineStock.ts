import { sql } from 'kysely';
import type { VerdictKind } from '#core/germination/verdict.ts';
import type { Rules } from '#core/house/rules.ts';
import type { Day, LineId, Seeds } from '#core/kernel/kinds.ts';
import type { HoldKind, Kind } from '#core/lots/words.ts';
import type { Claim } from '#core/promise/judge.ts';
import type { Db } from '#data/database.ts';
import { holdsSeed } from '#data/growouts/standing.ts';
import { isAmong } from '#data/isAmong.ts';

export interface LotInLine {
  readonly code: string;
  readonly kind: Kind;
  readonly onHand: number;
  readonly seeds: Seeds;
  /** With a keeper, out of the house. */
  readonly away: Seeds;
  readonly holds: readonly HoldKind[];
  readonly verdict: VerdictKind | null;
  readonly isJudged: boolean;
  readonly toSow: Seeds | null;
  readonly toTest: Seeds;
  readonly sureShare: number;
  /** Middle of what is believed to germinate, 0 to 1; null until it has been reckoned. */
  readonly median: number | null;
  readonly promise: Claim | null;
  /** Foreign genes that its seed hands on, 0 to 1, in the middle; null until it has been judged. */
  readonly handsOn: number | null;
}

/** A lot as the database sends it: of thousands, names at every value would take four times as long. */
type LotRow = readonly [
  code: string,
  kind: Kind,
  onHand: number,
  seeds: Seeds,
  away: Seeds,
  holds: readonly HoldKind[],
  verdict: VerdictKind | null,
  isJudged: boolean,
  toSow: Seeds | null,
  toTest: Seeds,
  sureShare: number,
  median: number | null,
  promise: Claim | null,
  handsOn: number | null,
];

function lotOf(row: LotRow): LotInLine {
  const [code, kind, onHand, seeds, away, holds, verdict, isJudged, toSow, toTest, sureShare, median, promise, handsOn] = row;
  return { code, kind, onHand, seeds, away, holds, verdict, isJudged, toSow, toTest, sureShare, median, promise, handsOn };
}

export interface LineInStock {
  readonly id: LineId;
  readonly name: string;
  readonly offspring: boolean;
  readonly rules: Rules;
  readonly crop: string;
  readonly cropId: string;
  readonly lots: readonly LotInLine[];
  /** Seeds of it lent in a usual year. */
  readonly lentAYear: number;
  /** Seeds of it that grow-outs are planned with. */
  readonly promised: Seeds;
}

const YEARS = 3;

/** Lines with the lots of which seed is left, and how many seeds are lent in a year: those asked for, or all that have seed or were lent since `since`. */
export async function listLinesInStock(db: Db, since: Day, only: readonly LineId[] | null): Promise<LineInStock[]> {
  // One line alone is asked for most: by a plain equality, of which PostgreSQL keeps the plan.
  const asked = (column: string) =>
    only === null ? sql`true` : only.length === 1 ? sql`${sql.ref(column)} = ${only[0]}` : isAmong(column, only);
  // A lot that was undone has neither loans nor grow-outs: `stock` alone leaves it out.
  const { rows } = await sql<Omit<LineInStock, 'lots'> & { readonly lots: readonly LotRow[] }>`
    with away as (
      select holding.lot_id, sum(floor(case when lot.unit = 'mg' then holding.balance * lot.seeds_per_gram / 1000 else holding.balance end)) as seeds
      from keeper join holding on holding.place_id = keeper.place_id join lot_written as lot on lot.id = holding.lot_id
      where holding.balance > 0 and ${asked('lot.line_id')} group by holding.lot_id
    ), held as (
      select hold.lot_id, json_agg(hold.kind order by hold.id) as kinds from hold join lot_written as lot on lot.id = hold.lot_id
      where ${asked('lot.line_id')} and not exists (select from hold_lift where hold_lift.hold_id = hold.id) group by hold.lot_id
    ), stock as (
      select lot.line_id, json_agg(json_build_array(
        lot.code, lot.kind, lot.on_hand, case when lot.unit = 'mg' then floor(lot.on_hand * lot.seeds_per_gram / 1000) else lot.on_hand end,
        coalesce(away.seeds, 0), coalesce(held.kinds, '[]'), lot.verdict, lot_promise.lot_id is not null,
        lot_outlook.to_sow, coalesce(lot_outlook.to_test, 0), coalesce(lot_outlook.sure_share, 1),
        lot.germination, lot_promise.promise, (lot_promise.handed_on[12] + lot_promise.handed_on[13]) / 2
      ) order by lot.id) as lots
      from lot left join lot_outlook on lot_outlook.lot_id = lot.id left join lot_promise on lot_promise.lot_id = lot.id
      left join away on away.lot_id = lot.id left join held on held.lot_id = lot.id where lot.on_hand > 0 and ${asked('lot.line_id')} group by lot.line_id
    ), lent as (
      select lot.line_id, sum(loan.packets * loan.seeds_per_packet) / ${YEARS}::float as seeds
      from loan join lot_written as lot on lot.id = loan.lot_id where loan.lent_on >= ${since} and ${asked('lot.line_id')} group by lot.line_id
    ), promised as (
      select lot.line_id, sum(grow_out.seeds)::bigint as seeds from grow_out join lot_written as lot on lot.id = grow_out.lot_id
      where ${asked('lot.line_id')} and ${holdsSeed} group by lot.line_id
    )
    select line.id, line.name, line.offspring, line.rules, crop.name as crop, crop.id as "cropId", coalesce(stock.lots, '[]') as lots, coalesce(lent.seeds, 0) as "lentAYear", coalesce(promised.seeds, 0) as promised
    from line join crop on crop.id = line.crop_id left join stock on stock.line_id = line.id left join lent on lent.line_id = line.id left join promised on promised.line_id = line.id
    where ${only === null ? sql`(stock.line_id is not null or lent.line_id is not null)` : asked('line.id')}
    order by crop.name, line.name`.execute(db);
  return rows.map((line) => ({ ...line, lots: line.lots.map(lotOf) }));
}

/** Lets nobody else lend of a line until the transaction ends: two at once may not both take its last lendable seed. */
export async function lockLineStock(db: Db, lineId: LineId): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended('line stock', ${lineId}))`.execute(db);
}
