import { sql } from 'kysely';
import type { AccountId, Day, LotId, PersonId, PlaceId } from '#core/kernel/kinds.ts';
import type { Db } from './database.ts';
import { isAmong } from './isAmong.ts';
import { keyHoldsWords } from './search.ts';

/** Milliseconds since an act was written, by the one clock that wrote it. */
const AGE = sql<number>`(extract(epoch from clock_timestamp() - act.written_at) * 1000)::bigint`;

/** An act as it may be taken back: whose it was, when, and whether somebody has. */
export async function findActToUndo(db: Db, key: string) {
  return db
    .selectFrom('act')
    .leftJoin('undone', 'undone.act_key', 'act.key')
    .leftJoin('account', 'account.id', 'act.account_id')
    .leftJoin('person', 'person.id', 'account.person_id')
    .select([
      'act.key',
      'act.kind',
      'act.subject',
      'act.account_id as accountId',
      'act.written_at as writtenAt',
      'person.name as by',
      'undone.by_act as undoneBy',
      AGE.as('ageMs'),
    ])
    .where('act.key', '=', key)
    .executeTakeFirst();
}

/** The newest act of an account, with the one that it undid, if any. */
export async function findNewestAct(db: Db, accountId: AccountId) {
  return db
    .selectFrom('act')
    .leftJoin('undone', 'undone.by_act', 'act.key')
    .leftJoin('act as before', 'before.key', 'undone.act_key')
    .select(['act.key', 'act.kind', 'act.subject', 'before.kind as undidKind', 'before.subject as undidSubject', AGE.as('ageMs')])
    .where('act.account_id', '=', accountId)
    .orderBy('act.written_at', 'desc')
    .limit(1)
    .executeTakeFirst();
}

/** What was done about one subject, newest first, with why it was undone and by whom; a subject stands alone or in a row with others. */
export async function readActsAbout(db: Db, subject: string, most: number) {
  return db
    .selectFrom('act')
    .leftJoin('account', 'account.id', 'act.account_id')
    .leftJoin('person', 'person.id', 'account.person_id')
    .leftJoin('undone', 'undone.act_key', 'act.key')
    .leftJoin('act as undoing', 'undoing.key', 'undone.by_act')
    .leftJoin('account as undoer', 'undoer.id', 'undoing.account_id')
    .leftJoin('person as by_whom', 'by_whom.id', 'undoer.person_id')
    .select([
      'act.key',
      'act.kind',
      'act.account_id as accountId',
      'act.written_at as writtenAt',
      AGE.as('ageMs'),
      'person.name as by',
      'undone.by_act as undoneBy',
      'undone.reason as undoneReason',
      'undoing.written_at as undoneAt',
      'by_whom.name as undoneByWhom',
    ])
    .where(keyHoldsWords(subject, [sql`act.searched`]))
    .where(sql<boolean>`${subject} = any(string_to_array(act.subject, ', '))`)
    .orderBy('act.written_at', 'desc')
    .limit(most)
    .execute();
}

/**
 * Holds that rules laid because of an act, in its own transaction, which has one moment: their acts, with the lots and reasons. One of which a hold was
 * lifted, or a trial ended, is somebody's business since.
 */
export async function readHoldsBecauseOf(db: Db, actKey: string) {
  return db
    .selectFrom('act as cause')
    .innerJoin('act', 'act.written_at', 'cause.written_at')
    .innerJoin('hold', 'hold.act_key', 'act.key')
    .innerJoin('lot', 'lot.id', 'hold.lot_id')
    .select(['act.key', 'hold.lot_id as lotId', 'lot.code', 'hold.rule'])
    .where('cause.key', '=', actKey)
    .where('act.kind', '=', 'held by rule')
    .where(
      sql<boolean>`not exists (select from hold as of_act join hold_lift on hold_lift.hold_id = of_act.id where of_act.act_key = act.key)`,
    )
    .where(sql<boolean>`not exists (select from trial join trial_end on trial_end.trial_id = trial.id where trial.act_key = act.key)`)
    .execute();
}

/** From here on nothing that the act wrote holds. @throws the rule `undone_pkey` where somebody has been quicker */
export async function recordUndone(
  db: Db,
  undone: { readonly actKey: string; readonly byAct: string; readonly reason: string | null },
): Promise<void> {
  await db.insertInto('undone').values({ act_key: undone.actKey, by_act: undone.byAct, reason: undone.reason }).execute();
}

/** Moves back what an act moved, newest first. */
export async function moveBack(
  db: Db,
  back: { readonly actKey: string; readonly act: string; readonly reason: string; readonly happenedOn: Day; readonly personId: PersonId },
): Promise<void> {
  await sql`insert into movement (act_key, lot_id, kind, from_holding, from_outside, to_holding, to_outside, amount, reason, happened_on, person_id)
    select ${back.actKey}, lot_id, 'correction', to_holding, to_outside, from_holding, from_outside, amount, ${back.reason}, ${back.happenedOn}, ${back.personId}
    from movement where act_key = ${back.act} order by id desc`.execute(db);
}

