import type { Back } from '#core/passport/back.ts';
import type { AccountId } from '#core/kernel/kinds.ts';
import { sql } from 'kysely';
import type { Db } from '#data/database.ts';

/** Whether nobody has discarded a draft, or that was undone. */
const STANDS = sql<boolean>`(dropped_by_act is null or exists (select from undone where undone.act_key = dropped_by_act))`;

/** Interviews that were begun and not finished, newest first, whoever began them. */
export async function listDrafts(db: Db) {
  const rows = await db
    .selectFrom('draft')
    .innerJoin('account', 'account.id', 'draft.account_id')
    .innerJoin('person', 'person.id', 'account.person_id')
    .select(['draft.id', 'draft.title', 'draft.saved_at as savedAt', 'person.name as by', 'draft.loan_id', 'draft.grow_out_id'])
    .where(STANDS)
    .orderBy('draft.saved_at', 'desc')
    .limit(50)
    .execute();
  return rows.map(withBack);
}

/** Unfinished interviews about fruit that was pollinated by hand and is not picked yet. */
export async function listDraftsOnPlants(db: Db) {
  const said = (name: string) => sql<string>`answers ->> ${name}`;
  return db
    .selectFrom('draft')
    .innerJoin('account', 'account.id', 'draft.account_id')
    .select(['draft.id', 'draft.title', 'account.person_id as personId'])
    .select([said('crop').as('cropId'), said('pollinatedOn').as('pollinatedOn')])
    .where(STANDS)
    .where(sql<boolean>`answers ->> 'pollinatedOn' ~ '^\\d{4}-\\d{2}-\\d{2}$' and coalesce(answers ->> 'pickedOn', '') = ''`)
    .orderBy('draft.saved_at', 'desc')
    .limit(50)
    .execute();
}

/** A row with what its seed comes back from, in place of the two columns of which one may be filled. */
function withBack<Row extends { loan_id: number | null; grow_out_id: number | null }>({ loan_id, grow_out_id, ...row }: Row) {
  const from: Back | null =
    loan_id !== null ? { of: 'loan', id: loan_id } : grow_out_id !== null ? { of: 'grow-out', id: grow_out_id } : null;
  return { ...row, back: from };
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

export async function findDraft(db: Db, id: string) {
  if (!UUID.test(id)) return undefined;
  const row = await db
    .selectFrom('draft')
    .select(['id', 'answers', 'title', 'loan_id', 'grow_out_id', 'version', 'saved_at as savedAt'])
    .where('id', '=', id)
    .where(STANDS)
    .executeTakeFirst();
  return row && withBack(row);
}

/**
 * Keeps an interview from its first answer on. Sent a second time under the same id, before anybody has gone on with it, it is still the one.
 */
export async function createDraft(
  db: Db,
  draft: { id: string; accountId: AccountId; answers: Record<string, string>; title: string; back: Back | null },
): Promise<void> {
  await db
    .insertInto('draft')
    .values({
      id: draft.id,
      account_id: draft.accountId,
      answers: JSON.stringify(draft.answers),
      title: draft.title,
      loan_id: draft.back?.of === 'loan' ? draft.back.id : null,
      grow_out_id: draft.back?.of === 'grow-out' ? draft.back.id : null,
    })
    .onConflict((conflict) =>
      conflict
        .column('id')
        .doUpdateSet((eb) => ({ answers: eb.ref('excluded.answers'), title: eb.ref('excluded.title') }))
        .whereRef('draft.account_id', '=', 'excluded.account_id')
        .where('draft.version', '=', 1),
    )
    .execute();
}

/** Keeps a half-done interview; false when it has been finished or thrown away, or taken up on another device since `version`. */
export async function saveDraft(
  db: Db,
  id: string,
  draft: { answers: Record<string, string>; title: string; version: number; now: Date },
): Promise<boolean> {
  const result = await db
    .updateTable('draft')
    .set({ answers: JSON.stringify(draft.answers), title: draft.title, saved_at: draft.now, version: draft.version + 1 })
    .where('id', '=', id)
    .where('version', '=', draft.version)
    .executeTakeFirst();
  return result.numUpdatedRows === 1n;
}

/** Hides a draft, as long as the act stands under which it was discarded. */
export async function discardDraft(db: Db, id: string, actKey: string): Promise<void> {
  await db.updateTable('draft').set({ dropped_by_act: actKey }).where('id', '=', id).execute();
}

export async function forgetDraft(db: Db, id: string): Promise<void> {
  if (UUID.test(id)) await db.deleteFrom('draft').where('id', '=', id).execute();
}
