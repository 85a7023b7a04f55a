import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { findLotByCode } from '#data/lots/lots.ts';
import { readForOutlook } from '#data/lots/outlooks.ts';
import { findDisagreements, readLedger } from '#data/stock/ledger.ts';
import { findHoldings } from '#data/stock/places.ts';
import { packLot } from '#services/bench/packing.server.ts';
import { acting } from '#services/command.server.ts';
import { setHold } from '#services/lots/holdSeed.server.ts';
import { discardLot } from '#services/stock/discard.server.ts';
import { giveSeed, type Giving } from '#services/stock/giving.server.ts';
import { moveSeed, type Moving } from '#services/stock/moving.server.ts';
import { recountLot } from '#services/stock/recount.server.ts';
import { readLastAct, undo } from '#services/undo.server.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const idOf = async (code: string) => (await findLotByCode(library.db, code))!.id;
const filled = async (code: string) => (await findHoldings(library.db, await idOf(code))).filter(({ balance }) => balance > 0);
const loose = async (code: string) => (await filled(code)).find(({ packetUnits }) => packetUnits === null)!;
const packets = async (code: string) => (await filled(code)).find(({ packetUnits }) => packetUnits !== null)!;

const moveIt = async (code: string, change: Partial<Moving>) =>
  moveSeed(acting(library.db, library.helper, TODAY), {
    key: randomUUID(),
    code,
    holding: (await loose(code)).id,
    part: null,
    place: 'Cold cellar',
    container: null,
    ...change,
  });
const giveIt = async (code: string, change: Partial<Giving>, actor = library.helper) =>
  giveSeed(acting(library.db, actor, TODAY), {
    key: randomUUID(),
    code,
    holding: (await loose(code)).id,
    part: '40 seeds',
    to: 'The school at Wend Bridge',
    isLibrary: false,
    overrideReason: null,
    ...change,
  });
const pack = (code: string) =>
  packLot(acting(library.db, library.helper, TODAY), {
    key: randomUUID(),
    code,
    seeds: 40,
    packets: 5,
    keepBack: 0,
    place: 'Packet drawer',
  });
const undoLast = async () => {
  const last = (await readLastAct(library.db, library.helper))!;
  return undo(acting(library.db, library.helper, TODAY), { key: randomUUID(), act: last.key });
};
const places = async (code: string) => (await readForOutlook(library.db, [await idOf(code)], TODAY)).stays.map(({ place }) => place);

describe('moving', () => {
  test('takes all of it to another place; a part goes into a container of its own, and comes back into the same', async () => {
    const code = await takeIn(library, { variety: 'Carried Down' });
    expect((await moveIt(code, {})).ok).toBe(true);
    expect(await filled(code)).toMatchObject([{ place: 'Cold cellar', balance: 500 }]);
    expect((await moveIt(code, { part: '200', place: 'Top shelf', container: 'tin' })).ok).toBe(true);
    expect(await filled(code)).toMatchObject([
      { place: 'Cold cellar', balance: 300 },
      { place: 'Top shelf', container: 'tin', balance: 200 },
    ]);
    const tin = (await filled(code))[1]!;
    expect((await moveIt(code, { holding: tin.id, place: 'cold cellar', container: 'jar' })).ok).toBe(true);
    expect(await filled(code)).toMatchObject([{ place: 'Cold cellar', balance: 500 }]);
    expect((await readLedger(library.db, await idOf(code))).filter(({ kind }) => kind === 'moved')).toHaveLength(3);
    expect(await findDisagreements(library.db)).toEqual([]);
  });

  test('changes where it ages from then on, unless only a part went', async () => {
    const code = await takeIn(library, { variety: 'Where It Ages' });
    const [home] = await places(code);
    await moveIt(code, { part: '100 seeds', place: 'Freezer room' });
    expect(await places(code)).toEqual([home]);
    await moveIt(code, { place: 'Cold cellar' });
    expect(await places(code)).toEqual([home, 'Cold cellar']);
    expect((await undoLast()).ok).toBe(true);
    expect((await places(code)).at(-1)).toBe(home);
  });

  test('moves packets whole', async () => {
    const code = await takeIn(library, { variety: 'Packets Carried' });
    await pack(code);
    const { id } = await packets(code);
    expect(await moveIt(code, { holding: id, part: '2.5', place: 'Fair box' })).toMatchObject({ problem: { code: 'unreadable part' } });
    expect(await moveIt(code, { holding: id, part: '6', place: 'Fair box' })).toMatchObject({
      problem: { code: 'more than there is', most: 5 },
    });
    expect((await moveIt(code, { holding: id, part: '2 packets', place: 'Fair box', container: 'jar' })).ok).toBe(true);
    expect((await filled(code)).filter(({ packetUnits }) => packetUnits === 40)).toMatchObject([
      { place: 'Packet drawer', balance: 120 },
      { place: 'Fair box', container: 'packets', balance: 80 },
    ]);
  });

  test('shuts no damp seed in, and says when it is there already', async () => {
    const code = await takeIn(library, { variety: 'Still Damp' });
    await setHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, kind: 'drying', reason: 'damp' });
    expect(await moveIt(code, { container: 'tin' })).toMatchObject({ problem: { code: 'shut in damp' } });
    expect((await moveIt(code, { container: 'paper envelope' })).ok).toBe(true);
    expect(await moveIt(code, { container: 'paper envelope' })).toMatchObject({ problem: { code: 'it is there' } });
    expect(await moveIt(code, { holding: 999_999 })).toMatchObject({ problem: { code: 'no such holding' } });
  });
});

