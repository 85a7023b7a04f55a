import { sql } from 'kysely';
import type { Day, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { MovementKind, OutsideAccount } from '#data/stock/tables.ts';

export interface NewMovement {
  readonly actKey: string;
  readonly lotId: LotId;
  readonly kind: MovementKind;
  readonly from: { readonly holding: number } | { readonly outside: OutsideAccount };
  readonly to: { readonly holding: number } | { readonly outside: OutsideAccount };
  /** Whole seeds or milligrams, as the lot is kept; above 0. */
  readonly amount: number;
  readonly typed: string | null;
  readonly reason: string | null;
  readonly happenedOn: Day;
  readonly personId: PersonId | null;
}

/** Writes one movement; the database moves both balances, or refuses when the holding has too little. */
export async function move(db: Db, movement: NewMovement): Promise<void> {
  const { from, to } = movement;
  await db
    .insertInto('movement')
    .values({
      act_key: movement.actKey,
      lot_id: movement.lotId,
      kind: movement.kind,
      amount: movement.amount,
      typed: movement.typed,
      reason: movement.reason,
      from_holding: 'holding' in from ? from.holding : null,
      from_outside: 'outside' in from ? from.outside : null,
      to_holding: 'holding' in to ? to.holding : null,
      to_outside: 'outside' in to ? to.outside : null,
      happened_on: movement.happenedOn,
      person_id: movement.personId,
    })
    .execute();
}

/** Every movement of a lot, oldest first, with the balance after each. */
export async function readLedger(db: Db, lotId: LotId) {
  return db
    .selectFrom('movement')
    .leftJoin('person', 'person.id', 'movement.person_id')
    .select([
      'movement.id',
      'movement.kind',
      'movement.amount',
      'movement.typed',
      'movement.reason',
      'movement.happened_on as happenedOn',
      'movement.written_at as writtenAt',
      'movement.from_outside as fromOutside',
      'movement.to_outside as toOutside',
      'person.name as by',
      sql<number>`(sum((case when to_holding is not null then amount else 0 end) - (case when from_holding is not null then amount else 0 end)) over (order by movement.id))::bigint`.as(
        'balance',
      ),
    ])
    .where('movement.lot_id', '=', lotId)
    .orderBy('movement.id')
    .execute();
}

/** How much of a lot somebody took out of stock on a day, without what was taken back: thrown away, given, or missing and not found again. */
export async function writtenOffOn(db: Db, lotId: LotId, personId: PersonId, day: Day): Promise<number> {
  const sumOf = (kinds: readonly MovementKind[]) => sql`coalesce(sum(amount) filter (where kind in (${sql.join(kinds)})), 0)`;
  const { units } = await db
    .selectFrom('movement')
    .select(sql<number>`(${sumOf(['given', 'discarded'])} + greatest(0, ${sumOf(['missing'])} - ${sumOf(['found'])}))::bigint`.as('units'))
    .where('lot_id', '=', lotId)
    .where('person_id', '=', personId)
    .where('happened_on', '=', day)
    .where(sql<boolean>`not exists (select from undone where movement.act_key in (undone.act_key, undone.by_act))`)
    .executeTakeFirstOrThrow();
  return units;
}

/** Lots and holdings whose kept balance differs from the sum of their movements: always none. */
export async function findDisagreements(db: Db): Promise<{ kind: string; id: number }[]> {
  const { rows } = await sql<{ kind: string; id: number }>`
    select 'holding' as kind, holding.id from holding
      where balance <> coalesce((select sum(amount) from movement where to_holding = holding.id), 0) - coalesce((select sum(amount) from movement where from_holding = holding.id), 0)
    union all
    select 'lot', lot.id from lot where on_hand <> coalesce((select sum(balance) from holding where lot_id = lot.id), 0)`.execute(db);
  return rows;
}
