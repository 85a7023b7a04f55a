import { sql } from 'kysely';
import type { AccountId, Day } from '#core/kernel/kinds.ts';
import type { Thing } from '#core/sheets/fields.ts';
import type { Level, Note } from '#core/sheets/notes.ts';
import type { Question } from '#core/sheets/review.ts';
import type { ColumnFields } from '#core/sheets/row.ts';
import type { Db } from '#data/database.ts';
import type { ImportCounts, ImportedSheet, ImportState } from '#data/exchange/tables.ts';

export async function createImport(
  db: Db,
  one: {
    readonly id: string;
    readonly accountId: AccountId;
    readonly actKey: string;
    readonly fileName: string;
    readonly contents: Uint8Array;
    readonly now: Date;
  },
): Promise<void> {
  await db
    .insertInto('import')
    .values({
      id: one.id,
      account_id: one.accountId,
      act_key: one.actKey,
      file_name: one.fileName,
      contents: Buffer.from(one.contents),
      state: 'to read',
      digest: null,
      trouble: null,
      started_at: one.now,
      changed_at: one.now,
    })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

const COLUMNS = [
  'import.id',
  'import.account_id as accountId',
  'import.file_name as fileName',
  'import.state',
  'import.act_key as actKey',
  'import.sheets',
  'import.answers',
  'import.questions',
  'import.counts',
  'import.only_good as onlyGood',
  'import.digest',
  'import.trouble',
  'import.steps_done as stepsDone',
  'import.steps',
  'import.is_cancelled as isCancelled',
  'import.undo_key as undoKey',
  'import.undo_account as undoAccount',
  'import.undo_reason as undoReason',
  'import.version',
  'import.started_at as startedAt',
  'import.changed_at as changedAt',
] as const;

const imports = (db: Db) => db.selectFrom('import').select(COLUMNS);

/** An import, or undefined; never its file's contents. */
export const findImport = (db: Db, id: string) => imports(db).where('import.id', '=', id).executeTakeFirst();

/** The import that an act has written, or undefined. */
export const findImportOfAct = (db: Db, actKey: string) => imports(db).where('import.act_key', '=', actKey).executeTakeFirst();

export type ImportRead = NonNullable<Awaited<ReturnType<typeof findImport>>>;

/** An import, locked until the transaction ends. */
export async function lockImport(db: Db, id: string) {
  await db.selectFrom('import').select('id').where('id', '=', id).forUpdate().execute();
  return findImport(db, id);
}

/** The newest imports, with who began each and whether it was undone. */
export async function listImports(db: Db, { limit, offset }: { readonly limit: number; readonly offset: number }) {
  const rows = await db
    .selectFrom('import')
    .innerJoin('account', 'account.id', 'import.account_id')
    .innerJoin('person', 'person.id', 'account.person_id')
    .leftJoin('undone', 'undone.act_key', 'import.act_key')
    .select([
      'import.id',
      'import.file_name as fileName',
      'import.state',
      'import.counts',
      'import.sheets',
      'import.changed_at as changedAt',
      'import.act_key as actKey',
    ])
    .select(['person.name as by', sql<boolean>`undone.act_key is not null`.as('isUndone'), sql<number>`count(*) over ()`.as('total')])
    .orderBy('import.changed_at', 'desc')
    .limit(limit)
    .offset(offset)
    .execute();
  return { imports: rows, total: Number(rows[0]?.total ?? 0) };
}

/** What an import's file holds; null once it is done. */
export async function readContents(db: Db, id: string): Promise<Buffer | null> {
  return (await db.selectFrom('import').select('contents').where('id', '=', id).executeTakeFirst())?.contents ?? null;
}

/** What of an import may change; the version tells the next one that something did. */
export interface ImportChange {
  readonly state?: ImportState;
  readonly sheets?: readonly ImportedSheet[];
  readonly answers?: Readonly<Record<string, string>>;
  readonly questions?: readonly Question[];
  readonly counts?: ImportCounts;
  readonly onlyGood?: boolean;
  readonly digest?: string | null;
  readonly trouble?: string | null;
  readonly steps?: number;
  readonly dropContents?: true;
  readonly undo?: { readonly key: string; readonly accountId: AccountId; readonly reason: string | null };
}

export async function changeImport(db: Db, id: string, change: ImportChange, now: Date): Promise<void> {
  await db
    .updateTable('import')
    .set({
      ...(change.state && { state: change.state, steps_done: 0, is_cancelled: false }),
      ...(change.sheets && { sheets: JSON.stringify(change.sheets) }),
      ...(change.answers && { answers: JSON.stringify(change.answers) }),
      ...(change.questions && { questions: JSON.stringify(change.questions) }),
      ...(change.counts && { counts: JSON.stringify(change.counts) }),
      ...(change.onlyGood !== undefined && { only_good: change.onlyGood }),
      ...(change.digest !== undefined && { digest: change.digest }),
      ...(change.trouble !== undefined && { trouble: change.trouble }),
      ...(change.steps !== undefined && { steps: change.steps }),
      ...(change.dropContents && { contents: null }),
      ...(change.undo && { undo_key: change.undo.key, undo_account: change.undo.accountId, undo_reason: change.undo.reason }),
      version: sql`version + 1`,
      changed_at: now,
    })
    .where('id', '=', id)
    .execute();
}

/** Tells how far the background is. @returns whether somebody has called it off */
export async function tellProgress(db: Db, id: string, stepsDone: number, steps: number): Promise<boolean> {
  const row = await db
    .updateTable('import')
    .set({ steps_done: stepsDone, steps })
    .where('id', '=', id)
    .returning('is_cancelled')
    .executeTakeFirst();
  return row?.is_cancelled ?? true;
}

/** Calls off what the background is doing. */
export async function cancelImport(db: Db, id: string): Promise<void> {
  await db.updateTable('import').set({ is_cancelled: true }).where('id', '=', id).execute();
}

/** Forgets an import that was not written, and that the background is not at. */
export async function dropImport(db: Db, id: string): Promise<void> {
  await db.deleteFrom('import').where('id', '=', id).where('state', 'in', ['columns', 'reviewed', 'failed']).execute();
}

/** Forgets imports that nobody has touched since, and the working rows of those that are done. */
export async function pruneImports(db: Db, before: Date): Promise<void> {
  await db.deleteFrom('import').where('state', '<>', 'done').where('changed_at', '<', before).execute();
}

/** The next import that waits for the background, longest first. */
export async function nextWaiting(db: Db): Promise<string | null> {
  const { rows } = await sql<{ id: string }>`
    select id from import where state in ('to read', 'to review', 'to write', 'to undo') order by changed_at limit 1`.execute(db);
  return rows[0]?.id ?? null;
}

/** Sits down at an import until the transaction ends. @returns false where another server is at it */
export async function takeSeat(db: Db, id: string): Promise<boolean> {
  const { rows } = await sql<{
    mine: boolean;
  }>`select pg_try_advisory_xact_lock(hashtextextended('import', hashtext(${id}))) as mine`.execute(db);
  return rows[0]!.mine;
}

export interface NewRow {
  readonly sheet: number;
  readonly at: number;
  readonly cells: readonly string[];
  readonly heading: string | null;
}

const AT_ONCE = 5000;

/** Keeps the rows of an import's sheets, in place of those that were kept before. */
export async function replaceRows(db: Db, importId: string, rows: readonly NewRow[], step: (done: number) => Promise<void>): Promise<void> {
  await db.deleteFrom('import_row').where('import_id', '=', importId).execute();
  for (let from = 0; from < rows.length; from += AT_ONCE) {
    const some = rows.slice(from, from + AT_ONCE);
    await sql`insert into import_row (import_id, sheet, at, cells, heading)
      select ${importId}::uuid, row.sheet, row.at, array(select jsonb_array_elements_text(row.cells)), row.heading
      from jsonb_to_recordset(${JSON.stringify(some)}::jsonb) as row (sheet smallint, at integer, cells jsonb, heading text)`.execute(db);
    await step(from + some.length);
  }
}

/** Rows of an import, in the order of its sheets. */
export async function readRows(db: Db, importId: string) {
  return db
    .selectFrom('import_row')
    .select(['sheet', 'at', 'cells', 'heading', 'fixed'])
    .where('import_id', '=', importId)
    .orderBy('sheet')
    .orderBy('at')
    .execute();
}

export type RowFilter = Level | 'known' | 'all';

/** One page of an import's rows, those of one level or all, with what was said of them. */
export async function listRows(
  db: Db,
  importId: string,
  page: {
    readonly sheet: number | null;
    readonly only: RowFilter;
    readonly search: string;
    readonly limit: number;
    readonly offset: number;
  },
) {
  let query = db.selectFrom('import_row').where('import_id', '=', importId);
  if (page.sheet !== null) query = query.where('sheet', '=', page.sheet);
  if (page.only === 'known') query = query.where('is_known', '=', true);
  else if (page.only !== 'all') query = query.where('level', '=', page.only).where('is_known', '=', false);
  for (const word of page.search.split(/\s+/).filter(Boolean))
    query = query.where(
      sql<boolean>`search_key(array_to_string(cells, ' ')) like '%' || search_key(${word.replaceAll(/[%_\\]/g, '\\$&')}) || '%'`,
    );
  const [rows, { count }] = await Promise.all([
    query
      .select(['sheet', 'at', 'cells', 'heading', 'fixed', 'level', 'is_known as isKnown', 'notes'])
      .orderBy('sheet')
      .orderBy('at')
      .limit(page.limit)
      .offset(page.offset)
      .execute(),
    query.select((eb) => eb.fn.countAll<number>().as('count')).executeTakeFirstOrThrow(),
  ]);
  return { rows, total: Number(count) };
}

/** Keeps corrected cells beside what was written; null takes a row's corrections back. */
export async function fixRow(
  db: Db,
  importId: string,
  row: { readonly sheet: number; readonly at: number },
  fixed: Readonly<Record<string, string>> | null,
): Promise<void> {
  await db
    .updateTable('import_row')
    .set({ fixed: fixed && JSON.stringify(fixed) })
    .where('import_id', '=', importId)
    .where('sheet', '=', row.sheet)
    .where('at', '=', row.at)
    .execute();
}

/** Some rows of an import, by sheet and number. */
export async function findRows(db: Db, importId: string, sheet: number, at: readonly number[]) {
  return db
    .selectFrom('import_row')
    .select(['sheet', 'at', 'cells', 'fixed'])
    .where('import_id', '=', importId)
    .where('sheet', '=', sheet)
    .where(sql<boolean>`at = any(${sql.val([...at])}::integer[])`)
    .execute();
}

/** What a review says of a row. */
export interface RowVerdict {
  readonly sheet: number;
  readonly at: number;
  readonly level: Level;
  readonly isKnown: boolean;
  readonly notes: readonly Note[];
}

/** Keeps what a review says of all rows, in place of what one before said: rows of which it says the same are left alone. */
export async function saveVerdicts(
  db: Db,
  importId: string,
  verdicts: readonly RowVerdict[],
  step: (done: number) => Promise<void>,
): Promise<void> {
  for (let from = 0; from < verdicts.length; from += AT_ONCE) {
    const some = verdicts
      .slice(from, from + AT_ONCE)
      .map(({ sheet, at, level, isKnown, notes }) => ({ sheet, at, level, is_known: isKnown, notes }));
    await sql`update import_row set level = said.level, is_known = said.is_known, notes = said.notes
      from jsonb_to_recordset(${JSON.stringify(some)}::jsonb) as said (sheet smallint, at integer, level text, is_known boolean, notes jsonb)
      where import_row.import_id = ${importId} and import_row.sheet = said.sheet and import_row.at = said.at
        and (import_row.level, import_row.is_known, import_row.notes) is distinct from (said.level, said.is_known, said.notes)`.execute(db);
    await step(from + some.length);
  }
}

/** How the columns of sheets with these heads were settled before, or undefined. */
export const findColumns = (db: Db, heads: string) =>
  db.selectFrom('import_columns').select(['thing', 'columns', 'saved_on as savedOn']).where('heads', '=', heads).executeTakeFirst();

export async function saveColumns(
  db: Db,
  saved: { readonly heads: string; readonly thing: Thing; readonly columns: ColumnFields; readonly on: Day },
): Promise<void> {
  const { heads, thing, on } = saved;
  const columns = JSON.stringify(saved.columns);
  await db
    .insertInto('import_columns')
    .values({ heads, thing, columns, saved_on: on })
    .onConflict((conflict) => conflict.column('heads').doUpdateSet({ thing, columns, saved_on: on }))
    .execute();
}

/** Working rows that name somebody are forgotten with the imports that they belong to: nothing was made of them yet. */
export async function dropImportsNaming(db: Db, names: readonly string[]): Promise<void> {
  for (const name of names)
    await sql`delete from import where state <> 'done' and exists (
      select from import_row where import_row.import_id = import.id and search_key(array_to_string(cells, ' ') || coalesce(fixed::text, '')) like '%' || search_key(${name.replaceAll(/[%_\\]/g, '\\$&')}) || '%')`.execute(
      db,
    );
}
