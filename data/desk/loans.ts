import { sql } from 'kysely';
import type { Day, LoanId, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { LoanOutcome } from '#data/desk/tables.ts';
import { isFoundBy } from '#data/isAmong.ts';
import { holdsWords } from '#data/search.ts';

export interface NewLoan {
  readonly lotId: LotId;
  readonly memberId: PersonId;
  readonly packets: number;
  readonly seedsPerPacket: number;
  readonly lentOn: Day;
  readonly dueOn: Day;
  readonly overrideReason: string | null;
  readonly lentBy: number;
  readonly actKey: string;
}

export async function createLoan(db: Db, loan: NewLoan): Promise<number> {
  const row = await db
    .insertInto('loan')
    .values({
      lot_id: loan.lotId,
      member_id: loan.memberId,
      packets: loan.packets,
      seeds_per_packet: loan.seedsPerPacket,
      lent_on: loan.lentOn,
      due_on: loan.dueOn,
      override_reason: loan.overrideReason,
      lent_by: loan.lentBy,
      act_key: loan.actKey,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  return row.id;
}

function loans(db: Db) {
  return db
    .selectFrom('loan')
    .innerJoin('lot', 'lot.id', 'loan.lot_id')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .innerJoin('person', 'person.id', 'loan.member_id')
    .leftJoin('loan_close', 'loan_close.loan_id', 'loan.id')
    .leftJoin('loan_due', 'loan_due.loan_id', 'loan.id')
    .leftJoin('loan_told', 'loan_told.loan_id', 'loan.id')
    .leftJoin('loan_answer', 'loan_answer.told_id', 'loan_told.id')
    .leftJoin('person as lender', 'lender.id', 'loan.lent_by')
    .leftJoin('person as closer', 'closer.id', 'loan_close.closed_by');
}

/** The day by which seed is expected: as agreed since, or as it was lent. */
export const DUE_ON = sql<Day>`coalesce(loan_due.due_on, loan.due_on)`;

const LOAN_COLUMNS = [
  'loan.id',
  'loan.member_id as memberId',
  'person.name as member',
  'loan.lot_id as lotId',
  'lot.code',
  'line.name as variety',
  'crop.name as crop',
  'crop.id as cropId',
  'lot.treated',
  'loan.packets',
  'loan.seeds_per_packet as seedsPerPacket',
  'loan.lent_on as lentOn',
  DUE_ON.as('dueOn'),
  'loan.due_on as firstDueOn',
  'loan_due.why as dueWhy',
  'loan_told.told_on as failedOn',
  'loan_told.note as failedNote',
  'loan_answer.answer',
  'loan_close.outcome',
  'loan_close.closed_on as closedOn',
  'loan_close.note as closeNote',
  'loan.override_reason as overrideReason',
  'lender.name as lentBy',
  'closer.name as closedBy',
] as const;

export async function findLoan(db: Db, id: number) {
  return loans(db).select(LOAN_COLUMNS).where('loan.id', '=', id).executeTakeFirst();
}

/** Locks the loan so that two returns of it wait for each other. */
export async function lockLoan(db: Db, id: number) {
  await sql`select pg_advisory_xact_lock(hashtextextended('loan', ${id}))`.execute(db);
  return findLoan(db, id);
}

export async function loansOfMember(db: Db, memberId: PersonId) {
  return loans(db)
    .select(LOAN_COLUMNS)
    .select([
      sql<
        string[]
      >`array(select returned.code from loan_return join lot as returned on returned.id = loan_return.lot_id where loan_return.loan_id = loan.id order by returned.id)`.as(
        'returnedAs',
      ),
      sql<string | null>`(select reason from hold where hold.lot_id = loan.lot_id and hold.kind = 'recall'
        and not exists (select from hold_lift where hold_lift.hold_id = hold.id) order by hold.id desc limit 1)`.as('recalledFor'),
    ])
    .where('loan.member_id', '=', memberId)
    .orderBy(sql`loan_close.loan_id is not null`)
    .orderBy(DUE_ON)
    .execute();
}

export async function closeLoan(
  db: Db,
  close: { loanId: LoanId; outcome: LoanOutcome; closedOn: Day; note: string | null; closedBy: number; actKey: string },
): Promise<void> {
  await db
    .insertInto('loan_close')
    .values({
      loan_id: close.loanId,
      outcome: close.outcome,
      closed_on: close.closedOn,
      note: close.note,
      closed_by: close.closedBy,
      act_key: close.actKey,
    })
    .execute();
}

/** Writes down another day by which seed of a loan is expected. */
export async function agreeDue(
  db: Db,
  due: { loanId: LoanId; dueOn: Day; why: string | null; agreedOn: Day; writtenBy: number; actKey: string },
): Promise<void> {
  await db
    .insertInto('loan_due_written')
    .values({
      loan_id: due.loanId,
      due_on: due.dueOn,
      why: due.why,
      agreed_on: due.agreedOn,
      written_by: due.writtenBy,
      act_key: due.actKey,
    })
    .execute();
}

/** Writes down that the crop of a loan failed, as its member says. @throws the rule `loan_told_once` */
export async function tellFailure(
  db: Db,
  told: { loanId: LoanId; note: string | null; toldOn: Day; toldBy: number; actKey: string },
): Promise<void> {
  await db
    .insertInto('loan_told')
    .values({
      loan_id: told.loanId,
      what: 'failed crop',
      note: told.note,
      told_on: told.toldOn,
      told_by: told.toldBy,
      act_key: told.actKey,
    })
    .execute();
}

/** What a loan's member said of it, if anything. */
export async function findTold(db: Db, loanId: LoanId) {
  return db.selectFrom('loan_told').select(['id', 'note', 'told_on as toldOn']).where('loan_id', '=', loanId).executeTakeFirst();
}

/** Writes down what the library says to that. @throws the rule `loan_answered_once` */
export async function answerTold(
  db: Db,
  answered: { toldId: number; answer: string; answeredOn: Day; answeredBy: number; actKey: string },
): Promise<void> {
  await db
    .insertInto('loan_answer')
    .values({
      told_id: answered.toldId,
      answer: answered.answer,
      answered_on: answered.answeredOn,
      answered_by: answered.answeredBy,
      act_key: answered.actKey,
    })
    .execute();
}

export async function recordReturn(db: Db, back: { loanId: LoanId; lotId: LotId; actKey: string }): Promise<void> {
  await db.insertInto('loan_return').values({ loan_id: back.loanId, lot_id: back.lotId, act_key: back.actKey }).execute();
}

/** Whether its member said that it failed and has no answer yet. */
const IS_TOLD = sql<boolean>`exists (select from loan_told where loan_told.loan_id = loan.id and not exists (select from loan_answer where loan_answer.told_id = loan_told.id))`;

/** Open loans, soonest due first: all, those that are late, or those whose member said that they failed and waits for an answer. */
export async function listOpenLoans(
  db: Db,
  page: { search: string; only: 'late' | 'told' | null; today: Day; limit: number; offset: number },
) {
  let found = db.selectFrom('open_loan').innerJoin('loan', 'loan.id', 'open_loan.loan_id');
  if (page.only === 'late') found = found.where('open_loan.due_on', '<', page.today);
  if (page.only === 'told') found = found.where(IS_TOLD);
  if (page.search)
    found = found.where(
      sql<boolean>`exists (select from lot, person where lot.id = loan.lot_id and person.id = loan.member_id
        and ${holdsWords(page.search, 'lot.search_text', 'person.name')})`,
    );
  const shown = found.select('loan.id').orderBy('open_loan.due_on').orderBy('open_loan.loan_id').limit(page.limit).offset(page.offset);
  const [rows, total] = await Promise.all([
    loans(db)
      .innerJoin('open_loan', 'open_loan.loan_id', 'loan.id')
      .select(LOAN_COLUMNS)
      .where(isFoundBy('loan.id', shown))
      .orderBy('open_loan.due_on')
      .orderBy('open_loan.loan_id')
      .execute(),
    found.select((eb) => eb.fn.countAll<number>().as('count')).executeTakeFirstOrThrow(),
  ]);
  return { loans: rows, total: total.count };
}

/** How many open loans are late. */
export async function countLateLoans(db: Db, today: Day): Promise<number> {
  const { count } = await db
    .selectFrom('open_loan')
    .innerJoin('loan', 'loan.id', 'open_loan.loan_id')
    .where('open_loan.due_on', '<', today)
    .select((eb) => eb.fn.countAll<number>().as('count'))
    .executeTakeFirstOrThrow();
  return count;
}
