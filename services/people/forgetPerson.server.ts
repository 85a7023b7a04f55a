import type { PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { forgetTerms } from '#data/growouts/growers.ts';
import { closeAccount, findAccountOfPerson } from '#data/people/accounts.ts';
import { dropImportsNaming } from '#data/exchange/imports.ts';
import { blankRowsOf } from '#data/exchange/sources.ts';
import { erasePerson, findPerson } from '#data/people/people.ts';
import { revokeSessions } from '#data/people/sessions.ts';

/** Erases somebody: what is known of them is gone, they are signed out, and what they did stays as of a former member. */
export async function forgetPerson(db: Db, personId: PersonId, now: Date): Promise<void> {
  const account = await findAccountOfPerson(db, personId);
  if (account) {
    await closeAccount(db, account.id, now, true);
    await revokeSessions(db, account.id, now);
  }
  const person = await findPerson(db, personId);
  if (person) await dropImportsNaming(db, [person.name]);
  await blankRowsOf(db, personId);
  await erasePerson(db, personId, now);
  await forgetTerms(db, personId);
}
