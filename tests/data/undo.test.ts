import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import type { BatchId, Milligrams } from '#core/kernel/kinds.ts';
import { findBatch } from '#data/bench/batches.ts';
import { readSteps } from '#data/bench/steps.ts';
import { listWaiting } from '#data/bench/toCome.ts';
import { readWeighings } from '#data/bench/weighings.ts';
import { findLoan, listOpenLoans } from '#data/desk/loans.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { listLines } from '#data/lots/lines.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import type { Actor } from '#data/people/accounts.ts';
import { suggestLines } from '#data/people/people.ts';
import { findDisagreements, readLedger } from '#data/stock/ledger.ts';
import { findHoldings } from '#data/stock/places.ts';
import { nextStep } from '#services/bench/moveOn.server.ts';
import { packLot, unpackLot } from '#services/bench/packing.server.ts';
import { startBatch } from '#services/bench/startBatch.server.ts';
import { weighBatch } from '#services/bench/weighBatch.server.ts';
import { acting } from '#services/command.server.ts';
import { readActsAbout } from '#data/undo.ts';
import { refuseSeed } from '#services/intake/intake.server.ts';
import { closeLoan } from '#services/desk/desk.server.ts';
import { liftHold, setHold } from '#services/lots/holdSeed.server.ts';
import { recordQuickLook } from '#services/tests/quickLooks.server.ts';
import { readLastAct, undo } from '#services/undo.server.ts';
import { lendOne, NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const lot = (code: string) => findLotByCode(library.db, code);
const lastOf = async (actor: Actor) => (await readLastAct(library.db, actor))!;
const undoing = (act: string, actor = library.helper, reason: string | null = null) =>
  undo(acting(library.db, actor, TODAY), { key: randomUUID(), act, reason });
/** Takes back what the helper did last. */
const undoLast = async () => undoing((await lastOf(library.helper)).key);

async function openLoans(): Promise<number[]> {
  const page = { search: '', only: null, today: TODAY, limit: 1000, offset: 0 };
  return (await listOpenLoans(library.db, page)).loans.map(({ id }) => id);
}

async function lend(code: string): Promise<number> {
  const lent = await lendOne(library, code);
  if (!lent.ok) throw new Error('not lent');
  return lent.answer.loanId;
}

describe('a loan', () => {
  test('that is undone gives the packets back to where they lay, and is open no more', async () => {
    const code = await takeIn(library, { variety: 'Lent Wrongly' });
    const before = await findHoldings(library.db, (await lot(code))!.id);
    const loan = await lend(code);
    expect(await openLoans()).toContain(loan);
    expect(await lastOf(library.helper)).toMatchObject({ kind: 'packets lent', subject: code, undid: false });
    expect(await undoLast()).toMatchObject({ ok: true });
    expect(await findLoan(library.db, loan)).toBeUndefined();
    expect(await openLoans()).not.toContain(loan);
    expect(await findHoldings(library.db, (await lot(code))!.id)).toEqual(before);
    expect((await readLedger(library.db, (await lot(code))!.id)).at(-1)).toMatchObject({ kind: 'correction', reason: 'undone' });
    expect(await lastOf(library.helper)).toMatchObject({ kind: 'packets lent', subject: code, undid: true });
  });

  test('is undone once, also when two ask at the same moment', async () => {
    const code = await takeIn(library, { variety: 'Undone Once' });
    await lend(code);
    const { key } = await lastOf(library.helper);
    const both = await Promise.all([undoing(key), undoing(key)]);
    expect(both.map(({ ok }) => ok).sort()).toEqual([false, true]);
    expect(both.find(({ ok }) => !ok)).toMatchObject({ problem: { code: 'undone already' } });
    expect((await lot(code))!.onHand).toBe(500);
  });

  test('that was closed is not undone, its closing is: it is open again, and can be closed anew', async () => {
    const code = await takeIn(library, { variety: 'Closed Wrongly' });
    const loan = await lend(code);
    const lending = (await lastOf(library.helper)).key;
    const close = () =>
      closeLoan(acting(library.db, library.helper, TODAY), { key: randomUUID(), loanId: loan, outcome: 'failed crop', note: null });
    expect((await close()).ok).toBe(true);
    expect(await undoing(lending)).toMatchObject({ problem: { code: 'built on', by: 'loan told of' } });
    expect((await undoLast()).ok).toBe(true);
    expect(await openLoans()).toContain(loan);
    expect((await close()).ok).toBe(true);
    expect(await openLoans()).not.toContain(loan);
  });
});

describe('a lot taken in by mistake', () => {
  test('is withdrawn: its seed goes back to the donor, and it is nowhere in the house', async () => {
    const code = await takeIn(library, { variety: 'Never Brought' });
    const { id } = (await lot(code))!;
    expect((await undoLast()).ok).toBe(true);
    expect(await lot(code)).toBeUndefined();
    expect(await suggestLines(library.db, 'pea', 'Never Brought')).toEqual([]);
    expect((await listLines(library.db, { search: 'Never Brought', crop: '', sort: 'name', limit: 9, offset: 0 })).lines).toEqual([]);
    expect(await takeIn(library, { variety: 'Brought After' })).not.toBe(code);
    expect(await findDisagreements(library.db)).toEqual([]);
    await expect(
      sql`insert into movement (act_key, lot_id, kind, from_outside, to_holding, amount, happened_on)
        select act_key, lot_id, 'found', 'count difference', holding.id, 1, ${TODAY} from holding join lot_written on lot_written.id = lot_id where lot_id = ${id}`.execute(
        library.owner,
      ),
    ).rejects.toMatchObject({ constraint: 'movement_of_standing_lot' });
  });

  test('that came back from a loan leaves the loan open again', async () => {
    const loan = await lend(await takeIn(library, { variety: 'Grown Out' }));
    const child = await takeIn(library, { variety: 'Grown Out', loan, harvested: '2026', donor: 'Member' });
    expect(await openLoans()).not.toContain(loan);
    expect((await undoLast()).ok).toBe(true);
    expect(await lot(child)).toBeUndefined();
    expect(await openLoans()).toContain(loan);
  });

  test('stays once somebody built on it, and it is said what was', async () => {
    const code = await takeIn(library, { variety: 'Looked At' });
    const { key } = await lastOf(library.helper);
    const look = { kind: 'float', looked: 10, good: 8, lookedOn: TODAY, note: null } as const;
    await recordQuickLook(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, ...look });
    expect(await undoing(key)).toMatchObject({ problem: { code: 'built on', by: 'lot observed' } });
    const other = await takeIn(library, { variety: 'Lent Since' });
    const taking = (await lastOf(library.helper)).key;
    await lend(other);
    expect(await undoing(taking)).toMatchObject({ problem: { code: 'built on', by: 'lot lent' } });
    // A loan that was itself undone is nothing to build on.
    expect((await undoLast()).ok).toBe(true);
    expect(await undoing(taking)).toMatchObject({ ok: true });
  });
});

