import { sql } from 'kysely';
import type { Day, PersonId } from '#core/kernel/kinds.ts';
import type { Role } from '#core/people/may.ts';
import type { Db } from '#data/database.ts';
import { isOpen } from '#data/growouts/standing.ts';

/** Somebody who may sign in and works here, with when they last did. */
export interface Insider {
  readonly personId: PersonId;
  readonly name: string;
  readonly role: Role;
  /** False until they have chosen a password. */
  readonly hasPassword: boolean;
  readonly lastSignedIn: Date | null;
}

/** Work that is under way, counted by kind. */
export interface OpenWork {
  readonly batches: number;
  readonly tests: number;
  readonly loans: number;
  readonly lateLoans: number;
  readonly growOuts: number;
  readonly holds: number;
  readonly drafts: number;
  readonly toClean: number;
}

/** The kind of act under which a backup is recorded. */
export const BACKUP_MADE = 'backup made';
export const LIBRARY_RESTORED = 'library restored';

/** When the library was last saved to a file; null where it never was. */
export async function readLastBackup(db: Db): Promise<{ readonly at: Date; readonly file: string } | null> {
  const backup = await db
    .selectFrom('act')
    .select(['written_at as at', 'subject'])
    // Said as it stands in the index, which a parameter would not find.
    .where(sql<boolean>`kind = ${sql.lit(BACKUP_MADE)}`)
    .orderBy('written_at', 'desc')
    .limit(1)
    .executeTakeFirst();
  return backup ? { at: backup.at, file: backup.subject ?? '' } : null;
}

/** What a successor has to know: who works here, what is under way, and when all of it was last saved elsewhere. */
export async function readHandover(
  db: Db,
  today: Day,
): Promise<{
  readonly insiders: readonly Insider[];
  readonly open: OpenWork;
  readonly lastBackup: { readonly at: Date; readonly file: string } | null;
}> {
  const [insiders, open, growOuts, backup] = await Promise.all([
    sql<Insider>`
      select person.id as "personId", person.name, account.role, account.password_hash is not null as "hasPassword",
        (select written_at from act where act.account_id = account.id and kind = 'signed in' order by written_at desc limit 1) as "lastSignedIn"
      from account join person on person.id = account.person_id
      where account.closed_at is null and account.role in ('coordinator', 'helper') order by account.role, person.name, person.id`.execute(
      db,
    ),
    sql<Omit<OpenWork, 'growOuts'>>`
      select
        (select count(*) from batch where not exists (select from batch_end where batch_id = batch.id)) as batches,
        (select count(*) from germination_test where next_count_on is not null) as tests,
        (select count(*) from open_loan) as loans,
        (select count(*) from open_loan where due_on < ${today}) as "lateLoans",
        (select count(*) from hold join lot on lot.id = hold.lot_id where lot.on_hand > 0 and not exists (select from hold_lift where hold_id = hold.id)) as holds,
        (select count(*) from draft where dropped_by_act is null or exists (select from undone where undone.act_key = dropped_by_act)) as drafts,
        (select count(*) from lot where on_hand = 0 and form not in ('clean seed', 'on paper')) as "toClean"`.execute(db),
    db
      .selectFrom('grow_out')
      .select((eb) => eb.fn.countAll<number>().as('count'))
      .where(isOpen)
      .executeTakeFirstOrThrow(),
    readLastBackup(db),
  ]);
  return {
    insiders: insiders.rows,
    open: { ...open.rows[0]!, growOuts: growOuts.count },
    lastBackup: backup,
  };
}
