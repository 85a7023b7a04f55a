import { beforeAll, describe, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { randomUUID } from 'node:crypto';
import { addDays } from '#core/calendar/plainDate.ts';
import { countStates } from '#core/germination/towel.ts';
import type { Day, Seeds } from '#core/kernel/kinds.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readOutlook } from '#data/lots/outlooks.ts';
import { readChecks } from '#data/tests/checks.ts';
import { findQuickLooks } from '#data/tests/quickLooks.ts';
import { findTest, nextDueTest, testsOfLot } from '#data/tests/tests.ts';
import { readMarks, readTowels } from '#data/tests/towels.ts';
import { acting } from '#services/command.server.ts';
import { changeHouse } from '#services/people/people.server.ts';
import { discardLot } from '#services/stock/discard.server.ts';
import { layTests } from '#services/tests/layTests.server.ts';
import { recordQuickLook } from '#services/tests/quickLooks.server.ts';
import { claimInRound, readRound } from '#services/tests/round.server.ts';
import { readSequential, readSpeed, readTestResult } from '#services/tests/reading.server.ts';
import { proposeTests, seedsLeftOf } from '#services/tests/testProposal.server.ts';
import { readTowel } from '#services/tests/tests.server.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { onTowels } from './onTowels.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const towels = onTowels(() => library);
const { lay, layOne, count, end, relay } = towels;

/** What is believed of the seed that was taken in before any test: a jar that nobody measured. */
const UNTESTED = 'sow thicker';

describe('tests', () => {
  test('laying a test takes the seeds from stock; a weighed lot gives a weight rounded up', async () => {
    const counted = await takeIn(library, { amount: '100 seeds' });
    await layOne(counted, 50);
    expect((await lot(counted)).onHand).toBe(50);
    const weighed = await takeIn(library, { amount: '100 g' });
    await layOne(weighed, 20);
    expect((await lot(weighed)).onHand).toBe(100_000 - Math.ceil(20_000 / Math.sqrt(18)));
  });

  test('more seeds than are left are not laid', async () => {
    expect(await lay(await takeIn(library, { amount: '15 seeds' }))).toEqual({
      ok: false,
      problem: { of: expect.any(String), code: 'short', onHand: 15, unit: 'seed' },
    });
  });

  test('a towel counted seed by seed and by number reads alike, and a later mark corrects an earlier one', async () => {
    const code = await takeIn(library);
    const testId = await layOne(code);
    expect(
      await count(testId, {
        marks: [
          { replicate: 1, seed: 3, state: 'sprouted' },
          { replicate: 1, seed: 4, state: 'dead' },
        ],
      }),
    ).toMatchObject({ answer: { sprouted: 1 } });
    expect(await count(testId, { marks: [{ replicate: 1, seed: 3, state: 'waiting' }], more: { sprouted: 12 } })).toMatchObject({
      answer: { sprouted: 12 },
    });
    expect(await readMarks(library.db, testId)).toHaveLength(15);
  });

  test('more than are waiting, a seed not laid, a day before the last count or in the future are refused', async () => {
    const testId = await layOne(await takeIn(library), 10);
    expect(await count(testId, { more: { sprouted: 11 } })).toMatchObject({ problem: { code: 'more than waiting', waiting: 10 } });
    expect(await count(testId, { marks: [{ replicate: 1, seed: 11, state: 'sprouted' }] })).toMatchObject({
      problem: { code: 'not on the towel' },
    });
    expect(await count(testId, { checkedOn: '2026-11-24' })).toMatchObject({ problem: { code: 'in the future' } });
    await count(testId, {}, '2026-11-28');
    expect(await count(testId, { checkedOn: '2026-11-27' }, '2026-11-28')).toMatchObject({
      problem: { code: 'before the last count', lastOn: '2026-11-28' },
    });
  });

  test('an ended test is read into the lot’s verdict and its next test date', async () => {
    const code = await takeIn(library);
    const testId = await layOne(code);
    await count(testId, { more: { sprouted: 19 } }, '2026-12-01');
    expect(await end(testId, {}, '2026-12-01')).toMatchObject({ ok: true });
    expect(await lot(code)).toMatchObject({
      verdict: 'full strength',
      sprouted: 19,
      laid: 20,
      testedOn: '2026-12-01',
      nextTestReason: 'a third of its way to 85 %',
    });
    expect(await count(testId, { more: { sprouted: 1 } }, '2026-12-02')).toMatchObject({ problem: { code: 'already ended' } });
  });

  test('a verdict follows the house’s thresholds when they change', async () => {
    const code = await takeIn(library);
    const testId = await layOne(code);
    await count(testId, { more: { sprouted: 15 } }, '2026-12-01');
    await end(testId, {}, '2026-12-01');
    expect(await lot(code)).toMatchObject({ verdict: 'sow thicker' });
    const change = async (full: number) => {
      const house = (await readHouse(library.db))!;
      await changeHouse(acting(library.db, library.coordinator, TODAY), {
        key: randomUUID(),
        ...house,
        thresholds: { ...house.thresholds, full },
      });
    };
    await change(0.6);
    expect(await lot(code)).toMatchObject({ verdict: 'full strength' });
    await change(0.8);
    expect(await lot(code)).toMatchObject({ verdict: 'sow thicker' });
  });

  test('reading a test early, or giving it up, takes a reason; what is given up concludes nothing', async () => {
    const code = await takeIn(library);
    const testId = await layOne(code);
    expect(await end(testId)).toMatchObject({ problem: { code: 'too early without a reason', finalOn: 8 } });
    expect(await end(testId, { outcome: 'abandoned', reason: 'The towel dried out' })).toMatchObject({ ok: true });
    expect(await lot(code)).toMatchObject({ verdict: UNTESTED, onHand: 480 });
    expect(await testsOfLot(library.db, (await lot(code)).id)).toMatchObject([{ outcome: 'abandoned', endReason: 'The towel dried out' }]);
  });

  test('the database refuses a mark on an ended test and more sprouted than laid', async () => {
    const testId = await layOne(await takeIn(library), 10);
    await expect(
      sql`insert into test_ending (test_id, ended_on, outcome, sprouted, act_key) values (${testId}, ${TODAY}, 'read', 11, ${randomUUID()})`.execute(
        library.db,
      ),
    ).rejects.toMatchObject({ constraint: 'test_not_more_than_laid' });
    await count(testId, { more: { sprouted: 10 } });
    await end(testId);
    await expect(
      sql`insert into seed_mark (check_id, test_id, seed, state) select id, test_id, 1, 'dead' from test_check where test_id = ${testId} limit 1`.execute(
        library.db,
      ),
    ).rejects.toMatchObject({ constraint: 'mark_before_the_end' });
  });

  test('replicates are laid of one size, counted apart, and read with whether they agree', async () => {
    const code = await takeIn(library);
    const testId = await layOne(code, 25, { replicates: 4 });
    expect((await lot(code)).onHand).toBe(400);
    for (const [index, sprouted] of [24, 23, 12, 24].entries())
      expect(await count(testId, { replicate: index + 1, more: { sprouted } }, '2026-12-01')).toMatchObject({ ok: true });
    expect(await count(testId, { replicate: 5, more: { sprouted: 1 } }, '2026-12-01')).toMatchObject({
      problem: { code: 'not on the towel' },
    });
    await end(testId, { reason: 'Its time is up' }, '2026-12-01');
    const test = (await findTest(library.db, testId))!;
    const result = await readTestResult(library.db, test, (await readHouse(library.db))!, '2026-12-01');
    expect(result.replicates).toMatchObject({ withinTolerance: false, parts: expect.arrayContaining([{ laid: 25, sprouted: 12 }]) });
    expect(result).toMatchObject({ sprouted: 83, laid: 100 });
  });

  test('one fewer was laid: the seed goes back to the jar, the share is of what was there, and the history keeps both', async () => {
    const code = await takeIn(library);
    const testId = await layOne(code, 20);
    await count(testId, { more: { sprouted: 15 } }, '2026-11-28');
    expect(await relay(testId, 14)).toMatchObject({ problem: { code: 'more seen than that', seen: 15 } });
    expect(await relay(testId, 20)).toMatchObject({ problem: { code: 'nothing changed' } });
    expect(await relay(testId, 19)).toMatchObject({ ok: true });
    expect(await findTest(library.db, testId)).toMatchObject({ seedsLaid: 19 });
    expect((await lot(code)).onHand).toBe(481);
    expect(await readTowels(library.db, testId)).toMatchObject([
      { seeds: 20, reason: null },
      { seeds: 19, reason: 'counted again' },
    ]);
    expect(await relay(testId, 22)).toMatchObject({ ok: true });
    expect((await lot(code)).onHand).toBe(478);
    expect(countStates((await readTowel(library.db, testId)).towel)).toMatchObject({ sprouted: 15, waiting: 7, absent: 0 });
  });

  test('the number laid that is kept is the sum of its towels, whatever was corrected', async () => {
    const testId = await layOne(await takeIn(library), 10, { replicates: 2 });
    await relay(testId, 9, 2);
    await relay(testId, 11, 1);
    expect(await findTest(library.db, testId)).toMatchObject({ seedsLaid: 20 });
    expect(await relay(testId, 9, 3)).toMatchObject({ problem: { code: 'no such replicate' } });
  });

  test('the database lays replicates of one size only, and changes no towel of an ended test', async () => {
    const code = await takeIn(library);
    const testId = await layOne(code, 10);
    await count(testId, { more: { sprouted: 10 } });
    await end(testId);
    expect(await relay(testId, 11)).toMatchObject({ problem: { code: 'already ended' } });
    const add = (table: string) => sql.raw(table).execute(library.db);
    await expect(
      add(
        `insert into test_towel (test_id, replicate, seeds, places, reason, written_on, act_key) values (${testId}, 1, 11, 11, 'try', '${TODAY}', '${randomUUID()}')`,
      ),
    ).rejects.toMatchObject({ constraint: 'towel_before_the_end' });
    await expect(
      add(`insert into germination_test (lot_id, laid_on, seeds_laid, replicates, counted, celsius, first_count_days, final_count_days, act_key)
           values (${(await lot(code)).id}, '${TODAY}', 21, 2, 'any root', 20, 5, 8, '${randomUUID()}')`),
    ).rejects.toMatchObject({ constraint: 'test_replicates_are_even' });
  });

  test('kinds of seed are kept at the end, and are never more than were laid', async () => {
    const testId = await layOne(await takeIn(library), 20, {}, { counted: 'normal seedlings' });
    await count(testId, { more: { sprouted: 12, abnormal: 3, hard: 2, fresh: 1 } }, '2026-12-01');
    expect(await count(testId, { more: { dead: 3 } }, '2026-12-01')).toMatchObject({ problem: { code: 'more than waiting', waiting: 2 } });
    await count(testId, { more: { dead: 2 }, reWetted: true, mould: true }, '2026-12-01');
    await end(testId, {}, '2026-12-01');
    expect(await findTest(library.db, testId)).toMatchObject({ sprouted: 12, abnormal: 3, hard: 2, fresh: 1, dead: 2 });
    expect((await readChecks(library.db, testId)).at(-1)).toMatchObject({ reWetted: true, mould: true });
  });

  test('a tray is laid whole or not at all', async () => {
    const [one, other] = [await takeIn(library), await takeIn(library, { amount: '15 seeds' })];
    const both = (seeds: Seeds) =>
      layTests(acting(library.db, library.helper, TODAY), towels.laying([towels.one(one, 20), towels.one(other, seeds)]));
    expect(await both(20)).toMatchObject({ problem: { of: other, code: 'short', onHand: 15 } });
    expect((await lot(one)).onHand).toBe(500);
    const done = await both(10);
    expect(done.ok && done.answer.testIds).toHaveLength(2);
    expect([(await lot(one)).onHand, (await lot(other)).onHand]).toEqual([480, 5]);
  });

  test('a vigour test takes seeds and tells speed, and leaves verdict and outlook alone', async () => {
    const code = await takeIn(library);
    expect(await lay(code, 20, { celsius: 20 }, { kind: 'vigour in cold' })).toMatchObject({
      problem: { code: 'not a hard start', limit: 15 },
    });
    expect(await lay(code, 20, { celsius: 20 }, { kind: 'vigour in heat' })).toMatchObject({
      problem: { code: 'not a hard start', limit: 25 },
    });
    const testId = await layOne(code, 20, { celsius: 8, spot: 'cool' }, { kind: 'vigour in cold' });
    await count(testId, { more: { sprouted: 2 } }, '2026-12-01');
    await end(testId, { reason: 'Done' }, '2026-12-01');
    expect(await lot(code)).toMatchObject({ verdict: UNTESTED, testedOn: null, onHand: 480 });
  });

  test('a test in batches says when to stop, over all its batches, and takes no batch of another lot', async () => {
    const [code, other] = [await takeIn(library), await takeIn(library)];
    const first = await layOne(code, 10, { inBatches: true });
    const advice = async (id: number) =>
      (await readSequential(library.db, (await findTest(library.db, id))!, (await readHouse(library.db))!))!;
    expect((await advice(first)).advice).toBe('wait for the last count');
    await count(first, { more: { sprouted: 7 } }, '2026-12-01');
    await end(first, {}, '2026-12-01');
    expect((await advice(first)).advice).toBe('lay another batch');
    const second = await layOne(code, 10, { seriesOf: first });
    await count(second, { more: { sprouted: 10 } }, '2026-12-01');
    expect(await advice(second)).toMatchObject({ advice: 'stop: good', size: 10, first, batches: [{ sprouted: 7 }, { sprouted: 10 }] });
    expect(await lay(other, 10, { seriesOf: first })).toMatchObject({ problem: { code: 'no such series' } });
    expect(await lay(code, 10, { seriesOf: second })).toMatchObject({ problem: { code: 'no such series' } });
  });

  test('a test is looked at on its planned days, and the round leads from towel to towel', async () => {
    const code = await takeIn(library);
    const [one, other] = [await layOne(code, 10, {}, { checkDays: [3, 8] }), await layOne(code, 10, {}, { checkDays: [3, 8] })];
    expect(await findTest(library.db, one)).toMatchObject({ nextCountOn: '2026-11-26' });
    expect((await nextDueTest(library.db, '2026-11-26', { id: one })).next).toBe(other);
    await count(one, {}, '2026-11-26');
    expect(await findTest(library.db, one)).toMatchObject({ nextCountOn: '2026-12-01' });
  });

  test('two at one round are led to different towels, and do not count the same seeds twice', async () => {
    const { db, helper, coordinator } = library;
    const code = await takeIn(library);
    const [one, other] = [await layOne(code, 10), await layOne(code, 10)];
    const due = (await findTest(db, one))!.nextCountOn!;
    const at = (actor: typeof helper, minute: number) => ({ actor, today: due, now: new Date(Date.UTC(2026, 11, 1, 10, minute)) });
    const seen = async (by: ReturnType<typeof at>) =>
      (await readRound(db, by)).flatMap(({ test, claimedBy, countedBy, lastCheck }) =>
        [one, other].includes(test.id) ? [{ id: test.id, claimedBy, countedBy, lastCheck }] : [],
      );
    expect(await claimInRound(db, at(helper, 0), one)).toBe(true);
    expect(await claimInRound(db, at(coordinator, 0), one)).toBe(false);
    expect(await seen(at(coordinator, 1))).toMatchObject([
      { id: one, claimedBy: helper.name, countedBy: null },
      { id: other, claimedBy: null },
    ]);
    // One’s own towel is free to oneself; who moves on lets the last one go; who put the phone away lets it go in time.
    expect(await seen(at(helper, 1))).toMatchObject([{ claimedBy: null }, { claimedBy: null }]);
    expect(await claimInRound(db, at(helper, 2), other)).toBe(true);
    expect(await seen(at(coordinator, 3))).toMatchObject([{ claimedBy: null }, { claimedBy: helper.name }]);
    expect(await seen(at(coordinator, 13))).toMatchObject([{ claimedBy: null }, { claimedBy: null }]);
    expect(await claimInRound(db, at(coordinator, 13), other)).toBe(true);
    expect(await claimInRound(db, at(helper, 14), 999_999)).toBe(false);

    const { lastCheck } = (await seen(at(coordinator, 14)))[0]!;
    expect(await count(one, { more: { sprouted: 4 }, after: lastCheck }, due)).toMatchObject({ ok: true });
    expect(await seen(at(coordinator, 15))).toMatchObject([{ id: other }, { id: one, countedBy: helper.name }]);
    const late = { more: { sprouted: 4 }, after: lastCheck, by: coordinator };
    expect(await count(one, late, due)).toMatchObject({
      problem: { code: 'counted meanwhile', by: helper.name, sprouted: 4, seedsLaid: 10 },
    });
    // Seeds by their places are what they are, whoever saw them first; and one’s own earlier count is known.
    expect(
      await count(one, { marks: [{ replicate: 1, seed: 1, state: 'sprouted' }], after: lastCheck, by: coordinator }, due),
    ).toMatchObject({
      answer: { sprouted: 4 },
    });
    const { lastCheck: now } = (await seen(at(helper, 16))).find(({ id }) => id === one)!;
    expect(await count(one, { more: { sprouted: 1 }, after: now }, due)).toMatchObject({ answer: { sprouted: 5 } });
    expect(await count(one, { more: { sprouted: 1 }, after: now }, due)).toMatchObject({ answer: { sprouted: 6 } });
  });

  test('normal seedlings and any root are read apart, and a test is held against the last of its kind', async () => {
    const code = await takeIn(library);
    const read = async (sprouted: number, on: string, counted: 'any root' | 'normal seedlings') => {
      const id = await layOne(code, 50, {}, { counted });
      await count(id, { more: { sprouted } }, on);
      await end(id, { reason: 'Done' }, on);
      return readTestResult(library.db, (await findTest(library.db, id))!, (await readHouse(library.db))!, on);
    };
    expect(await read(48, '2026-12-01', 'any root')).toMatchObject({ last: null, otherCounted: false });
    expect(await read(30, '2026-12-03', 'normal seedlings')).toMatchObject({ last: null, otherCounted: true });
    expect(await read(30, '2026-12-05', 'any root')).toMatchObject({
      last: { sprouted: 48, laid: 50, word: 'lower' },
      forecast: { against: 'lower' },
    });
  });

  test('a test that goes against the one before is not averaged with it: the question opens again, and both explanations are told', async () => {
    const code = await takeIn(library);
    const read = async (sprouted: number, laidOn: Day, on: string) => {
      const done = await layTests(acting(library.db, library.helper, laidOn), towels.laying([towels.one(code, 50)], { laidOn }));
      const [id] = done.ok ? done.answer.testIds : [];
      await count(id!, { more: { sprouted } }, on);
      await end(id!, {}, on);
      return readTestResult(library.db, (await findTest(library.db, id!))!, (await readHouse(library.db))!, on);
    };
    expect((await read(48, '2026-12-01', '2026-12-20')).odd).toBeNull();
    expect((await lot(code)).verdict).toBe('full strength');
    const { odd } = await read(2, '2027-03-01', '2027-03-20');
    expect(odd!.own).toMatchObject({ on: '2027-03-01', since: '2026-12-01', up: 2 });
    expect(odd!.own.fell + odd!.own.wentWrong).toBeCloseTo(1, 1);
    expect(await lot(code)).toMatchObject({ verdict: 'not settled', nextTestReason: 'its tests do not fit together' });
    await read(47, '2027-03-22', '2027-04-10');
    expect((await lot(code)).verdict).toBe('full strength');
  });

  test('speed is told from every look: one that found none counts, one look alone tells none, nor does the day it was laid', async () => {
    const speed = async (counts: readonly (readonly [string, number])[]) => {
      const id = await layOne(await takeIn(library));
      for (const [on, sprouted] of counts) await count(id, { more: { sprouted } }, on);
      const looks = (await readChecks(library.db, id)).map(({ checkedOn }) => checkedOn);
      return readSpeed((await findTest(library.db, id))!, (await readTowel(library.db, id)).towel, looks);
    };
    const days = { second: addDays(TODAY, 2), eighth: addDays(TODAY, 8), tenth: addDays(TODAY, 10) };
    expect(
      await speed([
        [days.eighth, 0],
        [days.tenth, 10],
      ]),
    ).toMatchObject({ t50: 9, byFirstLook: false });
    expect(await speed([[days.tenth, 10]])).toMatchObject({ byFirstLook: true, vigour: null });
    expect(
      await speed([
        [TODAY, 0],
        [days.second, 10],
        [days.tenth, 4],
      ]),
    ).toMatchObject({ byFirstLook: true, vigour: 'quick' });
    expect(await speed([[TODAY, 10]])).toBeNull();
    expect(await speed([[days.tenth, 0]])).toBeNull();
  });

  test('how many to lay is proposed from what is believed and what is left', async () => {
    const house = (await readHouse(library.db))!;
    const propose = async (amount: string, rules = {}) => {
      const { id, ...taken } = await lot(await takeIn(library, { amount, harvested: '2019' }));
      return (await proposeTests(library.db, [{ id, seedsLeft: seedsLeftOf(taken) }], { ...house, rules }, TODAY))[0]!;
    };
    expect((await propose('20000 seeds')).seeds % 10).toBe(0);
    expect(await propose('60 seeds')).toMatchObject({ seeds: 6, limitedBy: 'stock' });
    expect(await propose('30 seeds')).toMatchObject({ seeds: 0, limitedBy: 'too few to test' });
    expect(await propose('20000 seeds', { testSize: 'hundred' })).toMatchObject({ seeds: 100, houseRule: 100 });
  });
});

describe('what follows from a look or a verdict', () => {
  const discard = (code: string, actor = library.helper) =>
    discardLot(acting(library.db, actor, TODAY), { key: randomUUID(), code, reason: 'Dead by its test' });

  test('a quick look is kept apart: it is no test, and changes neither verdict nor outlook', async () => {
    const code = await takeIn(library);
    const { id } = await lot(code);
    const before = await readOutlook(library.db, id);
    const look = { kind: 'float' as const, looked: 20, good: 2, note: null };
    expect(
      await recordQuickLook(acting(library.db, library.helper, TODAY), { ...look, key: randomUUID(), code, lookedOn: '2026-11-24' }),
    ).toMatchObject({ problem: { code: 'look in the future' } });
    await recordQuickLook(acting(library.db, library.helper, TODAY), { ...look, key: randomUUID(), code, lookedOn: TODAY });
    expect(await findQuickLooks(library.db, id)).toMatchObject([{ kind: 'float', good: 2, looked: 20 }]);
    expect(await readOutlook(library.db, id)).toEqual(before);
    expect(await lot(code)).toMatchObject({ verdict: UNTESTED, testedOn: null, onHand: 500 });
    await expect(sql`update quick_look set good = 20`.execute(library.owner)).rejects.toMatchObject({ constraint: 'append_only' });
  });

  test('what is left is thrown away with a reason; much of it by a coordinator only, and nothing twice', async () => {
    const [little, much] = [await takeIn(library, { amount: '100 seeds' }), await takeIn(library, { amount: '600 seeds' })];
    expect(await discard(little)).toMatchObject({ ok: true });
    expect(await lot(little)).toMatchObject({ onHand: 0, nextTestOn: null });
    expect(await discard(little)).toMatchObject({ problem: { code: 'nothing left' } });
    expect(await discard(much)).toMatchObject({ problem: { code: 'coordinator only', most: 500 } });
    expect(await discard(much, library.coordinator)).toMatchObject({ ok: true });
  });
});