describe('the bench', () => {
  async function begin(variety: string) {
    const code = await takeIn(library, { variety });
    const start = { key: randomUUID(), code, brought: 'clean seed', method: 'as it is', vessel: `Jar ${variety}` } as const;
    const started = await startBatch(acting(library.db, library.helper, NOW), {
      ...start,
      celsius: 18,
      humidity: null,
      fruits: null,
      weightIn: null,
    });
    if (!started.ok) throw new Error(started.problem.code);
    return { code, batchId: started.answer.batchId, act: start.key };
  }
  const weigh = (batchId: BatchId, milligrams: Milligrams) => {
    const weighing = { key: randomUUID(), batchId, milligrams, typed: `${milligrams / 1000} g`, scaleError: 100, heavier: null };
    return weighBatch(acting(library.db, library.helper, NOW), weighing);
  };

  test('a weighing that was undone is none, and the next may be heavier than it', async () => {
    const { batchId } = await begin('Misread');
    await weigh(batchId, 50_000);
    await weigh(batchId, 15_000);
    expect((await undoLast()).ok).toBe(true);
    expect((await readWeighings(library.db, batchId)).map(({ milligrams }) => milligrams)).toEqual([50_000]);
    expect((await weigh(batchId, 49_000)).ok).toBe(true);
  });

  test('a batch begun by mistake is none; one that was weighed since stays', async () => {
    const { batchId, act } = await begin('Wrong Jar');
    expect((await undoing(act)).ok).toBe(true);
    expect(await findBatch(library.db, batchId)).toBeUndefined();
    const other = await begin('Weighed Since');
    await weigh(other.batchId, 50_000);
    expect(await undoing(other.act)).toMatchObject({ problem: { code: 'built on', by: 'batch went on' } });
  });

  test('a step taken back stands where it stood, and goes on from there under a turn of its own', async () => {
    const code = await takeIn(library, { variety: 'Turned Back', crop: 'lettuce', form: 'heads or pods', amount: '20 heads' });
    const start = { key: randomUUID(), code, brought: 'heads or pods', method: 'thresh', vessel: 'Bag 9' } as const;
    const more = { celsius: 18, humidity: null, fruits: null, weightIn: null };
    const started = await startBatch(acting(library.db, library.helper, NOW), { ...start, ...more });
    if (!started.ok) throw new Error(started.problem.code);
    const { batchId } = started.answer;
    expect((await listWaiting(library.db)).map((waits) => waits.code)).not.toContain(code);
    const on = async () => {
      const batch = (await findBatch(library.db, batchId))!;
      const next = { batchId, turn: batch.turn, method: batch.method, step: 'thresh', place: batch.place + 1 } as const;
      return nextStep(acting(library.db, library.helper, NOW), {
        ...next,
        key: randomUUID(),
        celsius: 18,
        vessel: 'Bag 9',
        cleared: true,
        early: true,
      });
    };
    expect((await on()).ok).toBe(true);
    expect(await undoing(start.key)).toMatchObject({ problem: { code: 'built on', by: 'batch went on' } });
    expect((await undoLast()).ok).toBe(true);
    expect(await findBatch(library.db, batchId)).toMatchObject({ step: 'hang', turn: 1 });
    expect((await on()).ok).toBe(true);
    expect((await readSteps(library.db, batchId)).map(({ turn, step }) => [turn, step])).toEqual([
      [1, 'hang'],
      [3, 'thresh'],
    ]);
  });
});

