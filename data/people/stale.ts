import { sql } from 'kysely';
import type { Db } from '#data/database.ts';

/**
 * Deletes what only an open session or a recent visit needed: sessions and links that ended, wrong tries, parked forms and discarded drafts, from before `before`.
 * @returns how many rows went
 */
export async function deleteStale(db: Db, before: Date): Promise<number> {
  const gone = await Promise.all([
    sql`delete from session where expires_at < ${before} or revoked_at < ${before}`.execute(db),
    sql`delete from one_time_link where expires_at < ${before} or used_at < ${before}`.execute(db),
    sql`delete from wrong_try where at < ${before}`.execute(db),
    sql`delete from known_device where seen_at < ${before}::timestamptz - interval '1 year'`.execute(db),
    sql`delete from parked_form where parked_at < ${before}`.execute(db),
    sql`delete from draft using act where act.key = dropped_by_act and written_at < ${before}
      and not exists (select from undone where undone.act_key = act.key)`.execute(db),
  ]);
  return gone.reduce((sum, { numAffectedRows }) => sum + Number(numAffectedRows ?? 0n), 0);
}
