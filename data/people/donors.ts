import { sql } from 'kysely';
import type { Day, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/** What somebody gave, and how far it went: in numbers alone, without anybody's name. */
export interface Gift {
  readonly id: LotId;
  readonly crop: string;
  readonly variety: string;
  readonly takenInOn: Day;
  /** It and all that was grown from it: lots, packets lent, people they were lent to, gardens that seed came back from, seeds in store. */
  readonly lots: number;
  readonly packets: number;
  readonly borrowers: number;
  readonly gardens: number;
  readonly seeds: number;
}

/** Lots that a person brought, oldest first, each with what became of it. */
export async function listGifts(db: Db, personId: PersonId): Promise<Gift[]> {
  const { rows } = await sql<Gift>`
    with recursive gift as (
      select id from lot where donor_id = ${personId} and origin not in ('returned', 'grown-out', 'blend', 'split')
    ), down (gift, id) as (
      select id, id from gift union select gift, child_id from lot_parent join down on parent_id = down.id
    )
    select gift.id, crop.name as crop, line.name as variety, given.taken_in_on as "takenInOn",
      (select count(*)::integer from down join lot on lot.id = down.id where down.gift = gift.id) as lots,
      (select coalesce(sum(packets), 0)::integer from loan join down on down.id = loan.lot_id where down.gift = gift.id) as packets,
      (select count(distinct member_id)::integer from loan join down on down.id = loan.lot_id where down.gift = gift.id) as borrowers,
      (select count(distinct garden_id)::integer from lot join down on down.id = lot.id where down.gift = gift.id and lot.id <> gift.id) as gardens,
      (select coalesce(sum(case when unit = 'mg' then floor(on_hand * seeds_per_gram / 1000) else on_hand end), 0)::bigint
        from lot join down on down.id = lot.id where down.gift = gift.id) as seeds
    from gift join lot as given on given.id = gift.id join line on line.id = given.line_id join crop on crop.id = line.crop_id
    order by given.taken_in_on, gift.id`.execute(db);
  return rows;
}

/** Whether a person has brought any seed. */
export async function hasGiven(db: Db, personId: PersonId): Promise<boolean> {
  return (await db.selectFrom('lot').select('id').where('donor_id', '=', personId).limit(1).executeTakeFirst()) !== undefined;
}

/** A lot's descendants with their parents. */
export async function readKin(db: Db, lotId: LotId): Promise<{ id: number; parents: number[] }[]> {
  const { rows } = await sql<{ id: number; parents: string[] }>`
    with recursive down (id) as (select ${lotId}::bigint union select child_id from lot_parent join down on parent_id = down.id)
    select lot.id, coalesce((select array_agg(parent_id) from lot_parent where child_id = lot.id), '{}') as parents
    from lot where id in (select id from down)`.execute(db);
  return rows.map(({ id, parents }) => ({ id, parents: parents.map(Number) }));
}

export async function createDonorAddress(db: Db, address: { tokenHash: Buffer; personId: PersonId }): Promise<void> {
  await db.insertInto('donor_address').values({ token_hash: address.tokenHash, person_id: address.personId }).execute();
}

export async function revokeDonorAddress(db: Db, personId: PersonId, now: Date): Promise<void> {
  await db
    .updateTable('donor_address')
    .set({ revoked_at: now })
    .where('person_id', '=', personId)
    .where('revoked_at', 'is', null)
    .execute();
}

/** Since when a donor has an address; null without one. */
export async function donorAddressSince(db: Db, personId: PersonId): Promise<Date | null> {
  const row = await db
    .selectFrom('donor_address')
    .select('made_at')
    .where('person_id', '=', personId)
    .where('revoked_at', 'is', null)
    .executeTakeFirst();
  return row?.made_at ?? null;
}

/** Whose address this is; undefined for one that is guessed or ended, or of somebody who was erased. */
export async function findDonorByAddress(db: Db, tokenHash: Buffer): Promise<PersonId | undefined> {
  const row = await db
    .selectFrom('donor_address')
    .innerJoin('person', 'person.id', 'donor_address.person_id')
    .select('person.id')
    .where('token_hash', '=', tokenHash)
    .where('revoked_at', 'is', null)
    .where('erased_at', 'is', null)
    .executeTakeFirst();
  return row?.id;
}
