import type { Insertable } from 'kysely';
import type { Db } from '#data/database.ts';
import type { Schema } from '#data/schema.ts';

const CHUNK = 400;

/** Adds rows a few hundred at a time, in order; gives back their ids where the table numbers its rows. */
export async function addRows<Table extends keyof Schema & string>(
  db: Db,
  table: Table,
  rows: readonly Insertable<Schema[Table]>[],
): Promise<number[]> {
  const ids: number[] = [];
  for (let at = 0; at < rows.length; at += CHUNK) {
    const chunk = rows.slice(at, at + CHUNK);
    const made = await db
      .insertInto(table as never)
      .values(chunk as never)
      .returningAll()
      .execute();
    ids.push(...(made as { id: number }[]).map(({ id }) => id));
  }
  return ids;
}
