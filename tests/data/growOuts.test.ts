import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { addDays } from '#core/calendar/plainDate.ts';
import { findGrower, findGrowOut, listGrowOuts, readGrowOutSteps, yieldsOfLines } from '#data/growouts/growOuts.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readOutlook } from '#data/lots/outlooks.ts';
import { findDisagreements, readLedger } from '#data/stock/ledger.ts';
import { findHoldings } from '#data/stock/places.ts';
import { acting } from '#services/command.server.ts';
import { agreeGrowOut, dropGrowOut, failGrowOut, handOverSeed, proposeGrowOut } from '#services/growouts/growOuts.server.ts';
import { logSeason } from '#services/growouts/season.server.ts';
import { receiveLot } from '#services/intake/intake.server.ts';
import { readLinesInNeed } from '#services/growouts/needs.server.ts';
import { setHold } from '#services/lots/holdSeed.server.ts';
import { NotAllowed } from '#services/perform.server.ts';
import { readStockOfLine } from '#services/stock/lineStock.server.ts';
import { undo } from '#services/undo.server.ts';
import { intake, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const leads = () => acting(library.db, library.coordinator, TODAY);
const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const house = async () => (await readHouse(library.db))!;
const stockOf = async (code: string) => readStockOfLine(library.db, await house(), TODAY, (await lot(code)).lineId);
const inNeed = async (variety: string) => (await readLinesInNeed(library.db, await house(), TODAY)).find(({ name }) => name === variety);

async function propose(code: string, change: { seeds?: number; plants?: number; key?: string } = {}) {
  return proposeGrowOut(leads(), { key: randomUUID(), code, plants: 10, seeds: 60, note: null, ...change });
}
async function proposed(code: string): Promise<number> {
  const done = await propose(code);
  if (!done.ok) throw new Error(done.problem.code);
  return done.answer.id;
}

describe('a grow-out that is proposed', () => {
  test('knows when it is sown and back, keeps its seed from being lent, and moves none', async () => {
    const code = await takeIn(library, { variety: 'Grown Out', amount: '2000 seeds', harvested: '2026' });
    const before = await stockOf(code);
    const id = await proposed(code);
    expect(await findGrowOut(library.db, id)).toMatchObject({ code, seeds: 60, plants: 10, step: null, proposedOn: TODAY });
    const { sowFrom, backBy } = (await findGrowOut(library.db, id))!;
    expect(sowFrom >= TODAY && backBy > addDays(sowFrom, 60)).toBe(true);
    expect(await stockOf(code)).toMatchObject({ promised: 60, lendable: before.lendable - 60 });
    expect((await lot(code)).onHand).toBe(2000);
    expect(
      (await listGrowOuts(library.db, { open: true, search: 'grown out', limit: 9, offset: 0 })).growOuts.map((one) => one.id),
    ).toEqual([id]);
  });

  test('is dropped once, with the reason, and gives its seed back to lending', async () => {
    const code = await takeIn(library, { variety: 'Dropped Line', amount: '2000 seeds', harvested: '2026' });
    const id = await proposed(code);
    const drop = () => dropGrowOut(leads(), { key: randomUUID(), growOutId: id, reason: 'No bed free' });
    expect((await drop()).ok).toBe(true);
    expect(await findGrowOut(library.db, id)).toMatchObject({ step: 'dropped', reason: 'No bed free' });
    expect((await stockOf(code)).promised).toBe(0);
    expect(await drop()).toMatchObject({ problem: { code: 'moved on', state: 'dropped' } });
    const ended = await listGrowOuts(library.db, { open: false, search: 'dropped line', limit: 9, offset: 0 });
    expect(ended.growOuts.map((one) => one.id)).toEqual([id]);
    expect(await dropGrowOut(leads(), { key: randomUUID(), growOutId: 99_999, reason: 'None' })).toMatchObject({
      problem: { code: 'no such grow-out' },
    });
  });

  test('dropped by two at once it ends once; sent twice it is proposed once', async () => {
    const code = await takeIn(library, { variety: 'Twice Told', amount: '2000 seeds', harvested: '2026' });
    const key = randomUUID();
    const [one, other] = [await propose(code, { key }), await propose(code, { key })];
    expect(one).toEqual(other);
    const id = one.ok ? one.answer.id : 0;
    const both = await Promise.all(['first', 'second'].map((reason) => dropGrowOut(leads(), { key: randomUUID(), growOutId: id, reason })));
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
  });

  test('is undone while nothing has become of it, and its dropping too', async () => {
    const code = await takeIn(library, { variety: 'Second Thought', amount: '2000 seeds', harvested: '2026' });
    const [key, dropKey] = [randomUUID(), randomUUID()];
    const done = await propose(code, { key });
    const id = done.ok ? done.answer.id : 0;
    await dropGrowOut(leads(), { key: dropKey, growOutId: id, reason: 'By mistake' });
    expect(await undo(leads(), { key: randomUUID(), act: key })).toMatchObject({ problem: { code: 'built on', by: 'grow-out went on' } });
    expect((await undo(leads(), { key: randomUUID(), act: dropKey })).ok).toBe(true);
    expect(await findGrowOut(library.db, id)).toMatchObject({ step: null });
    expect((await undo(leads(), { key: randomUUID(), act: key })).ok).toBe(true);
    expect(await findGrowOut(library.db, id)).toBeUndefined();
    expect((await stockOf(code)).promised).toBe(0);
  });

  test('is refused of more seed than there is, of recalled seed, of a lot nobody has, and to helpers', async () => {
    const code = await takeIn(library, { variety: 'Refused Line', amount: '50 seeds', harvested: '2026' });
    expect(await propose(code)).toMatchObject({ problem: { code: 'short', onHand: 50 } });
    expect((await propose(code, { seeds: 30 })).ok).toBe(true);
    expect(await propose(code, { seeds: 25 })).toMatchObject({ problem: { code: 'promised', promised: 30, free: 20 } });
    await setHold(leads(), { key: randomUUID(), code, kind: 'recall', reason: 'Mislabelled' });
    expect(await propose(code, { seeds: 20 })).toMatchObject({ problem: { code: 'held back', hold: 'recall' } });
    expect(await propose('26-9999-Z')).toMatchObject({ problem: { code: 'no such lot' } });
    await expect(
      proposeGrowOut(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, plants: 1, seeds: 1, note: null }),
    ).rejects.toThrow(NotAllowed);
  });
});

