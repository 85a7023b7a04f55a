import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { NOT_ON_LABELS } from '#core/almanac/cautions.ts';
import { sowingSays } from '#core/labels/says.ts';
import { listNeverLabelled, lookAtLabels } from '#data/lots/labels.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { acting } from '#services/command.server.ts';
import { correctPassport } from '#services/lots/correctPassport.server.ts';
import { checkNextLabels, countLabelsToReplace, readLabelOf, readLabelsToReplace, recordLabels } from '#services/lots/labels.server.ts';
import { discardLot } from '#services/stock/discard.server.ts';
import { readLastAct, undo } from '#services/undo.server.ts';
import { onTowels } from './onTowels.ts';
import { preparedLibrary, takeIn, TODAY, untilSomebodyWaits, type Library } from './database.ts';

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
/**
 * What is changed of a lot's labels. Each time, before and after the background has looked at what changed, those are listed and counted that differ when
 * each lot is looked at by itself.
 */
const changed = async (code: string) => {
  const codes = (await library.db.selectFrom('lot').select('code').where('on_hand', '>', 0).execute()).map((lot) => lot.code);
  const alone = (await Promise.all(codes.map((one) => readLabelOf(library.db, one)))).flatMap((one) => one ?? []);
  const agree = async () => {
    expect((await readLabelsToReplace(library.db)).map((lot) => lot.code).sort()).toEqual(alone.map((lot) => lot.code).sort());
    expect(await countLabelsToReplace(library.db)).toBe(alone.length);
  };
  await agree();
  while ((await checkNextLabels(library.db, 2)) > 0);
  await agree();
  return alone.find((lot) => lot.code === code)?.changed ?? [];
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

test('a variety or a crop with another name, and a caution that the crop has from now on, are not on the labels of any of their lots', async () => {
  const [code, other] = [await takeIn(library, { variety: 'Third Aspect' }), await takeIn(library, { variety: 'Third Aspect' })];
  await print(code, other);
  expect(await changed(code)).toEqual([]);
  const { lineId, cropId } = (await findLotByCode(library.db, code))!;
  await sql`update line set name = 'Fourth Aspect' where id = ${lineId}`.execute(library.owner);
  expect(await changed(code)).toEqual(['name']);
  expect(await changed(other)).toEqual(['name']);
  await print(code, other);
  await sql`update crop set name = 'Field pea', facts = jsonb_set(facts, '{cautions}', '[{"code": "seed is toxic"}]') where id = ${cropId}`.execute(
    library.owner,
  );
  expect(await changed(other)).toEqual(['name', 'hazards']);
});

test('labels of a lot of which nothing is left are not to be replaced', async () => {
  const code = await takeIn(library, { variety: 'Banner Repeater' });
  await print(code);
  await correct(code, { treated: true });
  expect(await changed(code)).toEqual(['hazards']);
  await discardLot(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), code, reason: 'Wet through' });
  expect(await changed(code)).toEqual([]);
});

test('what changes while a label is being looked at is looked at again', async () => {
  const code = await takeIn(library, { variety: 'Splitting Distant' });
  await print(code);
  let change: Promise<unknown> = Promise.resolve();
  await library.db.transaction().execute(async (tx) => {
    expect(await lookAtLabels(tx, NOT_ON_LABELS, sowingSays, 1_000)).toBeGreaterThan(0);
    change = correct(code, { treated: true });
    await untilSomebodyWaits(library.owner);
  });
  await change;
  expect(await library.db.selectFrom('label_stale').selectAll().execute()).toHaveLength(1);
  expect(await changed(code)).toEqual(['hazards']);
});
