import pg from 'pg';
import copy from 'pg-copy-streams';
import { isPhoto, photoName, SECRETS, STAYS, WHOLE, type WholeColumn, type WholeTable } from '#core/exchange/tables.ts';
import type { Connection } from '#data/database.ts';
import { migrations } from '#data/migrations/index.ts';

/** A whole library as it is at one moment, table by table. */
export interface Dump {
  /** Tables in the order in which they can be written: those that others refer to first. */
  readonly tables: readonly WholeTable[];
  /** The newest change of the tables. */
  readonly release: string;
  readonly library: string;
  /** Rows as text, one to a line, each but the first behind a comma: the elements of a JSON array. */
  jsonLines(table: WholeTable): AsyncIterable<Buffer>;
  /** Rows as CSV with heads; a text that a spreadsheet would take for a formula is made harmless. */
  csv(table: WholeTable): AsyncIterable<Buffer>;
  /** Every photo with its name in an archive, one after the other. */
  photos(): AsyncIterable<{ readonly name: string; readonly jpeg: Buffer }>;
  close(): Promise<void>;
}

/** The tables are those of this release: every start brings them up to date. */
export const RELEASE = Object.keys(migrations).at(-1)!;

const LAYOUT = `
  select c.relname as table, a.attname as column, t.typname as type, not a.attnotnull as nullable,
    (select array[fc.relname::text, fa.attname::text] from pg_constraint f join pg_class fc on fc.oid = f.confrelid
      join pg_attribute fa on fa.attrelid = f.confrelid and fa.attnum = f.confkey[1]
      where f.contype = 'f' and f.conrelid = c.oid and f.conkey[1] = a.attnum order by cardinality(f.conkey) limit 1) as refers,
    coalesce((select array_position(p.conkey::int[], a.attnum::int) from pg_constraint p where p.contype = 'p' and p.conrelid = c.oid), 0) as key
  from pg_class c join pg_attribute a on a.attrelid = c.oid join pg_type t on t.oid = a.atttypid
  where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' and a.attnum > 0 and not a.attisdropped and a.attgenerated = ''
  order by c.relname, a.attnum`;

interface LayoutRow {
  readonly table: string;
  readonly column: string;
  readonly type: string;
  readonly nullable: boolean;
  readonly refers: readonly [string, string] | null;
  readonly key: number;
}

/** Opens a connection that sees the library as it is now, whatever is written meanwhile. The caller closes it. */
export async function openDump({ url, role }: Connection): Promise<Dump> {
  const client = new pg.Client({ connectionString: url, ...(role && { options: `-c role=${role}` }) });
  await client.connect();
  try {
    await client.query(
      "set timezone = 'UTC'; set datestyle = 'ISO, YMD'; set extra_float_digits = 1; begin transaction isolation level repeatable read, read only",
    );
    const { rows } = await client.query<LayoutRow>(LAYOUT);
    const { rows: about } = await client.query<{ library: string }>('select name as library from house');
    return dumpOf(client, inOrder(tablesOf(rows)), { library: about[0]?.library ?? '', release: RELEASE });
  } catch (error) {
    await client.end();
    throw error;
  }
}

function dumpOf(client: pg.Client, tables: readonly WholeTable[], about: Pick<Dump, 'library' | 'release'>): Dump {
  const streamed = (text: string) => client.query(copy.to(text)) as AsyncIterable<Buffer>;
  return {
    tables,
    ...about,
    jsonLines: (table) =>
      // No text of JSON holds these two characters or a line's end: nothing is quoted.
      streamed(
        `copy (select case when row_number() over () > 1 then ',' else '' end || row_to_json(whole)::text from (select ${columnsOf(table)} from ${quoted(table.table)} order by ${orderOf(table)}) as whole) to stdout with (format csv, quote e'\\x01', delimiter e'\\x02')`,
      ),
    csv: (table) =>
      streamed(
        `copy (select ${columnsOf(table, true)} from ${quoted(table.table)} order by ${orderOf(table)}) to stdout with (format csv, header)`,
      ),
    async *photos() {
      for (const table of tables.filter(({ columns, table: name }) => columns.some((column) => isPhoto(name, column.name)))) {
        const id = table.key[0]!;
        const { rows } = await client.query<{ id: number }>(`select ${id} as id from ${quoted(table.table)} order by 1`);
        for (const row of rows) {
          const { rows: found } = await client.query<{ jpeg: Buffer }>(`select jpeg from ${quoted(table.table)} where ${id} = $1`, [
            row.id,
          ]);
          yield { name: photoName(table.table, Number(row.id)), jpeg: found[0]!.jpeg };
        }
      }
    },
    close: () => client.end(),
  };
}

function tablesOf(rows: readonly LayoutRow[]): WholeTable[] {
  const names = [...new Set(rows.map(({ table }) => table))].filter((name) => !STAYS.includes(name));
  return names.map((table) => {
    if (!Object.hasOwn(WHOLE, table)) throw new Error(`the table ${table} is not described: it would be left out of the whole copy`);
    const own = rows.filter((row) => row.table === table);
    const columns = own.map(({ column, type, nullable, refers }): WholeColumn => ({
      name: column,
      type,
      isNullable: nullable,
      refersTo: refers && { table: refers[0], column: refers[1] },
    }));
    const key = own
      .filter((row) => row.key > 0)
      .sort((one, other) => one.key - other.key)
      .map(({ column }) => column);
    return { table, columns, key };
  });
}

/** Tables that others refer to come before them; references to the action that wrote a row are checked at the end of a transaction. */
function inOrder(tables: readonly WholeTable[]): WholeTable[] {
  const placed: WholeTable[] = [];
  const isPlaced = (name: string) => placed.some(({ table }) => table === name);
  const known = new Set(tables.map(({ table }) => table));
  while (placed.length < tables.length) {
    const next = tables.find(
      ({ table, columns }) =>
        !isPlaced(table) &&
        columns.every(
          ({ name, refersTo }) =>
            !refersTo || name === 'act_key' || refersTo.table === table || !known.has(refersTo.table) || isPlaced(refersTo.table),
        ),
    );
    if (!next) throw new Error('tables refer to each other in a circle');
    placed.push(next);
  }
  return placed;
}

const quoted = (name: string) => pg.escapeIdentifier(name);
const orderOf = ({ key, columns }: WholeTable) => (key.length > 0 ? key : columns.map(({ name }) => name)).map(quoted).join(', ');

const TEXTS = ['text', 'jsonb', '_text'];

function columnsOf({ table, columns, key }: WholeTable, harmless = false): string {
  return columns
    .map(({ name, type }) => {
      const column = quoted(name);
      if (SECRETS.includes(`${table}.${name}`)) return `null::text as ${column}`;
      if (isPhoto(table, name)) return `'${photoName(table, 0).replace('0.jpg', '')}' || ${key[0]} || '.jpg' as ${column}`;
      return harmless && TEXTS.includes(type)
        ? `case when ${column}::text ~ '^[=+\\-@\\t\\r]' then '''' || ${column}::text else ${column}::text end as ${column}`
        : column;
    })
    .join(', ');
}
