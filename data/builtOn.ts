import { sql, type RawBuilder } from 'kysely';
import type { UndoableName } from '#core/people/commands.ts';
import type { BuiltOn } from '#core/people/undo.ts';
import type { Db } from './database.ts';

// What stands in the way of undoing each kind of act: rows that somebody has written since, on top of its own.

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
  'sheet imported': (key) => [
    ...ofAnIntake(key),
    ['loan told of', belongsTo('loan_close', 'loan_id', 'loan', key)],
    ['loan told of', belongsTo('loan_return', 'loan_id', 'loan', key)],
    ['loan told of', belongsTo('loan_told', 'loan_id', 'loan', key)],
    ['due date agreed', belongsTo('loan_due_written', 'loan_id', 'loan', key)],
    ...ofATestEnd(key),
  ],
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
  'listing read': (key) => [['listing read', laterOf('listing_written', 'library_key', key)]],
  'listing removed': (key) => [['listing read', laterOf('listing_written', 'library_key', key)]],
  'recall heard': liftedSince,
  'origin noted': (key) => [['origin noted', laterOf('lot_origin_written', 'lot_id', key)], ...liftedSince(key)],
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
      sql<boolean>`exists (select from lot_parent join lot as child on child.id = lot_parent.child_id join lot on lot.id = lot_parent.parent_id where lot.act_key = ${key} and child.act_key <> ${key})`,
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
