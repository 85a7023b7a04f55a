import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import {
  countLinesAtRisk,
  findRisk,
  linesWantingCopies,
  listRisks,
  riskOfAll,
  risksOfLines,
  saveRisks,
  takeStaleRisks,
} from '#data/growouts/risks.ts';
import { readHouse } from '#data/house/house.ts';
import { findLine } from '#data/lots/lines.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findHoldings } from '#data/stock/places.ts';
import { acting } from '#services/command.server.ts';
import { agreeGrowOut, failGrowOut, handOverSeed, proposeGrowOut } from '#services/growouts/growOuts.server.ts';
import { readLinesInNeed } from '#services/growouts/needs.server.ts';
import { readRiskOfLine, reckonNextRisks } from '#services/growouts/risks.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { changeLine } from '#services/lots/lines.server.ts';
import { changeHouse } from '#services/people/people.server.ts';
import { discardLot } from '#services/stock/discard.server.ts';
import { moveSeed } from '#services/stock/moving.server.ts';
import { readWants } from '#services/stock/wants.server.ts';
import { preparedLibrary, takeIn, TODAY, untilSomebodyWaits, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const NOW = new Date(`${TODAY}T12:00:00Z`);
const leads = () => acting(library.db, library.coordinator, TODAY);
const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const reckon = async () => {
  while ((await reckonNextRisks(library.db, NOW)) > 0);
};
const riskOf = async (code: string) => (await findRisk(library.db, (await lot(code)).lineId))!;
const holdingOf = async (code: string) => (await findHoldings(library.db, (await lot(code)).id)).find(({ balance }) => balance > 0)!.id;
/** Five years of one place that is lost with two chances in a hundred a year. */
const ONE_PLACE = 1 - 0.98 ** 5;

test('a line in one place is lost with the place; part of it in another helps, and the page of the line says so', async () => {
  const code = await takeIn(library, { variety: 'Signal Pea', crop: 'pea', amount: '4000 seeds', harvested: '2026' });
  await reckon();
  const { risk, whys, remedies } = await riskOf(code);
  // In a jar that nobody measured it may age fast as well.
  expect(risk).toBeGreaterThan(ONE_PLACE);
  expect(risk).toBeLessThan(0.3);
  expect(whys.map(({ why }) => why)).toContain('places');
  const { lineId } = await lot(code);
  const shown = (await readRiskOfLine(library.db, lineId, TODAY))!;
  expect(shown.until).toBe(2031);
  expect(shown.remedies.map(({ kind }) => kind)).toContain('safety copy');
  const copy = remedies.find(({ kind }) => kind === 'safety copy')!;
  expect(copy.code).toBe(code);
  expect(copy.risk).toBeLessThan(risk - 0.05);
  const moved = await moveSeed(leads(), {
    key: randomUUID(),
    code,
    holding: await holdingOf(code),
    part: '2000 seeds',
    place: 'Tin box',
    container: 'jar',
  });
  expect(moved).toMatchObject({ ok: true });
  await reckon();
  // What was said it would leave.
  expect((await riskOf(code)).risk).toBeCloseTo(copy.risk, 2);
});

test('a few seeds are as good as lost; used up, nothing is kept of the line', async () => {
  const code = await takeIn(library, { variety: 'Last Jar', crop: 'pea', amount: '4 seeds', harvested: '2026' });
  await reckon();
  const { lineId } = await lot(code);
  expect(await riskOf(code)).toMatchObject({ risk: 1, whys: [{ why: 'few seeds' }] });
  expect(await countLinesAtRisk(library.db, 0.5)).toBeGreaterThan(0);
  const [first] = await listRisks(library.db, { search: 'last jar', sort: 'risk', limit: 5, offset: 0 });
  expect(first).toMatchObject({ id: lineId, risk: 1 });
  expect(await discardLot(leads(), { key: randomUUID(), code, reason: 'mouldy' } as never)).toMatchObject({ ok: true });
  await reckon();
  expect(await findRisk(library.db, lineId)).toBeUndefined();
});

test('a grow-out under way counts with its chance; a failed one makes the line be reckoned anew', async () => {
  const code = await takeIn(library, { variety: 'Gone Out', crop: 'pea', amount: '60 seeds', harvested: '2026' });
  await reckon();
  const before = (await riskOf(code)).risk;
  const proposed = await proposeGrowOut(leads(), { key: randomUUID(), code, plants: 20, seeds: 56, note: 'All of it' });
  if (!proposed.ok) throw new Error(proposed.problem.code);
  const growOutId = proposed.answer.id;
  await reckon();
  // What is planned is summed apart from what is.
  const { years } = await riskOfAll(library.db, 2027, 'gone out');
  expect(years.at(-1)!.asItIs).toBeCloseTo((await riskOf(code)).risk, 4);
  expect(years.at(-1)!.planned).not.toBe(years.at(-1)!.asItIs);
  await agreeGrowOut(leads(), { key: randomUUID(), growOutId, grower: library.member.name });
  expect(await handOverSeed(leads(), { key: randomUUID(), growOutId, holding: await holdingOf(code), seeds: 56 })).toMatchObject({
    ok: true,
  });
  await reckon();
  const out = await riskOf(code);
  // Four in five bring seed home; the four seeds left would not be enough.
  expect(out.risk).toBeCloseTo(0.2 + 0.8 * ONE_PLACE, 1);
  expect(out.risk).not.toBeCloseTo(before, 2);
  expect(out.remedies.map(({ kind }) => kind)).not.toContain('grow out');
  expect(await failGrowOut(leads(), { key: randomUUID(), growOutId, reason: 'Slugs' })).toMatchObject({ ok: true });
  await reckon();
  expect((await riskOf(code)).risk).toBe(1);
});

test('the house’s figures and the line’s importance decide with', async () => {
  const code = await takeIn(library, { variety: 'Kept Twice', crop: 'pea', amount: '4000 seeds', harvested: '2026' });
  await reckon();
  const { lineId } = await lot(code);
  const worthOf = async () => Math.max(...(await riskOf(code)).remedies.map(({ worth }) => worth));
  const before = await worthOf();
  const { risk } = await riskOf(code);
  const { version } = (await findLine(library.db, lineId))!;
  const kept = {
    key: randomUUID(),
    id: lineId,
    version,
    aim: 'keep true',
    story: null,
    aliases: [],
    rules: {},
    keptElsewhere: true,
  } as const;
  expect(await changeLine(leads(), { ...kept, aliases: [], rules: {} })).toMatchObject({ ok: true });
  await reckon();
  expect(await worthOf()).toBeCloseTo(0.3 * before, 6);
  const house = (await readHouse(library.db))!;
  expect(await changeHouse(leads(), { ...house, key: randomUUID(), growing: { ...house.growing, placeFails: 0 } })).toMatchObject({
    ok: true,
  });
  expect((await takeStaleRisks(library.db, '2000-01-01', 50)).length).toBeGreaterThan(0);
  await reckon();
  expect((await riskOf(code)).risk).toBeLessThan(risk - 0.05);
});

test('a copy is proposed until there are as many as the house finds enough', async () => {
  const code = await takeIn(library, { variety: 'Copied Once', crop: 'pea', amount: '6000 seeds', harvested: '2026' });
  const house = (await readHouse(library.db))!;
  const enough = async (copies: number) => {
    const { version } = (await readHouse(library.db))!;
    const growing = { ...house.growing, placeFails: 0.02, copies };
    expect(await changeHouse(leads(), { ...house, version, key: randomUUID(), growing })).toMatchObject({ ok: true });
    await reckon();
  };
  await enough(1);
  const { lineId } = await lot(code);
  const wanted = (await linesWantingCopies(library.db, 50)).find(({ id }) => id === lineId)!;
  expect(wanted).toMatchObject({ code, name: 'Copied Once' });
  expect(wanted.after).toBeLessThan(wanted.risk);
  await enough(0);
  expect((await linesWantingCopies(library.db, 50)).map(({ id }) => id)).not.toContain(lineId);
  expect((await riskOf(code)).remedies.map(({ kind }) => kind)).not.toContain('safety copy');
});

test('what needs growing out and what is wanted are told with the chance of losing it', async () => {
  const code = await takeIn(library, { variety: 'Old Pod', crop: 'pea', amount: '90 seeds', harvested: '2014' });
  await reckon();
  const { lineId } = await lot(code);
  const house = (await readHouse(library.db))!;
  const risk = (await risksOfLines(library.db)).get(lineId)!;
  expect(risk.grown).toBeLessThan(risk.risk);
  const needs = await readLinesInNeed(library.db, house, TODAY);
  const gains = needs.map(({ risk: now, grown }) => (now === null || grown === null ? 0 : Math.max(0, Math.round((now - grown) * 100))));
  expect(gains).toEqual([...gains].sort((one, other) => other - one));
  expect((await readWants(library.db, house, TODAY)).find((want) => want.lineId === lineId)?.risk).toBe(risk.risk);
});

test('a line that changes while it is being reckoned is reckoned again', async () => {
  const code = await takeIn(library, { variety: 'Late Signal', crop: 'pea', amount: '400 seeds' });
  const { id, lineId } = await lot(code);
  let change: Promise<void> = Promise.resolve();
  await library.db.transaction().execute(async (tx) => {
    const ids = await takeStaleRisks(tx, TODAY, 1_000);
    expect(ids).toContain(lineId);
    change = refreshOutlook(library.db, id, TODAY);
    await untilSomebodyWaits(library.owner);
    await saveRisks(tx, ids, [], TODAY);
  });
  await change;
  expect(await takeStaleRisks(library.db, TODAY, 1_000)).toEqual([lineId]);
});