test('a lot that is to be grown out is not taken back as taken in by mistake', async () => {
  const code = await takeIn(library, { variety: 'Kept In', amount: '500 seeds', harvested: '2026' });
  const id = await proposed(code);
  const { act_key: act } = await library.db.selectFrom('lot').select('act_key').where('code', '=', code).executeTakeFirstOrThrow();
  expect(await undo(leads(), { key: randomUUID(), act })).toMatchObject({ problem: { code: 'built on', by: 'lot to be grown out' } });
  await dropGrowOut(leads(), { key: randomUUID(), growOutId: id, reason: 'Taken in by mistake' });
});

describe('a grow-out on its way', () => {
  const agree = (growOutId: number, grower = library.member.name) => agreeGrowOut(leads(), { key: randomUUID(), growOutId, grower });
  const holdingOf = async (code: string) => (await findHoldings(library.db, (await lot(code)).id)).find(({ balance }) => balance > 0)!.id;
  const handOver = async (growOutId: number, code: string, change: { seeds?: number; holding?: number; key?: string } = {}) =>
    handOverSeed(acting(library.db, library.helper, TODAY), {
      key: randomUUID(),
      growOutId,
      holding: change.holding ?? (await holdingOf(code)),
      seeds: 60,
      ...change,
    });

  test('is agreed with a grower, handed over once by a helper, as seed that is sown and not lent, and its promise ends', async () => {
    const code = await takeIn(library, { variety: 'Whole Circle', amount: '2000 seeds', harvested: '2026' });
    const before = await stockOf(code);
    const id = await proposed(code);
    expect(await handOver(id, code)).toMatchObject({ problem: { code: 'moved on', state: 'proposed' } });
    expect(await agree(id, 'Nobody At All')).toMatchObject({ problem: { code: 'nobody of that name' } });
    expect((await agree(id)).ok).toBe(true);
    expect(await findGrower(library.db, id)).toMatchObject({ name: library.member.name });
    expect((await stockOf(code)).promised).toBe(60);
    expect(await handOver(id, code, { seeds: 9000 })).toMatchObject({ problem: { code: 'short', onHand: 2000 } });
    expect((await handOver(id, code)).ok).toBe(true);
    expect((await lot(code)).onHand).toBe(1940);
    expect(await stockOf(code)).toMatchObject({ promised: 0, seeds: before.seeds - 60 });
    const [sown] = (await readLedger(library.db, (await lot(code)).id)).filter(({ kind }) => kind === 'sown');
    expect(sown).toMatchObject({ toOutside: 'growers', amount: 60, reason: library.member.name });
    expect(await findDisagreements(library.db)).toEqual([]);
    expect(await handOver(id, code)).toMatchObject({ problem: { code: 'moved on', state: 'handed over' } });
    expect(await dropGrowOut(leads(), { key: randomUUID(), growOutId: id, reason: 'Too late' })).toMatchObject({
      problem: { code: 'moved on', state: 'handed over' },
    });
    expect((await failGrowOut(leads(), { key: randomUUID(), growOutId: id, reason: 'Slugs took the seedlings' })).ok).toBe(true);
    expect((await readGrowOutSteps(library.db, id)).map(({ step }) => step)).toEqual(['agreed', 'handed over', 'failed']);
  });

  test('handed over by mistake, the seed goes back where it came from', async () => {
    const code = await takeIn(library, { variety: 'Taken Back', amount: '2000 seeds', harvested: '2026' });
    const id = await proposed(code);
    await agree(id);
    const key = randomUUID();
    expect((await handOver(id, code, { key })).ok).toBe(true);
    expect((await undo(leads(), { key: randomUUID(), act: key })).ok).toBe(true);
    expect((await lot(code)).onHand).toBe(2000);
    expect(await findGrowOut(library.db, id)).toMatchObject({ step: 'agreed' });
    expect((await stockOf(code)).promised).toBe(60);
    expect(await findDisagreements(library.db)).toEqual([]);
  });

  test('of two who hand it over at once one does', async () => {
    const code = await takeIn(library, { variety: 'Two Hands', amount: '2000 seeds', harvested: '2026' });
    const id = await proposed(code);
    await agree(id);
    const done = await Promise.all([handOver(id, code), handOver(id, code)]);
    expect(done.filter(({ ok }) => ok)).toHaveLength(1);
    expect((await lot(code)).onHand).toBe(1940);
  });
});

