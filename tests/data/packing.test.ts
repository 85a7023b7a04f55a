import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import type { Seeds } from '#core/kernel/kinds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findDisagreements, readLedger } from '#data/stock/ledger.ts';
import { findHoldings } from '#data/stock/places.ts';
import { packLot, unpackLot } from '#services/bench/packing.server.ts';
import { acting } from '#services/command.server.ts';
import { lendPackets } from '#services/desk/desk.server.ts';
import { setHold } from '#services/lots/holdSeed.server.ts';
import { moveSeed } from '#services/stock/moving.server.ts';
import { undo } from '#services/undo.server.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { onTowels } from './onTowels.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const pack = (code: string, change: { seeds?: Seeds; packets?: number | null; keepBack?: number; key?: string } = {}) =>
  packLot(acting(library.db, library.helper, TODAY), {
    key: randomUUID(),
    code,
    seeds: 30,
    packets: null,
    keepBack: 100,
    place: 'Drawer',
    ...change,
  });
const holdings = async (code: string) =>
  (await findHoldings(library.db, (await lot(code)).id)).map(({ container, balance, packetUnits, place }) => [
    container,
    balance,
    packetUnits,
    place,
  ]);

test('loose seed becomes packets, what is kept back stays loose, and nothing is lost', async () => {
  const code = await takeIn(library, { amount: '500 seeds' });
  const key = randomUUID();
  expect(await pack(code, { key })).toEqual({ ok: true, answer: { packets: 13 } });
  expect(await pack(code, { key })).toEqual({ ok: true, answer: { packets: 13 } });
  expect(await holdings(code)).toEqual([
    ['jar', 110, null, 'Shelf'],
    ['packets', 390, 30, 'Drawer'],
  ]);
  const { id, onHand } = await lot(code);
  expect(onHand).toBe(500);
  expect((await readLedger(library.db, id)).at(-1)).toMatchObject({ kind: 'packed', amount: 390, balance: 500 });
  expect(await findDisagreements(library.db)).toEqual([]);
});

test('seed in two jars is packed without a packet that is begun from one and ended from the other, and unpacked by undoing it', async () => {
  const code = await takeIn(library, { amount: '100 seeds' });
  const { id } = await lot(code);
  const [jar] = await findHoldings(library.db, id);
  const helper = acting(library.db, library.helper, TODAY);
  const parted = { key: randomUUID(), code, holding: jar!.id, part: '55 seeds', place: 'Shed', container: 'tin' as const };
  expect((await moveSeed(helper, parted)).ok).toBe(true);
  const key = randomUUID();
  expect(await pack(code, { keepBack: 10, key })).toEqual({ ok: true, answer: { packets: 3 } });
  expect((await holdings(code)).filter(([, balance]) => balance !== 0)).toEqual(
    expect.arrayContaining([
      ['packets', 90, 30, 'Drawer'],
      ['tin', 10, null, 'Shed'],
    ]),
  );
  expect((await undo(helper, { key: randomUUID(), act: key, reason: null })).ok).toBe(true);
  expect((await holdings(code)).filter(([, balance]) => balance !== 0)).toEqual([
    ['jar', 45, null, 'Shelf'],
    ['tin', 55, null, 'Shed'],
  ]);
  expect(await findDisagreements(library.db)).toEqual([]);
});

test('more packets than there is seed are refused with how many there are; damp seed is not packed', async () => {
  const code = await takeIn(library, { amount: '200 seeds' });
  expect(await pack(code, { packets: 9 })).toEqual({ ok: false, problem: { code: 'more than there is', most: 3 } });
  expect(await pack(code, { keepBack: 190 })).toEqual({ ok: false, problem: { code: 'nothing to pack' } });
  await setHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, kind: 'drying', reason: 'Bends' });
  expect(await pack(code)).toEqual({ ok: false, problem: { code: 'on hold', kind: 'drying' } });
});

