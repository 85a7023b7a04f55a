import type { AccountId, PersonId } from '#core/kernel/kinds.ts';
import { surelyMeaning } from '#core/people/naming.ts';
import type { Db } from '#data/database.ts';
import { forgetTerms } from '#data/growouts/growers.ts';
import { closeAccount, findAccountOfPerson } from '#data/people/accounts.ts';
import { forgetDevices } from '#data/people/devices.ts';
import { dropImportsNaming } from '#data/exchange/imports.ts';
import { blankRowsOf } from '#data/exchange/sources.ts';
import { dropLinks } from '#data/people/links.ts';
import { erasePerson, findPerson } from '#data/people/people.ts';
import { eraseWords, hasNamesake } from '#data/people/freeText.ts';
import { dropTraces, revokeSessions } from '#data/people/sessions.ts';
import { revokeFeed } from '#data/tests/calendarFeeds.ts';
import { FORMER_MEMBER } from '#words/kept.ts';
import { forgetTriesOf, strangersAt } from './tries.server.ts';

/** Shuts every door to an account: sessions, links, the calendar's address and the devices it was known on. */
export async function shutDoors(db: Db, accountId: AccountId, now: Date): Promise<void> {
  await revokeSessions(db, accountId, now);
  await dropLinks(db, accountId);
  await revokeFeed(db, accountId, now);
  await forgetDevices(db, accountId);
}

/**
 * Erases somebody: what is known of them is gone, they are signed out, and what they did stays as of a former member. What means them for sure is taken
 * out of every text.
 */
export async function forgetPerson(db: Db, personId: PersonId, now: Date): Promise<void> {
  const account = await findAccountOfPerson(db, personId);
  const person = await findPerson(db, personId);
  const isOnlyOne = person !== undefined && !(await hasNamesake(db, person));
  const words = person ? surelyMeaning({ ...person, signInEmail: account?.email ?? null }, isOnlyOne) : [];
  if (account) {
    await closeAccount(db, account.id, now, true);
    await shutDoors(db, account.id, now);
    await forgetTriesOf(db, strangersAt(account.email), now);
    await dropTraces(db, account.id);
  }
  if (person) await dropImportsNaming(db, [person.name]);
  await blankRowsOf(db, personId);
  await erasePerson(db, personId, now);
  await forgetTerms(db, personId);
  await eraseWords(db, words, FORMER_MEMBER);
}
