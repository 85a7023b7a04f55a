import { sql } from 'kysely';
import type { Day, LoanId, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';
import { isAmong } from '#data/isAmong.ts';

/** A member who has packets of a recalled lot and was not called yet. */
export interface ToCall {
  readonly memberId: PersonId;
  readonly member: string;
  readonly phone: string | null;
  readonly email: string | null;
  readonly code: string;
  readonly crop: string;
  readonly variety: string;
  readonly packets: number;
  readonly lentOn: Day;
  readonly reason: string;
  readonly since: Day;
  readonly total: number;
}

/** Whom to call about recalled seed, the longest recalled first; a loan that ended leaves seed and plants behind all the same. @param lotIds of these lots only */
export async function listToCall(db: Db, most: number, lotIds: readonly LotId[] | null = null): Promise<ToCall[]> {
  const { rows } = await sql<ToCall>`
    select person.id as "memberId", person.name as member, person.phone, person.email, lot.code, crop.name as crop, line.name as variety,
      loan.packets, loan.lent_on as "lentOn", hold.reason, hold.set_on as since, count(*) over () as total
    from hold join lot on lot.id = hold.lot_id join line on line.id = lot.line_id join crop on crop.id = line.crop_id
    join lateral (
      select member_id, sum(packets)::integer as packets, max(lent_on) as lent_on from loan where loan.lot_id = lot.id group by member_id
    ) as loan on true join person on person.id = loan.member_id
    where hold.kind = 'recall' and ${lotIds === null ? sql`true` : isAmong('hold.lot_id', lotIds)} and person.erased_at is null
      and not exists (select from hold_lift where hold_id = hold.id)
      and not exists (select from recall_told where recall_told.hold_id = hold.id and recall_told.member_id = person.id)
    order by hold.set_on, hold.id, person.name limit ${most}`.execute(db);
  return rows;
}

/** Writes down that a member was called about the recall of a lot. */
export async function recordCalled(
  db: Db,
  called: { lotId: LotId; memberId: PersonId; toldOn: Day; toldBy: number; actKey: string },
): Promise<void> {
  await sql`
    insert into recall_told (hold_id, member_id, told_on, told_by, act_key)
    select hold.id, ${called.memberId}, ${called.toldOn}, ${called.toldBy}, ${called.actKey} from hold
    where lot_id = ${called.lotId} and kind = 'recall' and not exists (select from hold_lift where hold_id = hold.id)`.execute(db);
}

/** A gift of seed that is recalled, whose receiver was not told yet. */
export interface GiftToTell {
  readonly giftId: number;
  readonly receiver: string;
  readonly isLibrary: boolean;
  readonly code: string;
  readonly crop: string;
  readonly variety: string;
  readonly amount: number;
  readonly unit: StockUnit;
  readonly givenOn: Day;
  readonly reason: string;
  readonly since: Day;
  readonly total: number;
}

/** Who was given seed that is recalled, the longest recalled first. @param lotIds of these lots only */
export async function listGiftsToTell(db: Db, most: number, lotIds: readonly LotId[] | null = null): Promise<GiftToTell[]> {
  const { rows } = await sql<GiftToTell>`
    select gift.id as "giftId", gift.receiver, gift.is_library as "isLibrary", lot.code, crop.name as crop, line.name as variety,
      gift.amount, lot.unit, gift.given_on as "givenOn", hold.reason, hold.set_on as since, count(*) over () as total
    from hold join lot on lot.id = hold.lot_id join line on line.id = lot.line_id join crop on crop.id = line.crop_id
    join gift on gift.lot_id = lot.id
    where hold.kind = 'recall' and ${lotIds === null ? sql`true` : isAmong('hold.lot_id', lotIds)}
      and not exists (select from hold_lift where hold_id = hold.id)
      and not exists (select from gift_told where gift_told.hold_id = hold.id and gift_told.gift_id = gift.id)
    order by hold.set_on, hold.id, gift.id limit ${most}`.execute(db);
  return rows;
}

/** Writes down that whoever was given seed of a lot was told of its recall; nothing where the gift is of another lot. */
export async function recordGiftTold(
  db: Db,
  told: { lotId: LotId; giftId: number; toldOn: Day; toldBy: number; actKey: string },
): Promise<void> {
  await sql`
    insert into gift_told_written (hold_id, gift_id, told_on, told_by, act_key)
    select hold.id, gift.id, ${told.toldOn}, ${told.toldBy}, ${told.actKey} from hold join gift on gift.lot_id = hold.lot_id
    where hold.lot_id = ${told.lotId} and gift.id = ${told.giftId} and kind = 'recall' and not exists (select from hold_lift where hold_id = hold.id)`.execute(
    db,
  );
}

/** A member who said that a crop failed and has no answer yet. */
export interface ToAnswer {
  readonly id: LoanId;
  readonly member: string;
  readonly crop: string;
  readonly variety: string;
  readonly note: string | null;
  readonly toldOn: Day;
  readonly total: number;
}

/** Whom to answer, who waits longest first. */
export async function listToAnswer(db: Db, most: number): Promise<ToAnswer[]> {
  const { rows } = await sql<ToAnswer>`
    select loan.id, person.name as member, crop.name as crop, line.name as variety, loan_told.note, loan_told.told_on as "toldOn", count(*) over () as total
    from loan_told join loan on loan.id = loan_told.loan_id join lot on lot.id = loan.lot_id join line on line.id = lot.line_id
    join crop on crop.id = line.crop_id join person on person.id = loan.member_id
    where not exists (select from loan_answer where told_id = loan_told.id)
      and not exists (select from loan_close where loan_close.loan_id = loan.id)
    order by loan_told.told_on, loan_told.id limit ${most}`.execute(db);
  return rows;
}
