import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { describeLot } from '#core/exchange/passportDescriptors.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { listDescribed } from '#data/lots/described.ts';
import { readOwnData } from '#data/people/ownData.ts';
import { acting } from '#services/command.server.ts';
import { lendPackets } from '#services/desk/desk.server.ts';
import { forgetPerson } from '#services/people/forgetPerson.server.ts';
import { NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

test('a person reads all that is kept of them, and nothing of anybody else; of who was erased there is nothing', async () => {
  const { db, coordinator, member } = library;
  const code = await takeIn(library, { variety: 'Own Signal', amount: '900 seeds', donor: member.name, harvested: '2026' });
  const lent = await lendPackets(acting(db, coordinator, TODAY), {
    key: randomUUID(),
    code,
    memberId: member.personId,
    packets: 2,
    overrideReason: 'Asked for by a test',
  });
  expect(lent.ok).toBe(true);
  const kept = (await readOwnData(db, member.personId))!;
  expect(kept['person']).toMatchObject([{ name: member.name }]);
  expect(kept['seed brought']).toMatchObject([{ lot: code, variety: 'Own Signal' }]);
  expect(kept['loans']).toMatchObject([{ lot: code, packets: 2, lent_on: TODAY }]);
  expect(kept['sign-in']).toHaveLength(1);
  expect(JSON.stringify(kept)).not.toMatch(/argon2|\$v=|hash"/);
  expect(JSON.stringify(kept)).not.toContain(coordinator.name);
  expect(await readOwnData(db, 999_999)).toBeUndefined();
  await forgetPerson(db, member.personId, NOW);
  expect(await readOwnData(db, member.personId)).toBeUndefined();
});

test('every table with a person in it is known here: what they did, or what is told of them', async () => {
  // A table that comes to point at people is looked at before it is forgotten in what they may read of themselves.
  const { rows } = await sql<{ name: string }>`
    select distinct table_name as name from information_schema.columns
    where table_schema = 'public' and column_name in ('person_id', 'member_id', 'donor_id', 'grower_id') order by 1`.execute(library.db);
  const known = [
    'account',
    'caution_seen',
    'donor_address',
    'garden',
    'grow_out_step',
    'grow_out_step_written',
    'grower_terms',
    'imported_row',
    'imported_row_written',
    'loan',
    'loan_written',
    'lot',
    'lot_written',
    'movement',
    'recall_told',
    'recall_told_written',
    'report',
    'report_written',
  ];
  expect(rows.map(({ name }) => name).filter((name) => !known.includes(name))).toEqual([]);
});

test('every lot is described for genebanks, by its code, once', async () => {
  const { db } = library;
  const code = await takeIn(library, { crop: 'kale', variety: 'Gene Bank', amount: '400 seeds', harvested: 'Aug 2026' });
  const [all, some] = [await listDescribed(db, { limit: 1000, offset: 0 }), await listDescribed(db, { limit: 1, offset: 1 })];
  expect(new Set(all.map((lot) => lot.code)).size).toBe(all.length);
  expect(some).toEqual([all[1]]);
  const lot = all.find((one) => one.code === code)!;
  expect(lot.donorId).toBe((await findLotByCode(db, code))!.donorId);
  expect(describeLot(lot)).toMatchObject({ ACCENUMB: code, GENUS: 'Brassica', ACCENAME: 'Gene Bank', COLLDATE: '20260800' });
});
