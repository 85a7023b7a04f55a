import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { sql } from 'kysely';
import { z } from 'zod';
import type { Db } from '#data/database.ts';

// An archive is a tar of two files: the database in PostgreSQL's own format, photos and all, and what must be found in it again.

export const DUMP = 'library.dump';
export const MANIFEST = 'manifest.json';

export const manifestShape = z.object({
  madeAt: z.string(),
  /** Digest of the dump. */
  sha256: z.string(),
  /** Rows of each table, and a sum over them that no order of rows changes. */
  tables: z.record(z.string(), z.object({ rows: z.string(), sum: z.string() })),
});
type Manifest = z.infer<typeof manifestShape>;
export type Tables = Manifest['tables'];

const run = promisify(execFile);

/** Runs a program of PostgreSQL against a database. Its address goes in the environment, not in the command line, which others on the machine can read. */
export async function runPostgres(name: string, words: readonly string[], url: string): Promise<string> {
  const { hostname, port, username, password, pathname } = new URL(url);
  const env = {
    ...process.env,
    PGHOST: hostname,
    PGPORT: port || '5432',
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: decodeURIComponent(pathname.slice(1)),
  };
  const program = process.env['PG_BIN'] ? join(process.env['PG_BIN'], name) : name;
  return (await run(program, [...words], { env, maxBuffer: 64 * 1024 * 1024 })).stdout;
}

/** Packs files of a folder into an archive, or takes them out of one. */
export const pack = (archive: string, folder: string) => run('tar', ['--create', '--file', archive, '--directory', folder, DUMP, MANIFEST]);
export const unpack = (archive: string, folder: string) =>
  run('tar', ['--extract', '--file', archive, '--directory', folder, DUMP, MANIFEST]);

/** The digest of a file, read in pieces. */
export async function digestOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const piece of createReadStream(file)) hash.update(piece as Buffer);
  return hash.digest('hex');
}

/** Every table of a library, with how many rows it has and a sum over all that stands in them. */
export async function tablesOf(db: Db): Promise<Tables> {
  // Times are written as text here: in the same way wherever it runs.
  await sql`select set_config('TimeZone', 'UTC', false), set_config('DateStyle', 'ISO, YMD', false)`.execute(db);
  const { rows: tables } = await sql<{ name: string }>`
    select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`.execute(
    db,
  );
  const found: Tables = {};
  for (const { name } of tables) {
    const { rows } = await sql<{ rows: string; sum: string }>`
      select count(*)::text as rows, coalesce(sum(hashtextextended(one::text, 0)), 0)::text as sum from ${sql.table(name)} as one`.execute(
      db,
    );
    found[name] = rows[0]!;
  }
  return found;
}

/** Tables that are not as they were. */
export const differing = (one: Tables, other: Tables): string[] =>
  [...new Set([...Object.keys(one), ...Object.keys(other)])]
    .filter((name) => one[name]?.rows !== other[name]?.rows || one[name]?.sum !== other[name]?.sum)
    .sort();

/** The address of another database on the same server. */
export function beside(url: string, database: string): string {
  const address = new URL(url);
  address.pathname = `/${encodeURIComponent(database)}`;
  return address.href;
}

export const databaseOf = (url: string): string => decodeURIComponent(new URL(url).pathname.slice(1));