/** Tables whose rows say something of a lot, and those whose rows say it of a test, a batch or what else belongs to one. */
const OF_A_LOT = [
  'movement',
  'loan',
  'evidence',
  'hold',
  'passport',
  'lot_correction',
  'quick_look',
  'emergence',
  'incident',
  'report',
  'purity_card',
  'trial',
  'treatment',
  'warm_up',
  'germination_test',
  'batch',
] as const;
const OF_A_PART = [
  ['test_check', 'germination_test', 'test_id'],
  ['test_towel', 'germination_test', 'test_id'],
  ['test_ending', 'germination_test', 'test_id'],
  ['potted', 'germination_test', 'test_id'],
  ['batch_end', 'batch', 'batch_id'],
  ['trial_end', 'trial', 'trial_id'],
  ['hold_lift', 'hold', 'hold_id'],
  ['treatment_opening', 'treatment', 'treatment_id'],
  ['warm_up_end', 'warm_up', 'warm_up_id'],
] as const;

/** Lots of which an act says something. */
export async function readLotsOf(db: Db, actKey: string): Promise<number[]> {
  const parts = [
    sql`select id from lot where act_key = ${actKey}`,
    sql`select lot_id from test_reopening join test_ending on test_ending.id = ending_id join germination_test on germination_test.id = test_id
      where test_reopening.act_key = ${actKey}`,
    ...OF_A_LOT.map((table) => sql`select lot_id from ${sql.table(table)} where act_key = ${actKey}`),
    ...OF_A_PART.map(
      ([table, whole, by]) =>
        sql`select whole.lot_id from ${sql.table(table)} as part join ${sql.table(whole)} as whole on whole.id = part.${sql.ref(by)} where part.act_key = ${actKey}`,
    ),
  ];
  const { rows } = await sql<{ id: number }>`${sql.join(parts, sql` union `)}`.execute(db);
  return rows.map(({ id }) => id);
}

/** Tests of which an act says something. */
export async function readTestsOf(db: Db, actKey: string): Promise<number[]> {
  const { rows } = await sql<{ id: number }>`
    select test_id as id from test_check where act_key = ${actKey} union select test_id from test_ending where act_key = ${actKey}
    union select test_id from test_reopening join test_ending on test_ending.id = ending_id where test_reopening.act_key = ${actKey}`.execute(
    db,
  );
  return rows.map(({ id }) => id);
}

/** Places whose conditions an act has recorded. */
export async function readPlacesOf(db: Db, actKey: string): Promise<PlaceId[]> {
  return (await db.selectFrom('place_climate').select('place_id as id').where('act_key', '=', actKey).execute()).map(({ id }) => id);
}

/** Lots whose passport an act has written beside others, so that another one holds once it is undone. */
export async function readPassportsOf(db: Db, actKey: string): Promise<LotId[]> {
  const { rows } = await sql<{ id: LotId }>`select distinct passport.lot_id as id from passport join lot on lot.id = passport.lot_id
    where passport.act_key = ${actKey} and exists (select from passport as other where other.lot_id = passport.lot_id and other.id <> passport.id)`.execute(
    db,
  );
  return rows.map(({ id }) => id);
}

/** Which of these lots stand: those that are not withdrawn. */
export async function readStanding(db: Db, ids: readonly LotId[]): Promise<LotId[]> {
  return (await db.selectFrom('lot').select('id').where(isAmong('id', ids)).orderBy('id').execute()).map(({ id }) => id);
}

/** Gives lots back what they were called, whom they were of and what a gram of them held before an act; their search text follows the name. */
export async function restoreLots(db: Db, actKey: string): Promise<void> {
  await sql`
    with was as (
      select lot_id, old_line as line, old_donor as donor, old_garden as garden, old_per_gram as per_gram, true as whole from lot_correction where act_key = ${actKey}
      union all
      select trial.lot_id, trial_end.old_line, null, null, null, false from trial_end join trial on trial.id = trial_id
      where trial_end.act_key = ${actKey} and trial_end.old_line is not null)
    update lot_written set line_id = was.line,
      donor_id = case when was.whole then was.donor else donor_id end,
      garden_id = case when was.whole then was.garden else garden_id end,
      seeds_per_gram = coalesce(was.per_gram, seeds_per_gram),
      search_text = concat_ws(' ', code, line.name, crop.name, crop.species)
    from was join line on line.id = was.line join crop on crop.id = line.crop_id where lot_written.id = was.lot_id`.execute(db);
  await sql`update lot_written set seeds_per_gram = per_gram_before from purity_card
    where purity_card.lot_id = lot_written.id and purity_card.act_key = ${actKey} and per_gram_before is not null`.execute(db);
}

/** Whether a lot once had this code and was withdrawn: taken in by mistake. */
export async function isWithdrawn(db: Db, code: string): Promise<boolean> {
  const { rows } = await sql`select from lot_written join undone on undone.act_key = lot_written.act_key where code = ${code}`.execute(db);
  return rows.length > 0;
}
