import { beforeAll, describe, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { randomUUID } from 'node:crypto';
import type { TestId } from '#core/kernel/kinds.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readPotted, readReopenings } from '#data/tests/afterTest.ts';
import { findTest } from '#data/tests/tests.ts';
import { acting } from '#services/command.server.ts';
import { changeHouse } from '#services/people/people.server.ts';
import { potUp, reopenTest } from '#services/tests/afterTest.server.ts';
import { readTestResult } from '#services/tests/reading.server.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { onTowels } from './onTowels.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const { layOne, count, end } = onTowels(() => library);
const END = '2026-12-01';

async function readTest(code: string, sprouted: number, of = 20): Promise<number> {
  const testId = await layOne(code, of);
  await count(testId, { more: { sprouted } }, END);
  await end(testId, {}, END);
  return testId;
}

describe('an ended test', () => {
  const reopen = (testId: TestId, who = library.coordinator) =>
    reopenTest(acting(library.db, who, END), { key: randomUUID(), testId, reason: 'The wrong towel' });

  test('is re-opened by a coordinator only, with a reason that stays', async () => {
    const testId = await readTest(await takeIn(library), 18);
    expect(await reopen(testId, library.helper)).toMatchObject({ problem: { code: 'a coordinator re-opens' } });
    expect(await reopen(testId)).toMatchObject({ ok: true });
    expect(await reopen(testId)).toMatchObject({ problem: { code: 'not ended' } });
    expect(await readReopenings(library.db, testId)).toMatchObject([{ sprouted: 18, outcome: 'read', reason: 'The wrong towel' }]);
  });

  test('counts for nothing while it is open again, and for what it shows when it ends once more', async () => {
    const code = await takeIn(library);
    const testId = await readTest(code, 18);
    expect(await lot(code)).toMatchObject({ sprouted: 18, testedOn: END });
    await reopen(testId);
    expect(await lot(code)).toMatchObject({ sprouted: null, testedOn: null, verdict: 'sow thicker' });
    expect(await findTest(library.db, testId)).toMatchObject({ endedOn: null, nextCountOn: END });
    await count(testId, { more: { sprouted: 1 } }, END);
    await end(testId, { reason: 'All counted' }, END);
    expect(await lot(code)).toMatchObject({ sprouted: 19, testedOn: END });
    await reopen(testId);
    expect(await readReopenings(library.db, testId)).toHaveLength(2);
  });

  test('has one end that stands, whatever is written past the application', async () => {
    const testId = await readTest(await takeIn(library), 18);
    await expect(
      sql`insert into test_ending (test_id, ended_on, outcome, sprouted, act_key) values (${testId}, ${END}, 'read', 1, ${randomUUID()})`.execute(
        library.owner,
      ),
    ).rejects.toMatchObject({ constraint: 'test_ends_once' });
  });
});

describe('what sprouted', () => {
  const pot = (testId: TestId, seedlings: number, pottedOn = END) =>
    potUp(acting(library.db, library.helper, END), { key: randomUUID(), testId, seedlings, pottedOn, note: 'Under glass' });

  test('is potted up as far as there is any, and takes nothing from the jar', async () => {
    const code = await takeIn(library);
    const testId = await readTest(code, 9);
    const before = (await lot(code)).onHand;
    expect(await pot(testId, 6)).toMatchObject({ ok: true });
    expect(await pot(testId, 4)).toMatchObject({ problem: { code: 'not so many', left: 3 } });
    expect(await pot(testId, 3)).toMatchObject({ ok: true });
    expect((await lot(code)).onHand).toBe(before);
    expect(await readPotted(library.db, { lotId: (await lot(code)).id })).toMatchObject([{ seedlings: 6 }, { seedlings: 3 }]);
  });

  test('is not potted before it was laid, nor tomorrow', async () => {
    const testId = await readTest(await takeIn(library), 9);
    expect(await pot(testId, 1, '2026-12-02')).toMatchObject({ problem: { code: 'potted in the future' } });
    expect(await pot(testId, 1, '2026-11-01')).toMatchObject({ problem: { code: 'potted before it was laid', laidOn: TODAY } });
  });
});

test('a crop of which less is asked has its own verdict, and its neighbours keep theirs', async () => {
  const code = await takeIn(library);
  const testId = await readTest(code, 13, 30);
  expect((await lot(code)).verdict).not.toBe('full strength');
  const house = (await readHouse(library.db))!;
  const changed = { ...house, cropThresholds: { pea: { lend: 0.1, full: 0.2 } } };
  expect(await changeHouse(acting(library.db, library.coordinator, END), { key: randomUUID(), ...changed })).toMatchObject({ ok: true });
  expect((await lot(code)).verdict).toBe('full strength');
  const read = await readTestResult(library.db, (await findTest(library.db, testId))!, (await readHouse(library.db))!, END);
  expect(read).toMatchObject({ kind: 'full strength', thresholds: { lend: 0.1, full: 0.2, sureness: 0.8 } });
  await expect(sql`update house set crop_thresholds = '{"pea": {"lend": 0.8, "full": 0.4}}'`.execute(library.owner)).rejects.toMatchObject({
    constraint: 'house_crop_thresholds_in_order',
  });
});
