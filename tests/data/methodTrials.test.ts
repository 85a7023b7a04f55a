import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import type { Method } from '#core/bench/methods.ts';
import { findMethodTrial } from '#data/bench/methodTrials.ts';
import { readHouse } from '#data/house/house.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { readPromise } from '#data/lots/promises.ts';
import type { Actor } from '#data/people/accounts.ts';
import { beginMethodTrial, concludeMethodTrial } from '#services/bench/methodTrials.server.ts';
import { acting } from '#services/command.server.ts';
import { setHold } from '#services/lots/holdSeed.server.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const fruit = () => takeIn(library, { crop: 'tomato', variety: 'Gauge Glass', form: 'whole fruit', amount: '20 fruits' });
const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const begin = (code: string, methods: readonly Method[], key: string = randomUUID()) =>
  beginMethodTrial(acting(library.db, library.helper, TODAY), { key, code, methods, usual: 0.85, difference: 0.2 });
const conclude = (code: string, actor: Actor, adopt: Method | null = null) =>
  concludeMethodTrial(acting(library.db, actor, TODAY), { key: randomUUID(), code, learnt: 'Soda does no harm', adopt });

describe('a trial of methods', () => {
  test('parts a lot: its parts have its provenance, holds and promise, and each its method', async () => {
    const code = await fruit();
    await setHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, kind: 'pests', reason: 'Moths seen' });
    const key = randomUUID();
    const done = await begin(code, ['ferment', 'soda', 'wipe'], key);
    expect(await begin(code, ['ferment', 'soda', 'wipe'], key)).toEqual(done);
    if (!done.ok) throw new Error(done.problem.code);
    const [first, second, third] = done.answer.codes;
    expect(first).toBe(code);
    const [whole, part] = [await lot(code), await lot(second!)];
    expect(part).toMatchObject({ origin: 'split', lineId: whole.lineId, form: 'whole fruit', donorId: whole.donorId, onHand: 0 });
    expect((await readPassports(library.db, part.id))[0]!.answers).toEqual((await readPassports(library.db, whole.id))[0]!.answers);
    expect(await activeHolds(library.db, part.id)).toContain('pests');
    const [ofWhole, ofPart] = [await readPromise(library.db, whole.id), await readPromise(library.db, part.id)];
    expect(ofPart!.promise).toBe(ofWhole!.promise);
    expect(ofPart!.generations).toBe(ofWhole!.generations);
    const trial = (await findMethodTrial(library.db, part.id))!;
    expect(trial.arms.map(({ method, code: of }) => [method, of])).toEqual([
      ['ferment', code],
      ['soda', second],
      ['wipe', third],
    ]);
    expect(trial.seedsEach).toBeGreaterThan(50);
  });

  test('begins with what is uncleaned and in no trial, over two or three methods that fit', async () => {
    const refused = async (code: string, methods: readonly Method[]) => {
      const done = await begin(code, methods);
      return done.ok ? null : done.problem.code;
    };
    expect(await refused(await takeIn(library, {}), ['as it is', 'peroxide'])).toBe('not uncleaned');
    const code = await fruit();
    expect(await refused(code, ['ferment', 'ferment'])).toBe('two or three methods');
    expect(await refused(code, ['ferment', 'thresh'])).toBe('method does not fit');
    expect(await refused(code, ['ferment', 'soda'])).toBeNull();
    expect(await refused(code, ['ferment', 'soda'])).toBe('in a trial');
    expect(await refused('26-9999-X', ['ferment', 'soda'])).toBe('no such lot');
  });

  test('ends once, and what was learnt becomes the house’s rule only where a coordinator says so', async () => {
    const code = await fruit();
    await begin(code, ['ferment', 'soda']);
    const problem = async (actor: Actor, adopt: Method | null) => {
      const done = await conclude(code, actor, adopt);
      return done.ok ? null : done.problem.code;
    };
    expect(await problem(library.helper, 'soda')).toBe('rule not yours');
    expect(await problem(library.coordinator, 'wipe')).toBe('no such method');
    expect((await readHouse(library.db))!.rules.ferment).toBeUndefined();
    expect(await problem(library.coordinator, 'soda')).toBeNull();
    expect((await readHouse(library.db))!.rules.ferment).toBe('soda');
    expect(await problem(library.coordinator, null)).toBe('ended already');
    expect(await findMethodTrial(library.db, (await lot(code)).id)).toMatchObject({ learnt: 'Soda does no harm', rule: 'soda' });
  });
});
