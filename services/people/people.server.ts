import { mayEdit, type Role } from '#core/people/may.ts';
import type { Db } from '#data/database.ts';
import { readHouse, updateHouse, type HouseSettings } from '#data/house/house.ts';
import { closeAccount, findAccountOfPerson, grantAccount, lockCoordinators, type Actor } from '#data/people/accounts.ts';
import { createPerson, erasePerson as blankPerson, findPerson, updatePerson, type PersonFields } from '#data/people/people.ts';
import { revokeSessions } from '#data/people/sessions.ts';
import { layHoldsOfNewRules } from '#services/lots/holds.server.ts';
import { refreshVerdicts } from '#services/lots/outlook.server.ts';
import { perform } from '#services/perform.server.ts';
import { makeLink } from './signIn.server.ts';

export function addPerson(db: Db, actor: Actor, person: PersonFields & { key: string }) {
  const { key, ...fields } = person;
  return perform<{ id: number }, never>(db, { key, command: 'person added', actor }, async (tx) => {
    const id = await createPerson(tx, fields);
    return { answer: { id }, subject: `person ${id}` };
  });
}

export type EditProblem = { readonly code: 'changed meanwhile' } | { readonly code: 'no such person' } | { readonly code: 'signs in' };

/** Changes what is known of a person, unless somebody else has changed it since the form was shown. */
export function editPerson(db: Db, actor: Actor, id: number, edit: PersonFields & { key: string; version: number }) {
  const { key, version, ...fields } = edit;
  return perform<null, EditProblem>(db, { key, command: 'person changed', actor }, async (tx, refuse) => {
    const person = (await findPerson(tx, id)) ?? refuse({ code: 'no such person' });
    if (!mayEdit(actor, person)) refuse({ code: 'signs in' });
    if (!(await updatePerson(tx, id, fields, version))) refuse({ code: 'changed meanwhile' });
    return { answer: null, subject: `person ${id}` };
  });
}

export type AccessProblem = { readonly code: 'no such person' } | { readonly code: 'email taken' } | { readonly code: 'last coordinator' };

/** Lets a person sign in under a role, or changes the role; the answer is a link by which they choose a password. */
export function grantAccess(db: Db, actor: Actor, now: Date, grant: { key: string; personId: number; email: string; role: Role }) {
  return perform<{ accountId: number }, AccessProblem>(
    db,
    { key: grant.key, command: 'access given', detail: grant.role, actor, broken: { account_email_once: { code: 'email taken' } } },
    async (tx, refuse) => {
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
}

/** A new link for somebody's account, to hand over; kept out of the act's answer, which anybody who reads the record could see. */
export async function linkFor(db: Db, now: Date, personId: number): Promise<string | null> {
  const account = await findAccountOfPerson(db, personId);
  return account && !account.closedAt ? makeLink(db, now, account.id) : null;
}

/** Ends somebody's access: their sessions stop at once. The last coordinator cannot go. */
export function endAccess(db: Db, actor: Actor, now: Date, end: { key: string; personId: number; erase: boolean }) {
  return perform<null, AccessProblem>(
    db,
    { key: end.key, command: end.erase ? 'person erased' : 'access ended', actor },
    async (tx, refuse) => {
      const coordinators = await lockCoordinators(tx);
      const account = await findAccountOfPerson(tx, end.personId);
      if (account && coordinators.length === 1 && coordinators[0] === account.id) refuse({ code: 'last coordinator' });
      if (account) {
        await closeAccount(tx, account.id, now, end.erase);
        await revokeSessions(tx, account.id, now);
      }
      if (end.erase) await blankPerson(tx, end.personId, now);
      return { answer: null, subject: `person ${end.personId}` };
    },
  );
}

/** Changes the house's settings and what hangs on its thresholds, unless somebody else has since the form was shown. */
export function changeHouse(db: Db, actor: Actor, today: string, key: string, house: HouseSettings & { version: number }) {
  return perform<null, { readonly code: 'changed meanwhile' }>(db, { key, command: 'house rules changed', actor }, async (tx, refuse) => {
    const before = await readHouse(tx);
    if (!(await updateHouse(tx, house))) refuse({ code: 'changed meanwhile' });
    await refreshVerdicts(tx, today);
    await layHoldsOfNewRules(tx, today, { rules: before?.rules ?? {} });
    return { answer: null, subject: 'house' };
  });
}