describe('giving away', () => {
  test('takes it out of the house with the name of who got it, and can be undone', async () => {
    const code = await takeIn(library, { variety: 'Swapped Away' });
    await pack(code);
    expect((await giveIt(code, { holding: (await packets(code)).id, part: '2' })).ok).toBe(true);
    expect((await readLedger(library.db, await idOf(code))).at(-1)).toMatchObject({
      kind: 'given',
      amount: 80,
      reason: 'The school at Wend Bridge',
    });
    expect((await findLotByCode(library.db, code))!.onHand).toBe(420);
    expect((await undoLast()).ok).toBe(true);
    expect((await findLotByCode(library.db, code))!.onHand).toBe(500);
  });

  test('keeps to the desk’s rules: nothing on hold leaves, nor a hybrid under its name', async () => {
    const code = await takeIn(library, { variety: 'Not To Go' });
    await setHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, kind: 'pests', reason: 'weevils' });
    expect(await giveIt(code, {})).toMatchObject({ problem: { code: 'refused', because: { why: 'hold' } } });
    const hybrid = await takeIn(library, { variety: 'First Cross', kind: 'F1' });
    expect(await giveIt(hybrid, {}, library.coordinator)).toMatchObject({ problem: { code: 'refused', because: { why: 'F1' } } });
  });

  test('of much seed is a coordinator’s', async () => {
    const code = await takeIn(library, { variety: 'A Great Deal', amount: '2000 seeds' });
    expect(await giveIt(code, { part: '501' })).toMatchObject({ problem: { code: 'coordinator only' } });
    expect((await giveIt(code, { part: '501' }, library.coordinator)).ok).toBe(true);
    await expect(giveIt(code, {}, library.member)).rejects.toThrow('not allowed');
  });

  test('many small gifts, a count and what is thrown away share one limit of a helper; what was taken back does not count', async () => {
    const code = await takeIn(library, { variety: 'Bit By Bit', amount: '1000 seeds' });
    const count = (typed: string, actor = library.helper, seeds = Number(typed)) =>
      recountLot(acting(library.db, actor, TODAY), {
        key: randomUUID(),
        code,
        amount: seeds === 0 ? null : { kind: 'count', seeds, approximate: false, typed },
        reason: 'counted',
      });
    const tooMuch = { problem: { code: 'coordinator only', most: 500 } };
    expect(await count('0')).toMatchObject(tooMuch);
    expect((await giveIt(code, { part: '300' })).ok).toBe(true);
    expect((await count('550')).ok).toBe(true);
    expect(await giveIt(code, { part: '100' })).toMatchObject(tooMuch);
    expect(await discardLot(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, reason: 'mice' })).toMatchObject(tooMuch);
    // Found again: the count was wrong.
    expect((await count('700')).ok).toBe(true);
    expect((await giveIt(code, { part: '100' })).ok).toBe(true);
    expect((await undoLast()).ok).toBe(true);
    expect((await giveIt(code, { part: '200' })).ok).toBe(true);
    expect(await giveIt(code, { part: '1' })).toMatchObject(tooMuch);
    expect((await count('0', library.coordinator)).ok).toBe(true);
  });
});
