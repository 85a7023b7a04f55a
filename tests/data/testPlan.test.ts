import { beforeAll, describe, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { randomUUID } from 'node:crypto';
import { addDays, mondayOf } from '#core/calendar/plainDate.ts';
import type { LotId } from '#core/kernel/kinds.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { listPlanned } from '#data/tests/testPlan.ts';
import { acting } from '#services/command.server.ts';
import { PLAN_WEEKS, readPlan, savePlan, setTestBench } from '#services/tests/testPlan.server.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { onTowels } from './onTowels.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const { layOne } = onTowels(() => library);
const START = mondayOf(TODAY);
const house = async () => (await readHouse(library.db))!;
const plan = async () => readPlan(library.db, await house(), TODAY);
const undated = (variety: string, amount = '500 seeds') => takeIn(library, { harvested: 'unknown', variety, amount });
const idOf = async (code: string) => (await findLotByCode(library.db, code))!.id;
const save = async (version: number, entries: { lotId: LotId; week: string; pinned: boolean }[]) =>
  savePlan(acting(library.db, library.helper, TODAY), { key: randomUUID(), version, plan: entries });

describe('the plan of tests', () => {
  test('what is due is in it with why and what it is worth; what is too small is named apart; what is laid is not in it', async () => {
    const [due, tiny, laid] = [await undated('Point Lever'), await undated('Last Few', '30 seeds'), await undated('Under Way')];
    await layOne(laid, 20);
    const { due: found, tooFew, start, opening } = await plan();
    expect(found.find(({ code }) => code === due)).toMatchObject({ reason: 'never tested and undated', pinned: false, week: null });
    expect(found.find(({ code }) => code === due)!.test.deadline).toBe(9);
    expect(tooFew.map(({ code }) => code)).toContain(tiny);
    expect(found.map(({ code }) => code)).not.toContain(laid);
    expect([start, opening]).toEqual(['2026-11-23', '2027-02-01']);
  });

  test('what lies on the bench takes its place and its hours', async () => {
    const before = (await plan()).plan.taken;
    await layOne(await undated('Standing Towel'), 10, { replicates: 2, spot: 'cool', celsius: 12 });
    const { taken } = (await plan()).plan;
    expect(taken.towels.cool[0]! - before.towels.cool[0]!).toBe(2);
    expect(taken.towels.cool[1]! - before.towels.cool[1]!).toBe(2);
    expect(taken.towels.cool[2]! - before.towels.cool[2]!).toBe(0);
    expect(taken.hours.reduce((sum, one) => sum + one, 0)).toBeGreaterThan(before.hours.reduce((sum, one) => sum + one, 0));
  });

  test('a saved plan stands with its pins, and gets onto the bench list; of two people the second is told', async () => {
    const code = await undated('Mail Bag');
    const lotId = await idOf(code);
    const { bench } = await plan();
    const week = addDays(START, 7);
    expect(await save(bench.version, [{ lotId, week, pinned: true }])).toMatchObject({ ok: true, answer: { tests: 1 } });
    expect((await plan()).due.find((one) => one.lotId === lotId)).toMatchObject({ week, pinned: true, test: { pinned: 1 } });
    expect((await listPlanned(library.db, addDays(week, 6))).map((one) => one.code)).toEqual([code]);
    expect(await listPlanned(library.db, addDays(week, -1))).toEqual([]);
    expect(await save(bench.version, [])).toMatchObject({ problem: { code: 'changed meanwhile' } });
    expect((await plan()).due.find((one) => one.lotId === lotId)!.week).toBe(week);
    await layOne(code, 20);
    expect(await listPlanned(library.db, addDays(week, 6))).toEqual([]);
  });

  test('a week outside the plan is refused whole; a lot that is not due any more is left out', async () => {
    const lotId = await idOf(await undated('Foot Warmer'));
    const { bench } = await plan();
    expect(await save(bench.version, [{ lotId, week: addDays(START, -7), pinned: false }])).toMatchObject({
      problem: { code: 'no such week' },
    });
    expect(await save(bench.version, [{ lotId, week: addDays(START, 7 * PLAN_WEEKS), pinned: false }])).toMatchObject({
      problem: { code: 'no such week' },
    });
    expect(await save(bench.version, [{ lotId, week: addDays(START, 1), pinned: false }])).toMatchObject({
      problem: { code: 'no such week' },
    });
    expect((await plan()).bench.version).toBe(bench.version);
    const gone = { lotId: 999_999, week: START, pinned: false };
    expect(await save(bench.version, [gone, { lotId, week: START, pinned: false }])).toMatchObject({ ok: true, answer: { tests: 1 } });
    await expect(
      sql`insert into planned_test (lot_id, week, act_key) values (${lotId}, ${addDays(START, 1)}, ${randomUUID()})`.execute(library.db),
    ).rejects.toMatchObject({ constraint: 'plan_week_begins_on_monday' });
  });

  test('the bench is what somebody said it is; a closed week has no hours', async () => {
    const { bench } = await plan();
    const set = (version: number) =>
      setTestBench(acting(library.db, library.coordinator, TODAY), {
        key: randomUUID(),
        version,
        warm: 3,
        room: 0,
        cool: 1,
        hours: 2.5,
        closed: ['2026-12-24', '2026-12-26'],
      });
    expect(await set(bench.version)).toMatchObject({ ok: true });
    expect(await set(bench.version)).toMatchObject({ problem: { code: 'changed meanwhile' } });
    const now = await plan();
    expect(now.bench).toMatchObject({ towels: { warm: 3, room: 0, cool: 1 }, hours: 2.5, closed: ['2026-12-21'] });
    expect(now.plan.hours.slice(3, 6)).toEqual([2.5, 0, 2.5]);
  });
});
