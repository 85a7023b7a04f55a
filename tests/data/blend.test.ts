import { beforeAll, describe, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { randomUUID } from 'node:crypto';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { readHouse } from '#data/house/house.ts';
import { findRelatives, findLotByCode } from '#data/lots/lots.ts';
import { readOutlook } from '#data/lots/outlooks.ts';
import { findDisagreements, readLedger } from '#data/stock/ledger.ts';
import { acting } from '#services/command.server.ts';
import { blendLots, readBlendables } from '#services/lots/blend.server.ts';
import { setHold } from '#services/lots/holdSeed.server.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { onTowels } from './onTowels.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const { layOne, count, end } = onTowels(() => library);
const blend = (code: string, other: string, change: Partial<Parameters<typeof blendLots>[1]> = {}) =>
  blendLots(acting(library.db, library.helper, TODAY), {
    key: randomUUID(),
    code,
    other,
    seeds: 100,
    otherSeeds: 50,
    place: 'Shelf',
    container: 'jar',
    ...change,
  });
async function blended(...given: Parameters<typeof blend>): Promise<string> {
  const done = await blend(...given);
  if (!done.ok) throw new Error(done.problem.code);
  return done.answer.code;
}
async function tested(sprouted: number): Promise<string> {
  const code = await takeIn(library);
  const testId = await layOne(code, 50, {}, { laidOn: TODAY });
  await count(testId, { more: { sprouted } });
  await end(testId, { reason: 'All counted' });
  return code;
}

describe('blending', () => {
  test('makes a lot of the seed of both, which leaves them, and the ledger adds up', async () => {
    const [one, other] = [await takeIn(library), await takeIn(library)];
    const code = await blended(one, other);
    expect([(await lot(one)).onHand, (await lot(other)).onHand]).toEqual([400, 450]);
    expect(await lot(code)).toMatchObject({ origin: 'blend', unit: 'seed', onHand: 150, harvested: null, kind: 'open-pollinated' });
    expect((await findRelatives(library.db, (await lot(code)).id)).parents.map((parent) => parent.code).sort()).toEqual(
      [one, other].sort(),
    );
    expect(await readLedger(library.db, (await lot(one)).id)).toContainEqual(
      expect.objectContaining({ kind: 'blended', amount: 100, toOutside: 'blends', reason: `Into ${code}` }),
    );
    const account = await sql<{ left: number }>`
      select sum(case when to_outside = 'blends' then amount else -amount end)::int as left from movement where 'blends' in (to_outside, from_outside)`.execute(
      library.owner,
    );
    expect(account.rows).toEqual([{ left: 0 }]);
    expect(await findDisagreements(library.db)).toEqual([]);
  });

  test('a counted and a weighed lot make a weighed one, of as many seeds; all seeds take all there is', async () => {
    const [one, other] = [await takeIn(library, { amount: '200 seeds' }), await takeIn(library, { amount: '50 g' })];
    const weighed = await lot(other);
    const all = seedsInUnits(weighed.onHand, 'mg', weighed.seedsPerGram);
    const mixed = await lot(await blended(one, other, { seeds: 200, otherSeeds: all }));
    expect(mixed.unit).toBe('mg');
    expect(Math.abs(seedsInUnits(mixed.onHand, 'mg', mixed.seedsPerGram) - 200 - all)).toBeLessThanOrEqual(1);
    expect([(await lot(one)).onHand, (await lot(other)).onHand]).toEqual([0, 0]);
  });

  test('old seed brought up with fresh: the blend is expected in between, and has a verdict before any test of its own', async () => {
    const [old, fresh] = [await tested(15), await tested(48)];
    expect((await lot(old)).verdict).toBe('do not lend');
    const code = await blended(old, fresh, { seeds: 100, otherSeeds: 300 });
    const [before, after, mixed] = await Promise.all(
      [old, fresh, code].map(async (one) => (await readOutlook(library.db, (await lot(one)).id))!),
    );
    expect(mixed!.median).toBeGreaterThan(before!.median);
    expect(mixed!.median).toBeLessThan(after!.median);
    expect(Math.abs(mixed!.median - (before!.median + 3 * after!.median) / 4)).toBeLessThan(0.03);
    expect(await lot(code)).toMatchObject({ verdict: expect.stringMatching(/full strength|sow thicker/), laid: null });
    const own = await layOne(code, 50);
    await count(own, { more: { sprouted: 10 } });
    await end(own, { reason: 'All counted' });
    expect((await readOutlook(library.db, (await lot(code)).id))!.median).toBeLessThan(mixed!.median);
  });

  test('what is on hold, of another line, treated apart, too much or the same lot is refused', async () => {
    const [one, other] = [await takeIn(library), await takeIn(library)];
    const treated = await lot(await takeIn(library));
    await sql`update lot_written set treated = 'yes' where id = ${treated.id}`.execute(library.owner);
    expect(await blend(one, one)).toMatchObject({ problem: { code: 'same lot' } });
    expect(await blend(one, '26-9999-Z')).toMatchObject({ problem: { code: 'no such lot' } });
    expect(await blend(one, await takeIn(library, { variety: 'Short Siding' }))).toMatchObject({ problem: { code: 'other line' } });
    expect(await blend(one, other, { otherSeeds: 501 })).toMatchObject({ problem: { code: 'short', of: other, onHand: 500 } });
    expect(await blend(one, treated.code)).toMatchObject({ problem: { code: 'treated apart' } });
    await setHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code: other, kind: 'test', reason: 'Doubted' });
    expect(await blend(one, other)).toMatchObject({ problem: { code: 'on hold', of: other } });
    expect((await lot(one)).onHand).toBe(500);
  });

  test('even the database lets nothing out of a held lot into a blend', async () => {
    const code = await takeIn(library);
    await setHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, kind: 'recall', reason: 'Recalled' });
    const { id } = await lot(code);
    await expect(
      sql`insert into movement (act_key, lot_id, kind, from_holding, to_outside, amount, happened_on)
        select ${randomUUID()}, ${id}, 'blended', holding.id, 'blends', 1, ${TODAY} from holding where lot_id = ${id}`.execute(
        library.owner,
      ),
    ).rejects.toMatchObject({ constraint: 'blended_not_of_held_lot' });
  });

  test('sent twice it is made once', async () => {
    const [one, other, key] = [await takeIn(library), await takeIn(library), randomUUID()];
    const [first, second] = [await blend(one, other, { key }), await blend(one, other, { key })];
    expect(second).toEqual(first);
    expect((await lot(one)).onHand).toBe(400);
  });

  test('two blends of the same two lots, begun from either side at once, both come about or run short', async () => {
    const [one, other] = [await takeIn(library), await takeIn(library)];
    const done = await Promise.all([blend(one, other), blend(other, one), blend(one, other, { seeds: 450 })]);
    expect(done.filter(({ ok }) => ok).length).toBeGreaterThanOrEqual(1);
    expect(await findDisagreements(library.db)).toEqual([]);
  });
});

test('the lots that could be blended are told with what they germinate, those that cannot last and with why', async () => {
  const variety = 'Far Siding';
  const [own, fresh, held, used] = [
    await takeIn(library, { variety }),
    await takeIn(library, { variety }),
    await takeIn(library, { variety }),
    await takeIn(library, { variety, amount: '50 seeds' }),
  ];
  await layOne(used, 50);
  await setHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code: held, kind: 'test', reason: 'Doubted' });
  const read = await readBlendables(library.db, await lot(own), (await readHouse(library.db))!, TODAY);
  expect(read.own).toMatchObject({ code: own, seeds: 500, hindrance: null, daysToHalf: null });
  expect(read.others.map(({ code, hindrance }) => [code, hindrance])).toEqual([
    [fresh, null],
    [held, 'on hold'],
  ]);
});
