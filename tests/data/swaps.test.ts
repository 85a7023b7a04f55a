import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { csvFile } from '#app/platform/csv.server.ts';
import { parseRecall } from '#contracts/exchange/swap.ts';
import { listGiftsToTell, listToCall } from '#data/desk/toTell.ts';
import { findImport } from '#data/exchange/imports.ts';
import { findSourceOfLot } from '#data/exchange/sources.ts';
import { listLibraries, listRecallsHeard, listSwapsIn, listSwapsOut } from '#data/exchange/swaps.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { findLotByCode, findRelatives } from '#data/lots/lots.ts';
import { findHoldings } from '#data/stock/places.ts';
import { acting } from '#services/command.server.ts';
import { workOnImports } from '#services/exchange/background.server.ts';
import { beginImport, settleColumns, writeInBackground } from '#services/exchange/importing.server.ts';
import { readSheetFile } from '#services/exchange/sheetFile.server.ts';
import { hearRecall, noteOrigin, recallFileFor, swapSheet } from '#services/exchange/swaps.server.ts';
import { reckonNextOutlooks } from '#services/lots/outlook.server.ts';
import { judgeNext } from '#services/lots/promises.server.ts';
import { recall, tellRecall } from '#services/lots/recall.server.ts';
import { giveSeed } from '#services/stock/giving.server.ts';
import { readLastAct, undo } from '#services/undo.server.ts';
import { NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

// Two libraries that swap: what goes along, and what a recall of one finds at the other.

const ACRE = 'Long Acre Seed Library';
const HILL = 'Over the Hill';
let acre: Library;
let hill: Library;
beforeAll(async () => {
  [acre, hill] = await Promise.all([preparedLibrary(), preparedLibrary()]);
});
const by = ({ db, coordinator }: Library) => acting(db, coordinator, TODAY);
const lotAt = async ({ db }: Library, code: string) => (await findLotByCode(db, code))!;
const holdsOf = async (at: Library, code: string) => activeHolds(at.db, (await lotAt(at, code)).id);

async function give(at: Library, code: string, to: string, part = '40 seeds') {
  const [holding] = (await findHoldings(at.db, (await lotAt(at, code)).id)).filter(({ balance }) => balance > 0);
  const giving = { key: randomUUID(), code, holding: holding!.id, part, to, isLibrary: true, overrideReason: 'a swap' };
  expect(await giveSeed(by(at), giving)).toMatchObject({ ok: true });
}

/** The file that goes with what was given today. */
const fileFor = async (at: Library, name: string, receiver: string) =>
  new Uint8Array(await csvFile('seed', [await swapSheet(at.db, name, { receiver, day: TODAY })]).arrayBuffer());

/** Brings a file in as it is guessed; what came of it, newest first. */
async function bringIn(at: Library, contents: Uint8Array) {
  const id = randomUUID();
  const work = () => workOnImports(at.db, () => NOW, readSheetFile);
  const asked = acting(at.db, at.coordinator, NOW);
  await beginImport(asked, { id, actKey: randomUUID(), name: 'seed.csv', contents });
  await work();
  const read = (await findImport(at.db, id))!;
  expect(await settleColumns(asked, id, read.sheets)).toEqual({ ok: true });
  await work();
  const reviewed = (await findImport(at.db, id))!;
  await writeInBackground(asked, id, false);
  await work();
  await judgeNext(at.db, NOW);
  await reckonNextOutlooks(at.db, NOW);
  return { counts: reviewed.counts, state: (await findImport(at.db, id))!.state };
}
const cameTo = async (at: Library) => listSwapsIn(at.db, { search: '', limit: 9, offset: 0 });

/** A recall as it is sent and read. */
const sent = async (at: Library, name: string, receiver: string) =>
  parseRecall(new TextEncoder().encode(JSON.stringify(await recallFileFor(at.db, name, receiver))))!;

test('a lot goes to another library with its code and provenance, and comes in there without a doubt', async () => {
  const code = await takeIn(acre, { variety: 'Travelling Pea', amount: '400 seeds', harvested: '2026-08' });
  // The same code is another lot there.
  const collides = await takeIn(hill, { variety: 'Stays At Home', amount: '400 seeds' });
  expect(collides).toBe(code);
  await give(acre, code, HILL);
  await give(acre, code, HILL.toUpperCase(), '10 seeds');
  const [swap, ...others] = await listSwapsOut(acre.db, { search: 'travelling hill', limit: 9, offset: 0 });
  expect(others).toEqual([]);
  expect(swap).toMatchObject({
    givenOn: TODAY,
    total: 1,
    lots: [{ code, crop: 'Pea', variety: 'Travelling Pea', amount: 50, unit: 'seed' }],
  });

  const sheet = await fileFor(acre, ACRE, HILL);
  expect(new TextDecoder().decode(sheet)).not.toMatch(/Coordinator|Donor|Shelf/);
  expect(await bringIn(hill, sheet)).toMatchObject({ state: 'done', counts: { doubtful: 0, wrong: 0 } });
  const [came] = await cameTo(hill);
  expect(came).toMatchObject({ crop: 'Pea', variety: 'Travelling Pea', library: ACRE, theirCode: code });
  const lot = await lotAt(hill, came!.code);
  expect(lot).toMatchObject({ harvested: '2026-08', onHand: 50, unit: 'seed', kind: 'open-pollinated' });
  expect(await findSourceOfLot(hill.db, lot.id)).toMatchObject({ origin: { code, library: ACRE } });
  expect(await listLibraries(hill.db)).toEqual([ACRE]);
  // Sent again, it is known.
  expect(await bringIn(hill, sheet)).toMatchObject({ counts: { known: 1 } });
  expect(await cameTo(hill)).toHaveLength(1);
});

test('what goes back is known as the child of what was sent, so that a recall finds it', async () => {
  const [came] = await cameTo(hill);
  await give(hill, came!.code, ACRE, '20 seeds');
  expect(await bringIn(acre, await fileFor(hill, HILL, ACRE))).toMatchObject({ state: 'done', counts: { doubtful: 0, wrong: 0 } });
  const [back] = await cameTo(acre);
  expect(back).toMatchObject({ library: HILL, theirCode: came!.code });
  const { parents } = await findRelatives(acre.db, (await lotAt(acre, back!.code)).id);
  expect(parents.map(({ code }) => code)).toEqual([came!.theirCode]);
});

test('a recall names the library to warn, and its file holds there what came from it, whatever else has the same code', async () => {
  const [came] = await cameTo(hill);
  const code = came!.theirCode;
  expect(await recallFileFor(acre.db, ACRE, HILL)).toBeNull();
  expect(await recall(by(acre), { key: randomUUID(), code, reason: 'it is another variety' })).toMatchObject({
    ok: true,
    answer: { held: 2 },
  });
  const toWarn = async () => (await listGiftsToTell(acre.db, 9)).filter((gift) => gift.code === code);
  expect(await toWarn()).toMatchObject([
    { receiver: HILL, isLibrary: true, amount: 40, unit: 'seed', givenOn: TODAY },
    { receiver: HILL.toUpperCase(), amount: 10 },
  ]);
  for (const { giftId } of await toWarn()) await tellRecall(by(acre), { key: randomUUID(), of: code, giftId });
  expect(await toWarn()).toEqual([]);

  const heard = await sent(acre, ACRE, HILL);
  expect(heard).toMatchObject({
    library: ACRE,
    as_of: TODAY,
    lots: [{ code, variety: 'Travelling Pea', reason: 'it is another variety' }],
  });
  expect(await hearRecall(by(hill), { key: randomUUID(), recall: { ...heard, library: 'long acre seed library' } })).toMatchObject({
    answer: { held: 1 },
  });
  expect(await holdsOf(hill, came!.code)).toContain('recall');
  expect(await holdsOf(hill, code)).toEqual([]);
  // Whoever has seed of it there is named in turn: here the library that sent the recall.
  expect((await listGiftsToTell(hill.db, 9)).map(({ receiver }) => receiver)).toEqual([ACRE]);
  expect(await listToCall(hill.db, 9)).toEqual([]);
  const [listed] = await listRecallsHeard(hill.db, 9);
  expect(listed!.here).toEqual([{ code: came!.code, theirCode: code }]);
});

test('a recall is taken back as one; heard again, it holds nothing twice', async () => {
  const [came] = await cameTo(hill);
  const last = await readLastAct(hill.db, hill.coordinator);
  expect(await undo(by(hill), { key: randomUUID(), act: last!.key })).toMatchObject({ ok: true });
  expect(await holdsOf(hill, came!.code)).not.toContain('recall');
  expect(await listRecallsHeard(hill.db, 9)).toEqual([]);
  const hear = async () => hearRecall(by(hill), { key: randomUUID(), recall: await sent(acre, ACRE, HILL) });
  expect(await hear()).toMatchObject({ answer: { held: 1 } });
  expect(await hear()).toMatchObject({ answer: { held: 0 } });
});

test('what comes from a recalled lot later is held as it comes, by file or by hand', async () => {
  const heard = await sent(acre, ACRE, HILL);
  const lots = [{ code: 'A-77', crop: 'Pea', variety: 'Late Traveller', reason: 'moths' }];
  expect(await hearRecall(by(hill), { key: randomUUID(), recall: { ...heard, lots } })).toMatchObject({ answer: { held: 0 } });
  const late = `Library,Number,Crop,Variety,Harvested,Amount\n${ACRE},a-77,Pea,Late Traveller,2026,30 seeds\n${HILL},A-77,Pea,Late Other,2026,30 seeds\n`;
  expect(await bringIn(hill, new TextEncoder().encode(late))).toMatchObject({ state: 'done' });
  const came = new Map((await cameTo(hill)).map(({ variety, code }) => [variety, code]));
  expect(await holdsOf(hill, came.get('Late Traveller')!)).toContain('recall');
  expect(await holdsOf(hill, came.get('Late Other')!)).not.toContain('recall');

  const byHand = await takeIn(hill, { variety: 'Handed Over', amount: '60 seeds' });
  expect(await noteOrigin(by(hill), { key: randomUUID(), code: byHand, library: ACRE, theirCode: 'A-77 ' })).toMatchObject({
    ok: true,
  });
  expect(await holdsOf(hill, byHand)).toContain('recall');
  // A slip of the pen is written again: the newest word counts.
  await noteOrigin(by(hill), { key: randomUUID(), code: byHand, library: ACRE, theirCode: '100' });
  expect(await findSourceOfLot(hill.db, (await lotAt(hill, byHand)).id)).toMatchObject({ origin: { code: '100' } });
});

test('only a coordinator hears of a recall; what is no recall is none', async () => {
  const heard = await sent(acre, ACRE, HILL);
  await expect(hearRecall(acting(hill.db, hill.helper, TODAY), { key: randomUUID(), recall: heard })).rejects.toThrow();
  const bytes = (file: unknown) => new TextEncoder().encode(JSON.stringify(file));
  for (const broken of [
    null,
    {},
    { ...heard, format: 'another' },
    { ...heard, version: 2 },
    { ...heard, lots: [] },
    { ...heard, as_of: 'now' },
  ])
    expect([broken, parseRecall(bytes(broken))]).toEqual([broken, null]);
});
