import { sql, type RawBuilder } from 'kysely';
import type { AccountId } from '#core/kernel/kinds.ts';
import type { UndoableName } from '#core/people/commands.ts';
import type { BuiltOn } from '#core/people/undo.ts';
import type { Db } from './database.ts';
import type { NewMovement } from './stock/ledger.ts';

/** Milliseconds since an act was written, by the one clock that wrote it. */
const AGE = sql<number>`(extract(epoch from clock_timestamp() - act.written_at) * 1000)::bigint`;

/** An act as it may be taken back: whose it was, when, and whether somebody has. */
export async function findActToUndo(db: Db, key: string) {
  return db
    .selectFrom('act')
    .leftJoin('undone', 'undone.act_key', 'act.key')
    .select(['act.key', 'act.kind', 'act.subject', 'act.account_id as accountId', 'undone.by_act as undoneBy', AGE.as('ageMs')])
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

/** From here on nothing that the act wrote holds. @throws the rule `undone_pkey` where somebody has been quicker */
export async function recordUndone(db: Db, undone: { readonly actKey: string; readonly byAct: string }): Promise<void> {
  await db.insertInto('undone').values({ act_key: undone.actKey, by_act: undone.byAct }).execute();
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

/** Lots of which an act says something. */
export async function readLotsOf(db: Db, actKey: string): Promise<number[]> {
  const { rows } = await sql<{ id: number }>`
    select lot_id as id from movement where act_key = ${actKey}
    union select id from lot where act_key = ${actKey}
    union select lot_id from loan where act_key = ${actKey}
    union select lot_id from evidence where act_key = ${actKey}
    union select lot_id from hold where act_key = ${actKey}`.execute(db);
  return rows.map(({ id }) => id);
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
  'hold set': (key) => [
    ['hold lifted', sql`exists (select from hold join hold_lift on hold_lift.hold_id = hold.id where hold.act_key = ${key})`],
  ],
  'hold lifted': (key) => [
    [
      'lot left',
      sql`exists (select from hold_lift join hold on hold.id = hold_lift.hold_id join movement on movement.lot_id = hold.lot_id
        where hold_lift.act_key = ${key} and movement.kind in ('packed', 'lent', 'given', 'blended')
        and movement.written_at > (select written_at from act where key = ${key})
        and not exists (select from undone where undone.act_key = movement.act_key))`,
    ],
  ],
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
};

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
