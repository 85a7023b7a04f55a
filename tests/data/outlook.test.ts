import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { addDays } from '#core/calendar/plainDate.ts';
import type { Day, Seeds } from '#core/kernel/kinds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { countStaleOutlooks, markOutlooksStale, readOutlook } from '#data/lots/outlooks.ts';
import { acting } from '#services/command.server.ts';
import { reckonNextOutlooks, reckonOutlooks, readOutlookFacts, refreshOutlook } from '#services/lots/outlook.server.ts';
import { recordClimate } from '#services/stock/climate.server.ts';
import { recordEmergence } from '#services/tests/emergence.server.ts';
import { NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { onTowels } from './onTowels.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const towels = onTowels(() => library);
const later = (days: number) => new Date(NOW.getTime() + days * 86_400_000);
const idOf = async (code: string) => (await findLotByCode(library.db, code))!.id;
const outlook = async (code: string) => (await readOutlook(library.db, await idOf(code)))!;
const settle = async (at = NOW) => {
  let reckoned = 0;
  for (let now; (now = await reckonNextOutlooks(library.db, at)) > 0;) reckoned += now;
  return reckoned;
};
const measured = (change: Partial<Parameters<typeof recordClimate>[1]> = {}, today = TODAY) =>
  recordClimate(acting(library.db, library.helper, today), {
    key: randomUUID(),
    place: 'Shelf',
    since: TODAY,
    celsius: 15,
    humidity: 0.45,
    why: null,
    ...change,
  });
const told = (code: string, sown: number, up: number, change: { seenOn?: Day; key?: string } = {}) =>
  recordEmergence(acting(library.db, library.helper, addDays(TODAY, 60)), {
    key: change.key ?? randomUUID(),
    code,
    sown,
    up,
    seenOn: change.seenOn ?? addDays(TODAY, 30),
    note: null,
  });

async function testRead(code: string, seeds: Seeds, sprouted: number, counted: 'any root' | 'normal seedlings' = 'any root') {
  const testId = await towels.layOne(code, seeds, {}, { counted });
  const on = addDays(TODAY, 10);
  await towels.count(testId, { more: { sprouted } }, on);
  await towels.end(testId, { reason: 'Done' }, on);
}

describe('the outlook kept with a lot', () => {
  test('is there as soon as it is taken in, and by its crop alone', async () => {
    const code = await takeIn(library);
    const { low, median, high, own_share: own, reckoned_on: on } = await outlook(code);
    expect(low < median && median < high).toBe(true);
    expect([own, on]).toEqual([0, TODAY]);
  });

  test('is told by its own tests: a poor one lowers it, a good one narrows it', async () => {
    const [poor, good] = [await takeIn(library), await takeIn(library)];
    const before = await outlook(good);
    await testRead(poor, 20, 3);
    await testRead(good, 20, 19);
    const [weak, strong] = [await outlook(poor), await outlook(good)];
    expect(weak.median).toBeLessThan(0.5);
    expect(weak.may_be_lent).toBeLessThan(0.3);
    expect(strong.may_be_lent).toBeGreaterThan(0.95);
    expect(strong.high - strong.low).toBeLessThan(before.high - before.low);
    expect(strong.own_share).toBeGreaterThan(0.2);
    expect((await findLotByCode(library.db, poor))!.nextTestReason).toBe('grow out or replace');
  });

  test('is of one kind of count: normal seedlings and any root are not mixed', async () => {
    const code = await takeIn(library);
    await testRead(code, 20, 19, 'any root');
    await testRead(code, 10, 4, 'normal seedlings');
    const [{ facts, tests }] = (await readOutlookFacts(library.db, [await idOf(code)], TODAY)) as [
      Awaited<ReturnType<typeof readOutlookFacts>>[number],
    ];
    expect(tests).toHaveLength(2);
    expect(facts.seen).toEqual([{ kind: 'test', on: TODAY, sown: 10, up: 4 }]);
  });

  test('what came up in a garden enters with the soil’s share, and a test of the same count says more', async () => {
    const [garden, towel] = [await takeIn(library), await takeIn(library)];
    expect((await told(garden, 20, 12)).ok).toBe(true);
    await testRead(towel, 20, 12);
    const [soil, paper] = [await outlook(garden), await outlook(towel)];
    expect(soil.own_share).toBeGreaterThan(0);
    expect(soil.own_share).toBeLessThan(paper.own_share);
    expect(soil.median).toBeGreaterThan(paper.median);
  });

  test('what cannot be is refused, and what is sent twice counts once', async () => {
    const code = await takeIn(library);
    expect(await told(code, 10, 5, { seenOn: addDays(TODAY, 61) })).toMatchObject({ problem: { code: 'in the future' } });
    expect(await told(code, 10, 5, { seenOn: addDays(TODAY, -1) })).toMatchObject({ problem: { code: 'before it came in' } });
    expect(await told('26-9999-X', 10, 5)).toMatchObject({ problem: { code: 'no such lot' } });
    const key = randomUUID();
    await told(code, 10, 5, { key });
    await told(code, 10, 5, { key });
    const [{ facts }] = (await readOutlookFacts(library.db, [await idOf(code)], TODAY)) as [
      Awaited<ReturnType<typeof readOutlookFacts>>[number],
    ];
    expect(facts.seen).toHaveLength(1);
  });
});

describe('what a place is like', () => {
  test('a shelf that grew hot and damp touches every lot on it, in the background', async () => {
    const code = await takeIn(library, { place: 'Hot shelf', container: 'paper envelope' });
    const elsewhere = await takeIn(library, { place: 'Cool shelf' });
    const before = await outlook(code);
    expect((await measured({ place: 'hot shelf', celsius: 33, humidity: 0.8 })).ok).toBe(true);
    expect(await countStaleOutlooks(library.db)).toBe(1);
    expect(await settle(later(120))).toBeGreaterThan(0);
    expect((await outlook(code)).median).toBeLessThan(before.median - 0.1);
    expect((await outlook(elsewhere)).median).toBeGreaterThan((await outlook(code)).median);
  });

  test('of a place that is none, or of a day to come, nothing is written', async () => {
    expect(await measured({ place: 'Nowhere' })).toEqual({ ok: false, problem: { code: 'no such place' } });
    await takeIn(library, { place: 'Third shelf' });
    expect(await measured({ place: 'Third shelf', since: addDays(TODAY, 1) })).toEqual({ ok: false, problem: { code: 'in the future' } });
  });
});

describe('the background reckoner', () => {
  test('takes what waits in parts, loses nothing, and gives what reckoning at once would', async () => {
    await settle();
    const code = await takeIn(library);
    const once = await outlook(code);
    await markOutlooksStale(library.db);
    const all = await countStaleOutlooks(library.db);
    expect(await reckonNextOutlooks(library.db, NOW, 3)).toBe(3);
    expect(await countStaleOutlooks(library.db)).toBe(all - 3);
    await settle();
    expect(await countStaleOutlooks(library.db)).toBe(0);
    expect(await outlook(code)).toEqual(once);
  });

  test('reckons again what is a week old, though nothing has changed', async () => {
    const code = await takeIn(library);
    await settle();
    expect(await settle(later(5))).toBe(0);
    expect(await settle(later(9))).toBeGreaterThan(0);
    expect((await outlook(code)).reckoned_on).toBe(addDays(TODAY, 9));
    await refreshOutlook(library.db, await idOf(code), TODAY);
  });

  test('of several at once each takes other lots, and all of it is done once', async () => {
    await settle();
    await markOutlooksStale(library.db);
    const all = await countStaleOutlooks(library.db);
    const taken = await Promise.all([1, 2, 3].map(() => reckonNextOutlooks(library.db, NOW, 2)));
    expect(await countStaleOutlooks(library.db)).toBe(all - taken.reduce((sum, one) => sum + one, 0));
    const reckoned = await Promise.all([reckonOutlooks(library.db, NOW), reckonOutlooks(library.db, NOW)]);
    expect([...taken, ...reckoned].reduce((sum, one) => sum + one, 0)).toBe(all);
    expect(await countStaleOutlooks(library.db)).toBe(0);
  });
});
