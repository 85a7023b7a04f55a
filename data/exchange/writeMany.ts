import { sql } from 'kysely';
import type { Db } from '#data/database.ts';

/** So many rows travel at once, as one JSON text: thousands of parameters are slow to bind. */
const AT_ONCE = 5000;

/** Called after each part: where an import says how far it is, and stops when it is stopped. */
export type Step = () => Promise<void>;

type Types<Row> = { readonly [Name in keyof Row]: string };

/**
 * Writes many rows of one table, in their order.
 * @param types the columns with their SQL types; `text[]` and `jsonb` as arrays and documents
 * @returns the ids the database gave them, in their order
 */
export async function writeMany<Row extends object>(
  db: Db,
  table: string,
  types: Types<Row>,
  rows: readonly Row[],
  step: Step,
): Promise<number[]> {
  return (await write<{ id: number }>(db, table, types, rows, step, 'id')).map(({ id }) => id).sort((one, other) => one - other);
}

/** As `writeMany`, for a table whose rows have no id of their own. */
export async function writeFacts<Row extends object>(
  db: Db,
  table: string,
  types: Types<Row>,
  rows: readonly Row[],
  step: Step,
): Promise<void> {
  await write(db, table, types, rows, step, null);
}

async function write<Returned>(
  db: Db,
  table: string,
  types: object,
  rows: readonly object[],
  step: Step,
  returning: string | null,
): Promise<Returned[]> {
  const columns = Object.entries(types as Record<string, string>);
  const names = sql.join(columns.map(([name]) => sql.ref(name)));
  const read = sql.join(
    columns.map(([name, type]) =>
      type === 'text[]'
        ? sql`array(select jsonb_array_elements_text(row.${sql.ref(name)}))`
        : type === 'bytea'
          ? sql`decode(row.${sql.ref(name)}, 'hex')`
          : sql`row.${sql.ref(name)}`,
    ),
  );
  const shape = sql.join(
    columns.map(([name, type]) => sql`${sql.ref(name)} ${sql.raw(type === 'text[]' ? 'jsonb' : type === 'bytea' ? 'text' : type)}`),
  );
  const returned: Returned[] = [];
  for (let from = 0; from < rows.length; from += AT_ONCE) {
    const some = rows.slice(from, from + AT_ONCE);
    // Ids are given in the order of the rows: the identity is taken after they were sorted.
    const { rows: back } = await sql<Returned>`insert into ${sql.table(table)} (${names})
      select ${read} from rows from (jsonb_to_recordset(${JSON.stringify(some)}::jsonb) as (${shape})) with ordinality as row (${names}, place) order by row.place
      ${returning === null ? sql`` : sql`returning ${sql.ref(returning)}`}`.execute(db);
    returned.push(...back);
    await step();
  }
  return returned;
}
