import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { acting } from '#services/command.server.ts';
import { lendPackets } from '#services/desk/desk.server.ts';
import { changeLine } from '#services/lots/lines.server.ts';
import { giveSeed } from '#services/stock/giving.server.ts';
import { readStockOfLine } from '#services/stock/lineStock.server.ts';
import { findHoldings } from '#data/stock/places.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { onTowels } from './onTowels.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const stockOf = async (code: string) => readStockOfLine(library.db, (await readHouse(library.db))!, TODAY, (await lot(code)).lineId);
const lend = (code: string, packets: number, overrideReason: string | null = null) =>
  lendPackets(acting(library.db, overrideReason ? library.coordinator : library.helper, TODAY), {
    key: randomUUID(),
    code,
    memberId: library.member.personId,
    packets,
    overrideReason,
  });
const { layOne, count, end } = onTowels(() => library);
const tested = async (code: string, seeds: number, sprouted: number) => {
  const testId = await layOne(code, seeds);
  if (sprouted > 0) await count(testId, { more: { sprouted } });
  expect(await end(testId, { reason: 'All that came had come' })).toMatchObject({ ok: true });
};

describe('what may be lent of a line', () => {
  test('is offered by the desk to the packet, and not one more without a coordinator’s reason', async () => {
    const code = await takeIn(library, { variety: 'Level Crossing', amount: '300 seeds' });
    const stock = await stockOf(code);
    expect(stock).toMatchObject({ usable: 300, lendable: 300 - stock.reserve - stock.tests });
    expect(stock.packets).toBeGreaterThan(0);
    expect(await lend(code, stock.packets + 1)).toMatchObject({
      ok: false,
      problem: { code: 'refused', because: { why: 'kept back', lendable: stock.lendable, packets: stock.packets } },
    });
    // What tests will take shrinks with the stock, so that a packet may be left over.
    for (let left = stock.packets; left > 0; left = (await stockOf(code)).packets)
      expect(await lend(code, left)).toMatchObject({ ok: true });
    expect(await lend(code, 1)).toMatchObject({ problem: { because: { why: 'kept back', packets: 0 } } });
    expect(await lend(code, 1, 'Its last grower wants to save it')).toMatchObject({ ok: true });
  });

  test('is one figure for all its lots: of two who take the last at once, from two jars, one gets it', async () => {
    const codes = [
      await takeIn(library, { variety: 'Two Jars', amount: '200 seeds' }),
      await takeIn(library, { variety: 'Two Jars', amount: '200 seeds' }),
    ];
    // Each jar has five packets, and the line can spare no ten.
    const each = 5;
    const done = await Promise.all(codes.map((code) => lend(code, each)));
    expect(done.filter(({ ok }) => ok)).toHaveLength(1);
    expect(done.find(({ ok }) => !ok)).toMatchObject({ problem: { because: { why: 'kept back' } } });
  });

  test('holds for what is given away too', async () => {
    const code = await takeIn(library, { variety: 'Given Once', amount: '200 seeds' });
    const [holding] = await findHoldings(library.db, (await lot(code)).id);
    const give = (part: string) =>
      giveSeed(acting(library.db, library.helper, TODAY), {
        key: randomUUID(),
        code,
        holding: holding!.id,
        part,
        to: 'A school',
        isLibrary: false,
        overrideReason: null,
      });
    const { lendable } = await stockOf(code);
    expect(await give(`${lendable + 1} seeds`)).toMatchObject({ ok: false, problem: { code: 'refused', because: { why: 'kept back' } } });
    expect(await give(`${lendable} seeds`)).toMatchObject({ ok: true });
  });

  test('follows the line’s own rules at once: more plants or more grow-outs, more is kept', async () => {
    const code = await takeIn(library, { variety: 'Kept Thrice', amount: '2000 seeds' });
    const before = await stockOf(code);
    const change = {
      key: randomUUID(),
      id: (await lot(code)).lineId,
      version: 1,
      aim: 'keep true' as const,
      story: null,
      keptElsewhere: false,
      aliases: [],
    };
    expect(
      await changeLine(acting(library.db, library.coordinator, TODAY), { ...change, rules: { reserve: 'three', plants: 'many' } }),
    ).toMatchObject({
      ok: true,
    });
    const after = await stockOf(code);
    expect(after.growOuts).toBe(3);
    expect(after.reserve).toBeGreaterThan(3 * before.reserve);
    expect(after.lendable).toBe(after.usable - after.reserve - after.tests);
  });
});

describe('the verdict on a lot', () => {
  test('an onion ten years old that was never tested is not simply lent', async () => {
    const code = await takeIn(library, {
      crop: 'onion',
      variety: 'Old Goods',
      harvested: 'Sep 2016',
      neighbours: 'none',
      seasonsGrown: '1',
      amount: '500 seeds',
    });
    expect(await lot(code)).toMatchObject({ verdict: 'do not lend', nextTestOn: null, nextTestReason: 'grow out or replace' });
    expect(await lend(code, 1)).toMatchObject({ problem: { code: 'refused', because: { why: 'do not lend' }, isTested: false } });
  });

  test('a stated age counts as a date: no hold, and a narrower outlook than none', async () => {
    const bought = {
      source: 'bought',
      crop: 'parsnip',
      dateMeans: 'no date',
      treated: 'no',
      use: 'for sowing',
      garden: '',
      amount: '500 seeds',
    } as const;
    const [aged, undated] = [
      await lot(await takeIn(library, { ...bought, variety: 'Aged', ageYears: '1 to 2 years' })),
      await lot(await takeIn(library, { ...bought, variety: 'Undated', ageYears: 'unknown' })),
    ];
    expect(undated.nextTestReason).toBe('never tested and undated');
    expect(aged.nextTestReason).not.toBe('never tested and undated');
  });

  test('nothing of many seeds came up: it is dead, is not tested again, and nobody blends it', async () => {
    const code = await takeIn(library, { variety: 'Burnt Out', amount: '600 seeds' });
    await tested(code, 50, 0);
    await tested(code, 50, 0);
    expect(await lot(code)).toMatchObject({ verdict: 'dead', nextTestOn: null, nextTestReason: 'nothing lives' });
    expect(await lend(code, 1)).toMatchObject({ problem: { because: { answer: 'coordinator', why: 'dead' } } });
  });
});
