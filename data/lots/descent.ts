import { sql } from 'kysely';
import type { Day, GardenId, LineId, LoanId, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { Claim } from '#core/promise/judge.ts';
import type { Db } from '#data/database.ts';

export interface KinRow {
  readonly id: number;
  readonly code: string;
  readonly lineId: LineId;
  readonly variety: string;
  readonly harvested: string | null;
  readonly takenInOn: Day;
  readonly origin: string;
  readonly garden: string | null;
  readonly gardenId: GardenId | null;
  readonly donor: string | null;
  readonly plants: number | null;
  readonly promise: Claim | null;
  readonly effective: number | null;
  readonly onHand: number;
  readonly unit: 'seed' | 'mg';
  readonly form: string;
  readonly parents: readonly number[];
}

/** Picture and table of a descent show this many lots at most; a recall lists all. */
const MOST_KIN = 120;

const KIN = sql`
  select lot.id, lot.code, lot.line_id as "lineId", line.name as variety, lot.harvested, lot.taken_in_on as "takenInOn", lot.origin, garden.name as garden,
    lot.garden_id as "gardenId", donor.name as donor, lot.plants_harvested as plants, lot_promise.promise, lot_promise.effective, lot.on_hand as "onHand", lot.unit, lot.form,
    coalesce((select array_agg(parent_id order by parent_id) from lot_parent where child_id = lot.id), '{}') as parents
  from lot
  join line on line.id = lot.line_id
  left join garden on garden.id = lot.garden_id
  left join person donor on donor.id = lot.donor_id
  left join lot_promise on lot_promise.lot_id = lot.id`;

/** bigint[] comes as text from the driver. */
const tidy = (rows: readonly KinRow[]): KinRow[] => rows.map((row) => ({ ...row, parents: row.parents.map(Number) }));

/** A lot with everything it descends from and everything that descends from it; `union` guards against rings. */
export async function readDescent(db: Db, lotId: LotId): Promise<KinRow[]> {
  const { rows } = await sql<KinRow>`
    with recursive up (id) as (
      select ${lotId}::bigint union select parent_id from lot_parent join up on child_id = up.id
    ), down (id) as (
      select ${lotId}::bigint union select child_id from lot_parent join down on parent_id = down.id
    )
    ${KIN} where lot.id = any(array(select id from up union select id from down))
    order by lot.id limit ${MOST_KIN}`.execute(db);
  return tidy(rows);
}

/** Everything that would be touched if this lot proved wrong: it, and all that descends from it, on shelves and with members. */
export async function readRecall(
  db: Db,
  lotId: LotId,
): Promise<
  (KinRow & {
    readonly out: readonly { loanId: LoanId; member: string; memberId: PersonId; packets: number; open: boolean }[];
    readonly recalled: boolean;
  })[]
> {
  const { rows } = await sql<KinRow>`
    with recursive down (id) as (
      select ${lotId}::bigint union select child_id from lot_parent join down on parent_id = down.id
    )
    ${KIN} where lot.id = any(array(select id from down)) order by lot.id`.execute(db);
  const kin = tidy(rows);
  const ids = kin.map(({ id }) => id);
  const [loans, recalled] = await Promise.all([
    db
      .selectFrom('loan')
      .innerJoin('person', 'person.id', 'loan.member_id')
      .leftJoin('loan_close', 'loan_close.loan_id', 'loan.id')
      .select([
        'loan.id as loanId',
        'loan.lot_id as lotId',
        'person.name as member',
        'person.id as memberId',
        'loan.packets',
        'loan_close.outcome',
      ])
      .where('loan.lot_id', 'in', ids)
      .orderBy('loan.id', 'desc')
      .execute(),
    db
      .selectFrom('hold')
      .leftJoin('hold_lift', 'hold_lift.hold_id', 'hold.id')
      .select('hold.lot_id as lotId')
      .where('hold.lot_id', 'in', ids)
      .where('hold.kind', '=', 'recall')
      .where('hold_lift.hold_id', 'is', null)
      .execute(),
  ]);
  const held = new Set(recalled.map(({ lotId: id }) => id));
  return kin.map((row) => ({
    ...row,
    recalled: held.has(row.id),
    out: loans
      .filter((loan) => loan.lotId === row.id)
      .map(({ loanId, member, memberId, packets, outcome }) => ({ loanId, member, memberId, packets, open: outcome === null })),
  }));
}