test('seed that the next test needs is sown with a reason only; a line that has been grown out tells how much it gives', async () => {
  const code = await takeIn(library, { variety: 'Tests Need It', amount: '90 seeds', harvested: '2026' });
  const { to_test: toTest } = (await readOutlook(library.db, (await lot(code)).id))!;
  expect(toTest).toBeGreaterThan(0);
  const all = (note: string | null) => proposeGrowOut(leads(), { key: randomUUID(), code, plants: 10, seeds: 90, note });
  expect(await all(null)).toMatchObject({ problem: { code: 'tests need it', toTest, free: 90 - toTest } });
  const done = await all('Its last jar');
  const growOutId = done.ok ? done.answer.id : 0;
  await agreeGrowOut(leads(), { key: randomUUID(), growOutId, grower: library.member.name });
  const holding = (await findHoldings(library.db, (await lot(code)).id)).find(({ balance }) => balance > 0)!.id;
  await handOverSeed(leads(), { key: randomUUID(), growOutId, holding, seeds: 90 });
  const later = acting(library.db, library.coordinator, '2027-10-01');
  const entry = { growOutId, words: null, metres: null, method: null, insteadOf: null, photo: null };
  await logSeason(later, { key: randomUUID(), ...entry, kind: 'sown', on: '2027-04-10', count: 90 });
  await logSeason(later, { key: randomUUID(), ...entry, kind: 'harvested', on: '2027-08-20', count: 12 });
  const { lineId } = await lot(code);
  expect(await yieldsOfLines(library.db, [lineId])).toEqual([]);
  const back = await receiveLot(
    later,
    intake({ variety: 'Tests Need It', growOut: growOutId, harvested: '2027-08', donor: library.member.name, amount: '960 seeds' }),
  );
  expect(back.ok).toBe(true);
  expect(await yieldsOfLines(library.db, [lineId])).toEqual([{ lineId, seeds: 960, plants: 12 }]);
});

describe('what needs growing out', () => {
  test('is a line with seed for few sowings, all in one container; and it says that one is proposed', async () => {
    const code = await takeIn(library, { variety: 'Needs Growing', amount: '90 seeds', harvested: '2026' });
    const before = (await inNeed('Needs Growing'))!;
    expect(before.needs.map(({ why }) => why)).toEqual(expect.arrayContaining(['few sowings', 'one jar', 'one garden']));
    expect(before).toMatchObject({ sow: { code }, growing: 0 });
    await propose(code, { seeds: 20 });
    expect((await inNeed('Needs Growing'))!.growing).toBe(1);
  });

  test('the one with the fewest sowings comes first among those at risk', async () => {
    await takeIn(library, { variety: 'Nearly Gone', amount: '8 seeds', harvested: '2026' });
    const names = (await readLinesInNeed(library.db, await house(), TODAY)).map(({ name }) => name);
    expect(names.indexOf('Nearly Gone')).toBeLessThan(names.indexOf('Needs Growing'));
  });
});
