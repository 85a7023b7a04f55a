import { nearNames } from './personNamed.server.ts';
import { bareForm, ofPerson } from '#contracts/fields.ts';
import { houseSettings } from '#contracts/house/settings.ts';
import { addPersonForm, editPersonForm, grantForm } from '#contracts/people/people.ts';
import type { PersonId } from '#core/kernel/kinds.ts';
import { mayEdit } from '#core/people/may.ts';
import type { Db } from '#data/database.ts';
import { markRisksStale } from '#data/growouts/risks.ts';
import { keepDayReached, readHouse, updateHouse } from '#data/house/house.ts';
import { closeAccount, findAccountOfPerson, grantAccount, lockAccountOfPerson, lockCoordinators } from '#data/people/accounts.ts';
import { createPerson, findPerson, lockNewPeople, updatePerson } from '#data/people/people.ts';
import { revokeSessions } from '#data/people/sessions.ts';
import { command, type Inside } from '#services/command.server.ts';
import { layHoldsOfNewRules } from '#services/lots/holds.server.ts';
import { refreshVerdicts } from '#services/lots/outlook.server.ts';
import { shutDoors } from './forgetPerson.server.ts';
import { makeLink } from './signIn.server.ts';

export interface AlreadyThere {
  readonly code: 'already there';
  readonly name: string;
  readonly near: readonly string[];
}

/** Adds a person; where somebody is called nearly so, only once it is confirmed that this is another. */
export const addPerson = command(
  'person added',
  { input: addPersonForm },
  async ({ tx, refuse }: Inside<AlreadyThere>, { key: _, sure, ...fields }) => {
    await lockNewPeople(tx);
    const near = sure === fields.name ? [] : await nearNames(tx, fields.name);
    if (near.length > 0) refuse({ code: 'already there', name: fields.name, near });
    const id = await createPerson(tx, fields);
    return { answer: { id }, subject: `person ${id}` };
  },
);

export type EditProblem = { readonly code: 'changed meanwhile' } | { readonly code: 'no such person' } | { readonly code: 'signs in' };

/** Changes what is known of a person, unless somebody else has changed it since the form was shown. */
export const editPerson = command(
  'person changed',
  { input: ofPerson(editPersonForm) },
  async ({ tx, actor, refuse }: Inside<EditProblem>, edit) => {
    const { key: _, version, personId, ...fields } = edit;
    const person = (await findPerson(tx, personId)) ?? refuse({ code: 'no such person' });
    if (!mayEdit(actor, person)) refuse({ code: 'signs in' });
    if (!(await updatePerson(tx, personId, fields, version))) refuse({ code: 'changed meanwhile' });
    return { answer: null, subject: `person ${personId}` };
  },
);

export type AccessProblem = { readonly code: 'no such person' } | { readonly code: 'email taken' } | { readonly code: 'last coordinator' };

/** Lets a person sign in under a role, or changes the role; the answer is a link by which they choose a password. */
export const grantAccess = command(
  'access given',
  { input: ofPerson(grantForm), detail: (grant) => grant.role, broken: { account_email_once: { code: 'email taken' } } },
  async ({ tx, now, refuse }: Inside<AccessProblem>, grant) => {
    const person = await findPerson(tx, grant.personId);
    if (!person || person.erasedAt) return refuse({ code: 'no such person' });
    const coordinators = await lockCoordinators(tx);
    if (grant.role !== 'coordinator' && coordinators.length === 1 && person.accountId === coordinators[0])
      refuse({ code: 'last coordinator' });
    const accountId = await grantAccount(tx, grant);
    if (person.role && person.role !== grant.role) await revokeSessions(tx, accountId, now);
    return { answer: { accountId }, subject: `person ${grant.personId}` };
  },
);

/** A new link for somebody's account, to hand over; kept out of the act's answer, which anybody who reads the record could see. */
export function linkFor(db: Db, now: Date, personId: PersonId): Promise<string | null> {
  return db.transaction().execute(async (tx) => {
    const account = await lockAccountOfPerson(tx, personId);
    return account && !account.closedAt ? makeLink(tx, now, account.id) : null;
  });
}

/** Ends somebody's access: their sessions stop at once, and no link or calendar address of theirs ever works again. The last coordinator cannot go. */
export const endAccess = command('access ended', { input: ofPerson(bareForm) }, async ({ tx, now, refuse }: Inside<AccessProblem>, end) => {
  const person = await findPerson(tx, end.personId);
  if (!person || person.erasedAt) refuse({ code: 'no such person' });
  const coordinators = await lockCoordinators(tx);
  const account = await findAccountOfPerson(tx, end.personId);
  if (account && coordinators.length === 1 && coordinators[0] === account.id) refuse({ code: 'last coordinator' });
  if (account) {
    await closeAccount(tx, account.id, now, false);
    await shutDoors(tx, account.id, now);
  }
  return { answer: null, subject: `person ${end.personId}` };
});

/** Changes the house's settings and what depends on its thresholds, unless somebody else has since the form was shown. */
export const changeHouse = command(
  'house rules changed',
  { input: houseSettings },
  async ({ tx, today, refuse }: Inside<{ readonly code: 'changed meanwhile' }>, house) => {
    const before = await readHouse(tx);
    if (!(await updateHouse(tx, house))) refuse({ code: 'changed meanwhile' });
    if (before && before.timeZone !== house.timeZone) await keepDayReached(tx, today);
    await refreshVerdicts(tx, today);
    await markRisksStale(tx);
    await layHoldsOfNewRules(tx, today, { rules: before?.rules ?? {} });
    return { answer: null, subject: 'house' };
  },
);
