import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { listNeverLabelled } from '#data/lots/labels.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { acting } from '#services/command.server.ts';
import { correctPassport } from '#services/lots/correctPassport.server.ts';
import { countLabelsToReplace, readLabelOf, readLabelsToReplace, recordLabels } from '#services/lots/labels.server.ts';
import { readLastAct, undo } from '#services/undo.server.ts';
import { onTowels } from './onTowels.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const towels = onTowels(() => library);
const works = () => acting(library.db, library.helper, TODAY);
const print = (...codes: string[]) => recordLabels(works(), { key: randomUUID(), lots: codes.map((code) => ({ code, labels: 3 })) });
const correct = async (code: string, change: object) => {
  const [now] = await readPassports(library.db, (await findLotByCode(library.db, code))!.id);
  return correctPassport(works(), {
    key: randomUUID(),
    code,
    passport: { ...now!.answers, ...change },
    why: 'The donor called',
    shown: now!.id,
  });
};
/** What is changed of a lot's labels; that they are counted and listed alike is seen each time. */
const changed = async (code: string) => {
  const all = await readLabelsToReplace(library.db);
  expect(await countLabelsToReplace(library.db)).toBe(all.length);
  return all.find((lot) => lot.code === code)?.changed ?? [];
};
const never = async () => (await listNeverLabelled(library.db, 10, 0)).lots.map(({ code }) => code);

test('a label is listed once its promise or its hazards are no longer true, until a new one is made', async () => {
  const code = await takeIn(library, { variety: 'Frog Rod' });
  expect(await never()).toContain(code);
  expect(await print(code)).toMatchObject({ ok: true, answer: { lots: 1 } });
  expect(await never()).not.toContain(code);
  expect(await changed(code)).toEqual([]);
  expect((await correct(code, { nameSure: 'a guess', plantsHarvested: 3, treated: 'unknown' })).ok).toBe(true);
  expect(await changed(code)).toEqual(['promise', 'hazards']);
  expect(await readLabelOf(library.db, code)).toMatchObject({
    said: { promise: 'true', hazards: [] },
    now: { promise: 'may vary', hazards: ['may be treated'] },
    jars: 1,
    packets: 0,
    madeOn: TODAY,
  });
  await print(code);
  expect(await changed(code)).toEqual([]);
});

test('how thick to sow changes with tests: thicker while nobody knows, then as usual, then not lent at all', async () => {
  const code = await takeIn(library, { variety: 'Slow Signal', amount: '20000 seeds' });
  await print(code);
  const read = async (sprouted: number, on: string) => {
    const id = await towels.layOne(code, 100);
    await towels.count(id, { more: { sprouted } }, on);
    await towels.end(id, { reason: 'All came that would' }, on);
  };
  await read(99, '2026-12-05');
  expect(await changed(code)).toEqual(['sowing']);
  expect(await readLabelOf(library.db, code)).toMatchObject({
    said: { sowing: expect.stringMatching(/^\d for \d$/) },
    now: { sowing: 'as usual' },
  });
  await print(code);
  expect(await changed(code)).toEqual([]);
  for (const sprouted of [4, 3, 3, 2]) await read(sprouted, '2026-12-20');
  expect(await changed(code)).toEqual(['sowing']);
  expect(await readLabelOf(library.db, code)).toMatchObject({ now: { sowing: 'not lent' } });
});

test('labels that were recorded and not put on are undone, and listed again', async () => {
  const code = await takeIn(library, { variety: 'Catch Point' });
  await print(code);
  await correct(code, { treated: true });
  await print(code);
  expect(await changed(code)).toEqual([]);
  const last = (await readLastAct(library.db, library.helper))!;
  expect(await undo(works(), { key: randomUUID(), act: last.key })).toMatchObject({ ok: true });
  expect(await changed(code)).toEqual(['hazards']);
});

test('labels of several lots are recorded together or, where one of them is not there, not at all', async () => {
  const codes = [await takeIn(library, { variety: 'First Aspect' }), await takeIn(library, { variety: 'Second Aspect' })];
  expect(await print(...codes, '99-0001-X')).toMatchObject({ ok: false, problem: { code: 'no such lot' } });
  expect(await never()).toEqual(expect.arrayContaining(codes));
  const key = randomUUID();
  const lots = codes.map((code) => ({ code, labels: 1 }));
  await recordLabels(works(), { key, lots });
  await recordLabels(works(), { key, lots });
  const { count } = await library.db
    .selectFrom('lot_label_written')
    .select((eb) => eb.fn.countAll<number>().as('count'))
    .where('act_key', '=', key)
    .executeTakeFirstOrThrow();
  expect(count).toBe(2);
});