describe('holds and packets', () => {
  test('a hold set by mistake is gone; one lifted by mistake lies again, and can be lifted anew', async () => {
    const code = await takeIn(library, { variety: 'Held Wrongly' });
    const { id } = (await lot(code))!;
    const hold = () => setHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, kind: 'drying', reason: 'damp' });
    await hold();
    expect((await undoLast()).ok).toBe(true);
    expect(await activeHolds(library.db, id)).toEqual([]);
    await hold();
    const lift = async () => {
      const { rows } = await sql<{ id: number }>`select id from hold where lot_id = ${id}`.execute(library.db);
      return liftHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, hold: rows[0]!.id, reason: 'dry now' });
    };
    expect((await lift()).ok).toBe(true);
    expect(await lift()).toMatchObject({ problem: { code: 'already lifted' } });
    expect((await undoLast()).ok).toBe(true);
    expect(await activeHolds(library.db, id)).toEqual(['drying']);
    expect((await lift()).ok).toBe(true);
    const lifting = (await lastOf(library.helper)).key;
    await lend(code);
    expect(await undoing(lifting)).toMatchObject({ problem: { code: 'built on', by: 'lot left' } });
  });

  test('what was packed lies loose again, unless packets of it are gone', async () => {
    const code = await takeIn(library, { variety: 'Packed Wrongly' });
    const { id } = (await lot(code))!;
    const pack = () =>
      packLot(acting(library.db, library.helper, TODAY), {
        key: randomUUID(),
        code,
        seeds: 40,
        packets: 5,
        keepBack: 0,
        place: 'Packet drawer',
      });
    await pack();
    expect((await undoLast()).ok).toBe(true);
    const loose = async () => (await findHoldings(library.db, id)).filter(({ packetUnits }) => packetUnits === null)[0]!.balance;
    expect(await loose()).toBe(500);
    await pack();
    const packing = (await lastOf(library.helper)).key;
    const packets = (await findHoldings(library.db, id)).find(({ packetUnits, balance }) => packetUnits !== null && balance > 0)!;
    await unpackLot(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, holding: packets.id, packets: 1 });
    expect(await undoing(packing)).toMatchObject({ problem: { code: 'built on', by: 'lot used' } });
    expect((await undoLast()).ok).toBe(true);
    expect((await undoing(packing)).ok).toBe(true);
    expect(await loose()).toBe(500);
    expect(await findDisagreements(library.db)).toEqual([]);
  });
});

describe('who may undo', () => {
  test('helpers their own acts, in the minutes after; coordinators anybody’s, later too', async () => {
    const code = await takeIn(library, { variety: 'Whose Act' });
    const hold = async (actor: Actor) => {
      const key = randomUUID();
      await setHold(acting(library.db, actor, TODAY), { key, code, kind: 'drying', reason: 'damp' });
      return key;
    };
    expect(await undoing(await hold(library.coordinator))).toMatchObject({ problem: { code: 'not yours' } });
    const old = await hold(library.helper);
    await library.owner.transaction().execute(async (tx) => {
      await sql`alter table act disable trigger user`.execute(tx);
      await sql`update act set written_at = written_at - interval '11 minutes' where key = ${old}`.execute(tx);
      await sql`alter table act enable trigger user`.execute(tx);
    });
    expect(await undoing(old)).toMatchObject({ problem: { code: 'too late' } });
    expect(await undoing(old, library.coordinator)).toMatchObject({ problem: { code: 'reason wanted' } });
    expect((await undoing(old, library.coordinator, 'the wrong jar')).ok).toBe(true);
    expect((await readActsAbout(library.db, code, 9)).find(({ key }) => key === old)).toMatchObject({ undoneReason: 'the wrong jar' });
    expect(await undoing(old, library.member)).toMatchObject({ problem: { code: 'not yours' } });
  });

  test('what cannot be undone says so, and what never was is nothing', async () => {
    const key = randomUUID();
    const refused = { key, draftId: null, what: 'Kale', why: 'mouldy' };
    await refuseSeed(acting(library.db, library.helper, TODAY), refused);
    expect(await readLastAct(library.db, library.helper)).toBeNull();
    expect(await undoing(key)).toMatchObject({ problem: { code: 'cannot be undone' } });
    expect(await undoing(randomUUID())).toMatchObject({ problem: { code: 'no such act' } });
  });
});
