import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { addDays } from '#core/calendar/plainDate.ts';
import { findRisk } from '#data/growouts/risks.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findDisagreements } from '#data/stock/ledger.ts';
import { keepersToAsk, listKeepers } from '#data/stock/keepers.ts';
import { findHoldings } from '#data/stock/places.ts';
import { acting } from '#services/command.server.ts';
import { lendPackets } from '#services/desk/desk.server.ts';
import { reckonNextRisks } from '#services/growouts/risks.server.ts';
import { discardLot } from '#services/stock/discard.server.ts';
import { keepElsewhere } from '#services/stock/keepers.server.ts';
import { readStockOfLine } from '#services/stock/lineStock.server.ts';
import { moveSeed } from '#services/stock/moving.server.ts';
import { countCopy } from '#services/stock/recount.server.ts';
import { readLastAct, undo } from '#services/undo.server.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const works = (on = TODAY) => acting(library.db, library.helper, on);
const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const holdings = async (code: string) => (await findHoldings(library.db, (await lot(code)).id)).filter(({ balance }) => balance > 0);
const keep = (place: string, change: { keeper?: string; askBy?: string } = {}, on = TODAY) =>
  keepElsewhere(works(on), { key: randomUUID(), place, keeper: library.member.name, askBy: addDays(on, 365), note: null, ...change });
const send = async (code: string, place: string, part: string) =>
  moveSeed(works(), { key: randomUUID(), code, holding: (await holdings(code))[0]!.id, part, place, container: null });
const count = (code: string, place: string, amount: string | null) =>
  countCopy(works(), {
    key: randomUUID(),
    code,
    place,
    reason: 'The keeper looked',
    amount: amount === null ? null : { kind: 'count', seeds: Number(amount), typed: amount },
  } as never);
const stock = async (code: string) => readStockOfLine(library.db, (await readHouse(library.db))!, TODAY, (await lot(code)).lineId);
const copyOf = async (code: string) => (await listKeepers(library.db)).flatMap(({ copies }) => copies).find((copy) => copy.code === code);

test('a copy with a keeper is counted by the book, not lent, and lowers the chance of losing the line', async () => {
  const code = await takeIn(library, { variety: 'Weir Pea', crop: 'pea', amount: '3000 seeds', harvested: '2026' });
  const { lineId } = await lot(code);
  const reckon = async () => {
    while ((await reckonNextRisks(library.db, new Date(`${TODAY}T12:00:00Z`))) > 0);
    return (await findRisk(library.db, lineId))!.risk;
  };
  const [risk, before] = [await reckon(), await stock(code)];
  expect(await keep('Weir Cottage')).toMatchObject({ ok: true });
  expect(await send(code, 'Weir Cottage', '1000 seeds')).toMatchObject({ ok: true });
  const after = await stock(code);
  expect([after.seeds, after.usable]).toEqual([3000, before.usable - 1000]);
  expect(await copyOf(code)).toMatchObject({ seeds: 1000, since: TODAY });
  expect(await reckon()).toBeLessThan(risk - 0.05);
});

test('what is with a keeper is never handed out: the last of it goes only when all of the lot does', async () => {
  const code = await takeIn(library, { variety: 'Sluice Pea', crop: 'pea', amount: '300 seeds', harvested: '2026' });
  await keep('Sluice House');
  await send(code, 'Sluice House', '200 seeds');
  const lent = await lendPackets(acting(library.db, library.coordinator, TODAY), {
    key: randomUUID(),
    code,
    memberId: library.member.personId,
    packets: 3,
    seedsPerPacket: 40,
    overrideReason: 'For the school',
  } as never);
  expect(lent).toMatchObject({ ok: false });
  expect((await copyOf(code))!.seeds).toBe(200);
  expect(await discardLot(works(), { key: randomUUID(), code, reason: 'Mould in all of it' })).toMatchObject({ ok: true });
  expect(await copyOf(code)).toBeUndefined();
  expect(await findDisagreements(library.db)).toEqual([]);
});

test('a keeper is asked in time; what is missing is missing there, and a copy that is gone cannot be called back', async () => {
  const code = await takeIn(library, { variety: 'Ford Pea', crop: 'pea', amount: '500 seeds', harvested: '2026' });
  await keep('Ford Loft', { askBy: addDays(TODAY, 20) });
  expect((await keepersToAsk(library.db, addDays(TODAY, 30))).map(({ place }) => place)).not.toContain('Ford Loft');
  await send(code, 'Ford Loft', '200 seeds');
  expect(await keepersToAsk(library.db, addDays(TODAY, 30))).toEqual(
    expect.arrayContaining([expect.objectContaining({ place: 'Ford Loft', copies: 1 })]),
  );
  expect(await count(code, 'Ford Loft', '180')).toMatchObject({ ok: true });
  expect((await holdings(code)).map(({ balance }) => balance)).toEqual([300, 180]);
  expect(await count(code, 'Ford Loft', '180')).toMatchObject({ problem: { code: 'nothing changed' } });
  expect(await count(code, 'Ford Loft', '190')).toMatchObject({ ok: true });
  // What is found later has been there since it was sent.
  const later = { kind: 'count', seeds: 195, typed: '195' } as const;
  const found = { key: randomUUID(), code, place: 'Ford Loft', reason: 'Some were in the fold', amount: later } as never;
  expect(await countCopy(works(addDays(TODAY, 5)), found)).toMatchObject({ ok: true });
  expect(await copyOf(code)).toMatchObject({ seeds: 195, since: TODAY });
  // Asked, and to be asked again in a year.
  expect(await keep('Ford Loft')).toMatchObject({ ok: true });
  expect((await keepersToAsk(library.db, addDays(TODAY, 30))).map(({ place }) => place)).not.toContain('Ford Loft');
  const [, copy] = await holdings(code);
  expect(await count(code, 'Ford Loft', null)).toMatchObject({ ok: true });
  expect(await count(code, 'Ford Loft', '5')).toMatchObject({ problem: { code: 'no copy there' } });
  const back = { key: randomUUID(), code, holding: copy!.id, part: null, place: 'Seed cupboard', container: null };
  expect(await moveSeed(works(), back)).toMatchObject({ problem: { code: 'no such holding' } });
  // Taken back, it is there again.
  const last = (await readLastAct(library.db, library.helper))!;
  expect(await undo(works(), { key: randomUUID(), act: last.key })).toMatchObject({ ok: true });
  expect((await copyOf(code))!.seeds).toBe(195);
  expect(await moveSeed(works(), { ...back, key: randomUUID() })).toMatchObject({ ok: true });
  expect(await copyOf(code)).toBeUndefined();
  expect(await findDisagreements(library.db)).toEqual([]);
});

test('a keeper is somebody in the book, asked on a day that comes within five years; a slip is taken back', async () => {
  expect(await keep('Nowhere', { keeper: 'Nobody At All' })).toMatchObject({ problem: { code: 'nobody of that name' } });
  expect(await keep('Nowhere', { askBy: TODAY })).toMatchObject({ problem: { code: 'ask day' } });
  expect(await keep('Nowhere', { askBy: addDays(TODAY, 3000) })).toMatchObject({ problem: { code: 'ask day' } });
  expect(await keep('Nowhere')).toMatchObject({ ok: true });
  const last = (await readLastAct(library.db, library.helper))!;
  expect(await undo(works(), { key: randomUUID(), act: last.key })).toMatchObject({ ok: true });
  expect((await listKeepers(library.db)).map(({ place }) => place)).not.toContain('Nowhere');
});
