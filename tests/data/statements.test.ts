import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { openDatabase, type Db } from '#data/database.ts';
import { cloneDatabase, upToDateTemplate } from '../support/databases.ts';

// One connection: what it keeps is what one server's connection keeps.
let db: Db;
beforeAll(async () => {
  db = openDatabase({ url: (await cloneDatabase(await upToDateTemplate())).serverUrl, most: 1 });
});
afterAll(() => db.destroy());

const kept = async () =>
  (await sql<{ statement: string }>`select statement from pg_prepared_statements`.execute(db)).rows.map(({ statement }) => statement);

test('what is asked again and again is planned once, with other values each time; what is asked once is not kept', async () => {
  const named = (name: string) => db.selectFrom('crop').select('name').where('id', '=', name).execute();
  await named('pea');
  expect(await kept()).toEqual([]);
  for (const name of ['leek', 'pea', 'lettuce']) expect((await named(name)).map((crop) => crop.name.toLowerCase())).toEqual([name]);
  expect(await kept()).toEqual([expect.stringContaining('from "crop"')]);
  // A refusal leaves what is kept in order.
  await expect(sql`select 1 / ${0}::int`.execute(db)).rejects.toThrow('zero');
  expect(await named('pea')).toHaveLength(1);
});

test('lists of ever other lengths do not pile up', async () => {
  for (let length = 1; length <= 500; length += 1)
    await db
      .selectFrom('crop')
      .select('id')
      .where(
        'id',
        'in',
        Array.from({ length }, (_, at) => String(at)),
      )
      .execute();
  expect((await kept()).length).toBeLessThan(5);
});

test('no plan of it is compiled to machine code', async () => {
  expect((await sql<{ jit: string }>`show jit`.execute(db)).rows).toEqual([{ jit: 'off' }]);
});

test('what was written in one act is not taken for undone: each table that says its act is planned for as if each row had its own', async () => {
  const { rows } = await sql<{ name: string; said: string[] | null }>`
    select relname as name, attoptions as said from pg_attribute join pg_class on pg_class.oid = attrelid
    where attname = 'act_key' and relkind = 'r' and relnamespace = current_schema()::regnamespace`.execute(db);
  expect(rows.length).toBeGreaterThan(30);
  expect(rows.filter(({ said }) => !said?.includes('n_distinct=-1'))).toEqual([]);
});
