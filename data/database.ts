import { Kysely, PostgresDialect, type CompiledQuery } from 'kysely';
import pg from 'pg';
import type { Schema } from './schema.ts';

export type Db = Kysely<Schema>;

const DATE = 1082;
const INT8 = 20;
const NUMERIC = 1700;

/** Calendar days stay text; counts and sums are numbers: nothing here comes near 2^53. */
const types = {
  getTypeParser(oid: number, format?: 'text' | 'binary') {
    if (oid === DATE) return (value: string) => value;
    if (oid === INT8 || oid === NUMERIC) return Number;
    return format === 'binary' ? pg.types.getTypeParser(oid, 'binary') : pg.types.getTypeParser(oid, 'text');
  },
} as pg.CustomTypesConfig;

export interface Connection {
  readonly url: string;
  /** Role to step down to after connecting, where one login both owns the tables and serves. */
  readonly role?: string;
  readonly most?: number;
  /** Told of every statement that is sent. */
  readonly heard?: (query: CompiledQuery) => void;
}

/** Opens a pool. The caller closes it with `destroy()`. */
export function openDatabase({ url, role, most = 10, heard }: Connection): Db {
  const pool = new pg.Pool({ connectionString: url, max: most, types, ...(role && { options: `-c role=${role}` }) });
  // An idle connection that PostgreSQL closes (restart, failover) is replaced by the pool; unheard, it would end the process.
  pool.on('error', () => undefined);
  return new Kysely<Schema>({ dialect: new PostgresDialect({ pool }), ...(heard && { log: ({ query }) => heard(query) }) });
}
