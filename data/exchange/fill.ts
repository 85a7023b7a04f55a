import { sql } from 'kysely';
import { isPhoto, SECRETS, type WholeColumn, type WholeTable } from '#core/exchange/tables.ts';
import type { Db } from '#data/database.ts';

// Filling an empty database from a whole copy, as its owner. The rows were facts where they came from: what checks and completes new facts is at rest meanwhile.

/** Whether the database holds a library: somebody is in it. */
export async function holdsLibrary(owner: Db): Promise<boolean> {
  return (await owner.selectFrom('person').select('id').limit(1).executeTakeFirst()) !== undefined;
}

/** Empties the tables of what every new database has, and lets their triggers rest. */
export async function makeRoom(tx: Db, tables: readonly WholeTable[]): Promise<void> {
  for (const { table } of tables) await sql`alter table ${sql.table(table)} disable trigger user`.execute(tx);
  for (const { table } of tables.toReversed()) await sql`delete from ${sql.table(table)}`.execute(tx);
}

// A table's type is named with its schema: "line" alone is a type of PostgreSQL's own.

/** Writes rows as they were. @param lines each a row as JSON */
export async function fillTable(tx: Db, { table, columns }: WholeTable, lines: readonly string[]): Promise<void> {
  if (lines.length === 0) return;
  const names = sql.join(columns.map(({ name }) => sql.ref(name)));
  const read = sql.join(columns.map((column) => readOf(table, column)));
  const photos = columns.some(({ name }) => isPhoto(table, name));
  if (!photos) {
    await sql`insert into ${sql.table(table)} (${names}) overriding system value
      select ${read} from json_populate_recordset(null::${sql.id('public', table)}, ${`[${lines.join(',')}]`}::json) as told`.execute(tx);
    return;
  }
  // The photo came beside its row, as base64 in its place.
  for (const line of lines)
    await sql`insert into ${sql.table(table)} (${names}) overriding system value
      select ${read} from (select ${line}::json as line) as one
      cross join lateral json_populate_record(null::${sql.id('public', table)}, (line::jsonb - 'jpeg')::json) as told cross join lateral (select line->>'jpeg' as photo) as own`.execute(
      tx,
    );
}

/** How a column is read from a row that was told as JSON. */
function readOf(table: string, { name, type, isNullable }: WholeColumn) {
  if (isPhoto(table, name)) return sql`decode(photo, 'base64')`;
  if (SECRETS.includes(`${table}.${name}`)) return sql`null`;
  // Nothing, as a document, is told as a row tells that there is none.
  return type === 'jsonb' && !isNullable ? sql`coalesce(told.${sql.ref(name)}, 'null')` : sql`told.${sql.ref(name)}`;
}

/** Lets the triggers work again, and numbers go on behind those that are taken. */
export async function closeUp(tx: Db, tables: readonly WholeTable[]): Promise<void> {
  // What is checked at the end is checked now: a table with checks to come cannot be changed.
  await sql`set constraints all immediate`.execute(tx);
  for (const { table, columns } of tables) {
    await sql`alter table ${sql.table(table)} enable trigger user`.execute(tx);
    if (columns.some(({ name, type }) => name === 'id' && type === 'int8'))
      await sql`select setval(pg_get_serial_sequence(${table}, 'id'), (select max(id) from ${sql.table(table)})) where exists (select from ${sql.table(table)}) and pg_get_serial_sequence(${table}, 'id') is not null`.execute(
        tx,
      );
  }
}
