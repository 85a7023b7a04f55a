import { Kysely, PostgresDialect, type CompiledQuery, type PostgresPool, type PostgresPoolClient } from 'kysely';
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
  const pool = new pg.Pool({
    connectionString: url,
    max: most,
    types,
    keepAlive: true,
    connectionTimeoutMillis: LONGEST_WAIT_MS,
    idleTimeoutMillis: KEPT_IDLE_MS,
    options: `${NO_JIT}${role ? ` -c role=${role}` : ''}`,
  });
  // A connection that PostgreSQL closes (restart, failover, an administrator) is replaced by the pool, idle or busy; unheard, its error would
  // end the process. Whoever waited for an answer on it is told by the query itself.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return new Kysely<Schema>({
    dialect: new PostgresDialect({ pool: patient(pool) }),
    ...(heard && { log: ({ query }) => heard(query) }),
  });
}

/** Compiling a plan to machine code takes longer than any page's query is worth. */
const NO_JIT = '-c jit=off';

/** A connection that is not had by then is told as missing: whoever waits longer has gone. */
const LONGEST_WAIT_MS = 8_000;
/** A new connection knows no table and no plan: it takes several times as long for its first pages. Ten seconds, the usual, would make each click of a quiet hour such a first. */
const KEPT_IDLE_MS = 3_600_000;
const BACK_OFF_MS = { first: 100, most: 3_000 };

/**
 * A pool that, while PostgreSQL cannot be reached, fails at once and asks again ever more rarely, instead of letting each request knock.
 * The first connection that is had again ends it.
 */
function patient(pool: pg.Pool): PostgresPool {
  const nameOf = namesOfStatements();
  let failures = 0;
  let notBefore = 0;
  let last: unknown;
  return {
    async connect() {
      if (performance.now() < notBefore) throw last;
      try {
        const client = await pool.connect();
        failures = notBefore = 0;
        return preparing(client, nameOf);
      } catch (error) {
        last = error;
        notBefore = performance.now() + Math.min(BACK_OFF_MS.most, BACK_OFF_MS.first * 2 ** failures);
        failures += 1;
        throw error;
      }
    },
    end: () => pool.end(),
  };
}

/** Each name is a plan that every connection keeps; lists of any length make ever new texts, which are not worth one. */
const MOST_NAMES = 300;
const MOST_TEXTS = 3_000;
const WORTH_A_NAME = 3;

/** Names statements that come again and again, so that PostgreSQL plans them a few times and not each time: over the views of a ledger that takes longer than to run them. */
function namesOfStatements(): (text: string) => string | undefined {
  const times = new Map<string, number>();
  const names = new Map<string, string>();
  return (text) => {
    const known = names.get(text);
    if (known || names.size >= MOST_NAMES) return known;
    const seen = (times.get(text) ?? 0) + 1;
    if (times.size >= MOST_TEXTS) times.clear();
    times.set(text, seen);
    if (seen < WORTH_A_NAME) return undefined;
    times.delete(text);
    names.set(text, `often ${names.size + 1}`);
    return names.get(text);
  };
}

/** A connection that sends statements with parameters under their names. */
const preparing = (client: pg.PoolClient, nameOf: (text: string) => string | undefined): PostgresPoolClient => ({
  query: ((text: string, values: unknown[]) => {
    const name = values.length > 0 ? nameOf(text) : undefined;
    return client.query(name ? { name, text, values } : { text, values });
  }) as unknown as PostgresPoolClient['query'],
  release: () => client.release(),
});
