import { sql, type RawBuilder } from 'kysely';
import type { AccountId, LotId, PlaceId } from '#core/kernel/kinds.ts';
import type { UndoableName } from '#core/people/commands.ts';
import type { BuiltOn } from '#core/people/undo.ts';
import type { Db } from './database.ts';
import { keyHoldsWords } from './search.ts';
import type { NewMovement } from './stock/ledger.ts';

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

/** What an act moved, newest first, so that it can be moved back in that order. */
export async function readMovementsOf(db: Db, actKey: string): Promise<Pick<NewMovement, 'lotId' | 'from' | 'to' | 'amount'>[]> {
  const rows = await db
    .selectFrom('movement')
    .select(['lot_id', 'from_holding', 'from_outside', 'to_holding', 'to_outside', 'amount'])
    .where('act_key', '=', actKey)
    .orderBy('id', 'desc')
    .execute();
  return rows.map((row) => ({
    lotId: row.lot_id,
    from: row.from_holding !== null ? { holding: row.from_holding } : { outside: row.from_outside! },
    to: row.to_holding !== null ? { holding: row.to_holding } : { outside: row.to_outside! },
    amount: row.amount,
  }));
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
  return (await db.selectFrom('passport').select('lot_id as id').where('act_key', '=', actKey).execute()).map(({ id }) => id);
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
      search_text = concat_ws(' ', code, line.name, crop.name, crop.facts->>'species')
    from was join line on line.id = was.line join crop on crop.id = line.crop_id where lot_written.id = was.lot_id`.execute(db);
  await sql`update lot_written set seeds_per_gram = per_gram_before from purity_card
    where purity_card.lot_id = lot_written.id and purity_card.act_key = ${actKey} and per_gram_before is not null`.execute(db);
}

/** Rows of a table that somebody, not the server by a rule, has written for the act's own lots in another act. */
const ofItsLots = (table: string, key: string, column = 'lot_id', also: RawBuilder<unknown> = sql``) => sql<boolean>`exists (
  select from ${sql.table(table)} as later join lot on lot.id = ${sql.ref(`later.${column}`)} join act on act.key = later.act_key
  where lot.act_key = ${key} and later.act_key <> ${key} and act.account_id is not null ${also})`;

const ofItsBatches = (key: string) => {
  const batches = sql`(select id from batch where act_key = ${key} union select batch_id from batch_step where act_key = ${key} union select batch_id from weighing where act_key = ${key})`;
  const since = sql`(select written_at from act where key = ${key})`;
  const one = (table: string) => sql`exists (select from ${sql.table(table)} as later join act on act.key = later.act_key
    where later.batch_id in ${batches} and later.act_key <> ${key} and act.written_at > ${since})`;
  return {
    moved: sql<boolean>`(${one('batch_step')} or ${one('batch_end')})`,
    seen: sql<boolean>`(${one('batch_check')} or ${one('weighing')} or ${one('air_reading')})`,
  };
};

const since = (key: string) => sql`(select written_at from act where key = ${key})`;

/** Whether seed of the act's lots has been made up, lent, used or moved since, in an act that stands. */
const usedSince = (key: string, lots: RawBuilder<unknown>) => sql<boolean>`exists (select from movement
  where movement.lot_id in (${lots}) and movement.act_key <> ${key} and movement.written_at > ${since(key)}
    and not exists (select from undone where movement.act_key in (undone.act_key, undone.by_act)))`;

/** Whether a table has a row, later than the act's own, of the same thing. */
const laterOf = (table: string, column: string, key: string) => sql<boolean>`exists (
  select from ${sql.table(table)} as own join ${sql.table(table)} as later on later.${sql.ref(column)} = own.${sql.ref(column)} and later.act_key <> own.act_key
  join act on act.key = later.act_key where own.act_key = ${key} and act.written_at > ${since(key)}
    and not exists (select from undone where undone.act_key = later.act_key))`;

/** Whether a table has a row, of another act, that belongs to one of the act's rows. */
const belongsTo = (table: string, column: string, whole: string, key: string) => sql<boolean>`exists (
  select from ${sql.table(whole)} as own join ${sql.table(table)} as later on later.${sql.ref(column)} = own.id and later.act_key <> own.act_key
  where own.act_key = ${key})`;

/** Whether a hold that the act has laid was removed, or its trial ended. */
const liftedSince = (key: string) =>
  [
    ['hold lifted', sql<boolean>`exists (select from hold join hold_lift on hold_lift.hold_id = hold.id where hold.act_key = ${key})`],
  ] as const;

const CHECKS: Record<UndoableName, (key: string) => readonly (readonly [BuiltOn, RawBuilder<boolean>])[]> = {
  'lot taken in': ofAnIntake,
  'seed returned': ofAnIntake,
  'batch started': ofABatch,
  'batch moved on': ofABatch,
  'batch weighed': (key) => [['batch went on', ofItsBatches(key).moved]],
  packed: () => [],
  unpacked: () => [],
  moved: () => [],
  'seed given': () => [],
  'hold set': liftedSince,
  'hold lifted': leftSince,
  'packets lent': (key) => [
    [
      'loan told of',
      sql`exists (select from loan where act_key = ${key} and (exists (select from loan_close where loan_id = loan.id) or exists (select from loan_return where loan_id = loan.id)))`,
    ],
  ],
  'grow-out proposed': (key) => [
    [
      'grow-out went on',
      sql`exists (select from grow_out join grow_out_step on grow_out_step.grow_out_id = grow_out.id where grow_out.act_key = ${key})`,
    ],
  ],
  'season plan carried out': (key) => [
    [
      'grow-out went on',
      sql`exists (
        select from grow_out_step as later join act on act.key = later.act_key
        where later.act_key <> ${key} and act.written_at > (select written_at from act where key = ${key})
        and later.grow_out_id in (select id from grow_out where act_key = ${key} union select grow_out_id from grow_out_place where act_key = ${key} union select grow_out_id from grow_out_step where act_key = ${key})
      )`,
    ],
  ],
  'keeper written': () => [],
  'copy counted': () => [],
  'labels made': () => [],
  'grow-out placed': () => [],
  'grow-out offered': ofAGrowOutStep,
  'offer accepted': ofAGrowOutStep,
  'offer declined': ofAGrowOutStep,
  'grow-out agreed': ofAGrowOutStep,
  'season logged': () => [],
  'log entry struck': () => [],
  'seed handed over': ofAGrowOutStep,
  'grow-out failed': ofAGrowOutStep,
  'grow-out dropped': ofAGrowOutStep,
  'loan closed': () => [],
  'due date agreed': (key) => [['due date agreed', laterOf('loan_due_written', 'loan_id', key)]],
  'failure told': (key) => [['failure answered', belongsTo('loan_answer', 'told_id', 'loan_told', key)]],
  'failure answered': () => [],
  'want noted': (key) => [['want noted', laterOf('want_state_written', 'line_id', key)]],
  'passport corrected': (key) => [['passport corrected', laterOf('passport', 'lot_id', key)]],
  'lot corrected': (key) => [['lot corrected', laterOf('lot_correction', 'lot_id', key)]],
  'draft discarded': () => [],
  'batch looked at': () => [],
  'air read': () => [],
  'batch finished': ofABatchEnd,
  'batch given up': ofABatchEnd,
  'clean seed received': (key) => [
    ['passport corrected', laterOf('passport', 'lot_id', key)],
    ['lot used', usedSince(key, sql`select lot_id from passport where act_key = ${key}`)],
  ],
  'sample parted': (key) => [['purity tested', laterOf('purity_card', 'lot_id', key)], ...liftedSince(key)],
  'trial of methods begun': (key) => [
    [
      'lot on the bench',
      sql`exists (select from method_trial_arm as arm join batch on batch.lot_id = arm.lot_id where arm.act_key = ${key})`,
    ],
    ...ofAnIntake(key),
  ],
  'trial of methods ended': (key) => [
    ['rule taken on', sql`exists (select from method_trial_end where act_key = ${key} and rule is not null)`],
  ],
  'shut away': (key) => [['taken out since', belongsTo('treatment_opening', 'treatment_id', 'treatment', key)], ...liftedSince(key)],
  'taken out': (key) => [
    [
      'lot shut away',
      sql`exists (select from treatment_opening as own join treatment on treatment.id = own.treatment_id join treatment as later on later.lot_id = treatment.lot_id
        and later.id > treatment.id and later.act_key <> own.act_key where own.act_key = ${key})`,
    ],
    ...leftSince(key),
  ],
  'warming up': (key) => [['container opened', belongsTo('warm_up_end', 'warm_up_id', 'warm_up', key)]],
  'container opened': () => [],
  'test laid': (key) => [
    ['test went on', belongsTo('test_check', 'test_id', 'germination_test', key)],
    ['test went on', belongsTo('potted', 'test_id', 'germination_test', key)],
    ['test went on', belongsTo('test_towel', 'test_id', 'germination_test', key)],
    ['test ended', belongsTo('test_ending', 'test_id', 'germination_test', key)],
  ],
  'towel counted': (key) => [
    ['test ended', sql`exists (select from test_check as own join test_end on test_end.test_id = own.test_id where own.act_key = ${key})`],
    ['test went on', laterOf('test_check', 'test_id', key)],
    ['test went on', sql`exists (select from test_check as own join potted on potted.test_id = own.test_id where own.act_key = ${key})`],
  ],
  'number laid put right': (key) => [
    ['test ended', sql`exists (select from test_towel as own join test_end on test_end.test_id = own.test_id where own.act_key = ${key})`],
    ['test went on', laterOf('test_towel', 'test_id', key)],
    [
      'test went on',
      sql`exists (select from test_towel as own join test_check as later on later.test_id = own.test_id and later.act_key <> own.act_key
        join act on act.key = later.act_key where own.act_key = ${key} and act.written_at > ${since(key)})`,
    ],
  ],
  'test read': ofATestEnd,
  'test abandoned': ofATestEnd,
  'test re-opened': (key) => [
    [
      'test went on',
      sql`exists (select from test_reopening as own join test_ending on test_ending.id = own.ending_id
        join test_check as later on later.test_id = test_ending.test_id join act on act.key = later.act_key
        where own.act_key = ${key} and act.written_at > ${since(key)})`,
    ],
    [
      'test ended',
      sql`exists (select from test_reopening as own join test_ending on test_ending.id = own.ending_id
        join test_ending as later on later.test_id = test_ending.test_id and later.id > test_ending.id where own.act_key = ${key})`,
    ],
  ],
  'seedlings potted': () => [],
  'quick look': () => [],
  'emergence told': () => [],
  'emergence of a loan told': () => [],
  'stock counted': () => [],
  'lot discarded': () => [],
  'lots blended': ofAnIntake,
  recall: liftedSince,
  'recall told': () => [],
  'off-types counted': (key) => [
    [
      'count corrected',
      sql`exists (select from evidence as own join evidence as later on later.instead_of = own.id where own.act_key = ${key})`,
    ],
  ],
  incident: () => [],
  'trial set': (key) => [['trial ended', belongsTo('trial_end', 'trial_id', 'trial', key)], ...liftedSince(key)],
  'trial ended': (key) => [
    [
      'lot corrected',
      sql`exists (select from trial_end as own join trial on trial.id = own.trial_id join lot_correction as later on later.lot_id = trial.lot_id
        join act on act.key = later.act_key where own.act_key = ${key} and own.old_line is not null and act.written_at > ${since(key)})`,
    ],
    ...leftSince(key),
  ],
  'report written': () => [],
  'air of a place': () => [],
};

/** Seed that was lent, given or made up since a hold was removed has left by it. */
function leftSince(key: string) {
  return [
    [
      'lot left',
      sql<boolean>`exists (select from hold_lift join hold on hold.id = hold_lift.hold_id join movement on movement.lot_id = hold.lot_id
        where hold_lift.act_key = ${key} and movement.kind in ('packed', 'lent', 'given', 'blended') and movement.act_key <> ${key}
        and movement.written_at > ${since(key)}
        and not exists (select from undone where undone.act_key = movement.act_key))`,
    ],
  ] as const;
}

/** A batch goes on where it stood: in its vessel, with the seed that it brought, and with nothing else known of the lot since. */
function ofABatchEnd(key: string) {
  const lots = sql`select batch.lot_id from batch_end join batch on batch.id = batch_end.batch_id where batch_end.act_key = ${key}`;
  return [
    [
      'vessel taken',
      sql<boolean>`exists (with vessel as (select batch.id, coalesce((select step.vessel from batch_step as step where step.batch_id = batch.id order by turn desc limit 1), batch.vessel) as name from batch)
        select from batch_end as own join vessel on vessel.id = own.batch_id
        join vessel as other on other.id <> vessel.id and lower(trim(other.name)) = lower(trim(vessel.name))
        where own.act_key = ${key} and not exists (select from batch_end where batch_end.batch_id = other.id))`,
    ],
    ['passport corrected', laterOf('passport', 'lot_id', key)],
    ['lot used', usedSince(key, lots)],
    ...leftSince(key),
    ...liftedSince(key),
  ] as const;
}

function ofATestEnd(key: string) {
  return [
    [
      'test re-opened',
      sql<boolean>`exists (select from test_ending as own join test_reopening on test_reopening.ending_id = own.id where own.act_key = ${key})`,
    ],
    ['test ended', laterOf('test_ending', 'test_id', key)],
  ] as const;
}

function ofAGrowOutStep(key: string) {
  return [
    [
      'grow-out went on',
      sql<boolean>`exists (select from grow_out_step as own join grow_out_step as later on later.grow_out_id = own.grow_out_id and later.id > own.id
        where own.act_key = ${key})`,
    ],
    [
      'grow-out went on',
      sql<boolean>`exists (select from grow_out_step as own join grow_out_entry as entry on entry.grow_out_id = own.grow_out_id
        where own.act_key = ${key} and own.step = 'handed over')`,
    ],
  ] as const;
}

function ofABatch(key: string) {
  const { moved, seen } = ofItsBatches(key);
  return [
    ['batch went on', moved],
    ['batch went on', seen],
  ] as const;
}

function ofAnIntake(key: string) {
  return [
    ['lot lent', ofItsLots('loan', key)],
    ['lot tested', ofItsLots('germination_test', key)],
    ['lot on the bench', ofItsLots('batch', key)],
    ['lot on the bench', ofItsLots('method_trial', key)],
    ['lot shut away', ofItsLots('treatment', key)],
    ['passport corrected', ofItsLots('passport', key)],
    ['lot observed', ofItsLots('evidence', key)],
    ['lot observed', ofItsLots('incident', key)],
    ['lot observed', ofItsLots('report', key)],
    ['lot observed', ofItsLots('quick_look', key)],
    ['lot observed', ofItsLots('emergence', key)],
    ['lot observed', ofItsLots('purity_card', key)],
    ['lot observed', ofItsLots('trial', key)],
    ['lot to be grown out', ofItsLots('grow_out', key)],
    ['lot held', ofItsLots('hold', key)],
    [
      'lot used',
      ofItsLots('movement', key, 'lot_id', sql`and not exists (select from undone where later.act_key in (undone.act_key, undone.by_act))`),
    ],
    [
      'hold lifted',
      sql<boolean>`exists (select from hold join lot on lot.id = hold.lot_id join hold_lift on hold_lift.hold_id = hold.id where lot.act_key = ${key})`,
    ],
    [
      'lot grown on',
      sql<boolean>`exists (select from lot_parent join lot as child on child.id = lot_parent.child_id join lot on lot.id = lot_parent.parent_id where lot.act_key = ${key})`,
    ],
  ] as const;
}

/** What was built on an act since it was done; null when nothing was, as far as its own rows tell. */
export async function builtOn(db: Db, command: UndoableName, actKey: string): Promise<BuiltOn | null> {
  for (const [what, holds] of CHECKS[command](actKey)) {
    const { rows } = await sql<{ yes: boolean }>`select ${holds} as yes`.execute(db);
    if (rows[0]!.yes) return what;
  }
  return null;
}

/** Whether a lot once had this code and was withdrawn: taken in by mistake. */
export async function isWithdrawn(db: Db, code: string): Promise<boolean> {
  const { rows } = await sql`select from lot_written join undone on undone.act_key = lot_written.act_key where code = ${code}`.execute(db);
  return rows.length > 0;
}
