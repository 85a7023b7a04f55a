import type { AccountId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/** Keeps what was typed into a form whose session had run out; returns its id. Older parked forms of the account are dropped. */
export async function parkForm(db: Db, form: { accountId: AccountId; path: string; fields: Record<string, string> }): Promise<string> {
  await db.deleteFrom('parked_form').where('account_id', '=', form.accountId).execute();
  const row = await db
    .insertInto('parked_form')
    .values({ account_id: form.accountId, path: form.path, fields: JSON.stringify(form.fields) })
    .returning('id')
    .executeTakeFirstOrThrow();
  return row.id;
}

/** What the same person had typed; for nobody else. */
export async function readParkedForm(db: Db, id: string, accountId: AccountId): Promise<Record<string, string> | null> {
  return (
    (await db.selectFrom('parked_form').select('fields').where('id', '=', id).where('account_id', '=', accountId).executeTakeFirst())
      ?.fields ?? null
  );
}