test('two who pack at once never make more than there is', async () => {
  const code = await takeIn(library, { amount: '200 seeds' });
  const both = await Promise.all([pack(code, { packets: 4, keepBack: 0 }), pack(code, { packets: 4, keepBack: 0 })]);
  expect(both.filter(({ ok }) => ok)).toHaveLength(1);
  expect(await findDisagreements(library.db)).toEqual([]);
});

test('the desk lends from the packets, and from the jar only when they are gone', async () => {
  const code = await takeIn(library, { amount: '500 seeds' });
  const { packet } = (await lot(code)).facts;
  await pack(code, { seeds: packet, packets: 2, keepBack: 0 });
  const lent = await lendPackets(acting(library.db, library.helper, TODAY), {
    key: randomUUID(),
    code,
    memberId: library.member.personId,
    packets: 3,
    overrideReason: null,
  });
  expect(lent.ok).toBe(true);
  expect((await holdings(code)).map(([, balance]) => balance)).toEqual([500 - 3 * packet, 0]);
});

test('packets opened again go back into the jar, no more than there are, and no loose seed is taken for packets', async () => {
  const code = await takeIn(library, { amount: '500 seeds' });
  await pack(code);
  const [jar, packets] = await findHoldings(library.db, (await lot(code)).id);
  const unpack = (holding: number, count: number, key: string = randomUUID()) =>
    unpackLot(acting(library.db, library.helper, TODAY), { key, code, holding, packets: count });
  expect(await unpack(packets!.id, 14)).toEqual({ ok: false, problem: { code: 'more than there is', most: 13 } });
  expect(await unpack(jar!.id, 1)).toEqual({ ok: false, problem: { code: 'no such packets' } });
  const key = randomUUID();
  for (let times = 0; times < 2; times += 1) expect((await unpack(packets!.id, 3, key)).ok).toBe(true);
  expect((await holdings(code)).map(([, balance]) => balance)).toEqual([200, 300]);
  expect((await readLedger(library.db, (await lot(code)).id)).at(-1)).toMatchObject({ kind: 'unpacked', amount: 90 });
  expect(await findDisagreements(library.db)).toEqual([]);
});

describe('packets stay packets', () => {
  const { lay } = onTowels(() => library);

  test('a test takes loose seed; out of packets alone it takes whole ones, and opens one that the ledger names', async () => {
    const code = await takeIn(library, { variety: 'Half Packet', amount: '90 seeds' });
    await pack(code, { seeds: 40, packets: 2, keepBack: 0 });
    expect((await lay(code, 10)).ok).toBe(true);
    expect((await holdings(code)).map(([, balance, each]) => [balance, each])).toEqual([
      [0, null],
      [80, 40],
    ]);
    expect((await lay(code, 50)).ok).toBe(true);
    const left = (await findHoldings(library.db, (await lot(code)).id)).map(({ balance, packetUnits }) => [balance, packetUnits]);
    expect(left).toEqual([
      [30, null],
      [0, 40],
    ]);
    const ledger = await readLedger(library.db, (await lot(code)).id);
    expect(ledger.filter(({ kind }) => kind === 'unpacked')).toMatchObject([{ amount: 40 }]);
    expect(await findDisagreements(library.db)).toEqual([]);
  });

  test('the database refuses what would leave part of a packet', async () => {
    const code = await takeIn(library, { variety: 'No Part', amount: '80 seeds' });
    await pack(code, { seeds: 40, packets: 2, keepBack: 0 });
    const { id } = await lot(code);
    const packets = (await findHoldings(library.db, id)).find(({ packetUnits }) => packetUnits !== null)!;
    const part = library.db.transaction().execute(async (tx) => {
      const key = randomUUID();
      await sql`insert into act (key, kind, answer) values (${key}, 'try', 'null')`.execute(tx);
      await sql`insert into movement (act_key, lot_id, kind, from_holding, to_outside, amount, happened_on)
        values (${key}, ${id}, 'drawn for test', ${packets.id}, 'tests', 10, ${TODAY})`.execute(tx);
    });
    await expect(part).rejects.toMatchObject({ constraint: 'holding_of_whole_packets' });
  });
});
