import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { findLotByCode } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { receiveClean } from '#services/bench/receiveClean.server.ts';
import { acting } from '#services/command.server.ts';
import { correctPassport } from '#services/lots/correctPassport.server.ts';
import { childOf, TOMATO, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const lot = async (code: string) => (await findLotByCode(library.db, code))!;

describe('a passport', () => {
  const corrected = async (code: string, change: object, why = 'Told again by the donor', shown?: number) => {
    const [now] = await readPassports(library.db, (await lot(code)).id);
    return correctPassport(acting(library.db, library.helper, TODAY), {
      key: randomUUID(),
      code,
      passport: { ...now!.answers, ...change },
      why,
      shown: shown ?? now!.id,
    });
  };

  test('of two who correct it at once the second is told, and may then keep either', async () => {
    const code = await takeIn(library);
    const [first] = await readPassports(library.db, (await lot(code)).id);
    const both = await Promise.all([
      corrected(code, { plantsHarvested: 3 }, 'a', first!.id),
      corrected(code, { plantsHarvested: 4 }, 'b', first!.id),
    ]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    expect(both.find(({ ok }) => !ok)).toMatchObject({ problem: { code: 'changed meanwhile' } });
    expect((await corrected(code, { plantsHarvested: 5 })).ok).toBe(true);
  });

  test('is corrected by a new one; the old one stays, and the lot is judged again', async () => {
    const code = await takeIn(library);
    expect((await corrected(code, { nameSure: 'a guess', plantsHarvested: 3 })).ok).toBe(true);
    expect(await lot(code)).toMatchObject({ plantsHarvested: 3, promise: 'may vary' });
    const versions = await readPassports(library.db, (await lot(code)).id);
    expect(versions.map(({ why }) => why)).toEqual(['Told again by the donor', null]);
    expect(await corrected(code, {})).toMatchObject({ problem: { code: 'nothing changed' } });
  });

  test('cannot be made to contradict itself, its parent or its child', async () => {
    const code = await takeIn(library, TOMATO);
    const child = await childOf(library, code);
    expect(await corrected(code, { plantsHarvested: 400 })).toMatchObject({ problem: { code: 'contradiction' } });
    expect(await corrected(child, { harvested: '2019' })).toMatchObject({ problem: { code: 'harvest before parent' } });
    await corrected(child, { harvested: '2025-10' });
    expect(await corrected(code, { harvested: '2026-08' })).toMatchObject({
      problem: { code: 'harvest after child', childHarvest: '2025-10' },
    });
  });

  test('whole fruit has no seed in the book until it is cleaned', async () => {
    const code = await takeIn(library, {
      crop: 'pepper',
      variety: 'Hot Axle',
      insects: undefined,
      boughtPlant: 'no',
      form: 'whole fruit',
      ripeSigns: 'yes',
      harvested: '2026-11-01',
      amount: '12 chillies',
    });
    expect(await lot(code)).toMatchObject({ onHand: 0, form: 'whole fruit', openBy: '2027-04-30', note: 'To be cleaned: 12 chillies' });
    const clean = () =>
      receiveClean(acting(library.db, library.helper, TODAY), {
        key: randomUUID(),
        code,
        amount: { kind: 'weight', milligrams: 9_000, approximate: false, typed: '9 g' },
      });
    expect((await clean()).ok).toBe(true);
    expect(await lot(code)).toMatchObject({ onHand: 9_000, form: 'clean seed', openBy: null });
    expect(await clean()).toMatchObject({ problem: { code: 'clean already' } });
  });
});
