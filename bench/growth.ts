import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { SHELF_SORTS } from '#core/lots/words.ts';
import { readActs } from '#data/acts.ts';
import { openDatabase, type Db } from '#data/database.ts';
import { LINE_SORTS, listLines } from '#data/lots/lines.ts';
import type { Actor } from '#data/people/accounts.ts';
import { findHoldings } from '#data/stock/places.ts';
import { listShelves } from '#data/stock/shelves.ts';
import { listTests } from '#data/tests/tests.ts';
import { acting } from '#services/command.server.ts';
import { moveSeed } from '#services/stock/moving.server.ts';

/** How lists and acts grow from a library of 2 000 lots to one of 20 000 with 600 000 movements: medians of both, asked in turn. */
const ROUNDS = 60;
const today = new Date().toISOString().slice(0, 10);
const page = { search: '', limit: 50, offset: 0 };

const LISTS: readonly (readonly [string, (db: Db) => Promise<unknown>])[] = [
  ...SHELF_SORTS.map((sort) => [`shelves by ${sort}`, (db: Db) => listShelves(db, { ...page, crop: '', state: '', sort, today })] as const),
  ...LINE_SORTS.map((sort) => [`lines by ${sort}`, (db: Db) => listLines(db, { ...page, crop: '', sort })] as const),
  ['shelves, searched', (db) => listShelves(db, { ...page, search: 'bean', crop: '', state: '', sort: 'variety', today })],
  ['ended tests', (db) => listTests(db, { ...page, open: false })],
  ['the record', (db) => readActs(db, page)],
  ['the record, searched', (db) => readActs(db, { ...page, search: 'packets' })],
];

const median = (values: number[]) => values.sort((one, other) => one - other)[Math.floor(values.length / 2)]!;
async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

/** Moves one seed of a lot to the other of its containers and back, by the command that people use. */
async function mover(db: Db): Promise<() => Promise<void>> {
  const actor: Actor = (
    await sql<Actor>`select account.id as "accountId", person.id as "personId", name, role from account join person on person.id = person_id
      where role = 'helper' order by account.id limit 1`.execute(db)
  ).rows[0]!;
  const lots = await sql<{ id: number; code: string }>`select lot.id, code from lot where on_hand > 20 and unit = 'seed'
    and exists (select from holding where lot_id = lot.id and balance > 10 and packet_units is null) order by lot.id limit 40`.execute(db);
  const places = (await db.selectFrom('place').select('name').orderBy('id').execute()).map(({ name }) => name);
  let at = 0;
  return async () => {
    const { id, code } = lots.rows[at++ % lots.rows.length]!;
    const from = (await findHoldings(db, id)).find(({ balance, packetUnits }) => balance > 10 && packetUnits === null)!;
    const place = places.find((name) => name !== from.place)!;
    const done = await moveSeed(acting(db, actor, today), {
      key: randomUUID(),
      code,
      holding: from.id,
      part: '1',
      place,
      container: 'paper envelope',
    });
    if (!done.ok && done.problem.code !== 'frost kills it') throw new Error(done.problem.code);
  };
}

async function growth(): Promise<void> {
  const [small, large] = [process.env['SMALL_DATABASE_URL']!, process.env['DATABASE_URL']!].map((url) => openDatabase({ url, most: 1 }));
  const say = (line: string) => process.stdout.write(`${line}\n`);
  say('| what is asked of the database | 2 000 lots | 20 000 lots | ratio |\n| --- | --: | --: | --: |');
  const compare = async (name: string, one: () => Promise<unknown>, other: () => Promise<unknown>) => {
    const times: [number[], number[]] = [[], []];
    for (let round = -10; round < ROUNDS; round += 1) {
      const [first, second] = [await timed(one), await timed(other)];
      if (round < 0) continue;
      times[0].push(first);
      times[1].push(second);
    }
    const [before, after] = [median(times[0]), median(times[1])];
    say(`| ${name} | ${before.toFixed(2)} | ${after.toFixed(2)} | ${(after / before).toFixed(2)} |`);
  };
  for (const [name, ask] of LISTS)
    await compare(
      name,
      () => ask(small!),
      () => ask(large!),
    );
  const [few, many] = [await mover(small!), await mover(large!)];
  await compare('moving seed, the whole act', few, many);
  const { rows } = await sql<{ hot: number; all: number }>`
    select n_tup_hot_upd as hot, n_tup_upd as all from pg_stat_user_tables where relname = 'lot_state'`.execute(large!);
  say(`\nOf ${rows[0]!.all} changes of a lot's state ${rows[0]!.hot} touched no index.`);
}

await growth();
process.exit(0);
