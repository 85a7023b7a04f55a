import { sql } from 'kysely';
import type { PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/** Something that somebody wrote, and where it stands: `table.column.row`, or the table and column alone of a name. */
export interface Written {
  readonly at: string;
  readonly said: string;
}

/**
 * What people wrote in which one of these words stands by itself, whatever its case.
 * @param how `edit` for what may be put into other words when somebody is erased; `name` for what lines, places and the like are called
 */
export async function listWrittenWith(db: Db, words: readonly string[], how: 'edit' | 'name', most: number): Promise<Written[]> {
  if (words.length === 0) return [];
  const columns = await db.selectFrom('free_text').select(['table_name', 'column_name']).where('how', '=', how).execute();
  const parts = columns.map(({ table_name: table, column_name: column }) => {
    const at = how === 'edit' ? sql`${`${table}.${column}.`} || id` : sql.lit(`${table}.${column}`);
    return sql`select ${at} as at, ${sql.ref(column)} as said from ${sql.table(table)} where ${sql.ref(column)} ~* naming(${sql.val(words)}::text[])`;
  });
  const { rows } =
    await sql<Written>`select at, said from (${sql.join(parts, sql` union all `)}) as written order by at limit ${most}`.execute(db);
  return rows;
}

/** Puts other words in the place of what somebody wrote. */
export async function reword(db: Db, { at, said }: Written): Promise<void> {
  const [table, column, row] = at.split('.');
  await sql`select reword(${table}, ${column}, ${row}::bigint, ${said})`.execute(db);
}

/** Puts `instead` in the place of each of these words, wherever people write and in what the program has kept of it. */
export async function eraseWords(db: Db, words: readonly string[], instead: string): Promise<void> {
  await sql`select erase_words(${sql.val(words)}::text[], ${instead})`.execute(db);
}

/** Whether somebody else is called exactly so. */
export async function hasNamesake(db: Db, { id, name }: { readonly id: PersonId; readonly name: string }): Promise<boolean> {
  const row = await db
    .selectFrom('person')
    .select('id')
    .where('id', '<>', id)
    .where(sql<boolean>`lower(name) = lower(${name})`)
    .executeTakeFirst();
  return row !== undefined;
}
