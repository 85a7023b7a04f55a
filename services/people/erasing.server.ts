import { eraseInput } from '#contracts/people/people.ts';
import type { PersonId } from '#core/kernel/kinds.ts';
import { perhapsMeaning, surelyMeaning } from '#core/people/naming.ts';
import type { Db } from '#data/database.ts';
import { lockCoordinators } from '#data/people/accounts.ts';
import { hasNamesake, listWrittenWith, reword } from '#data/people/freeText.ts';
import { findPerson } from '#data/people/people.ts';
import { command, type Inside } from '#services/command.server.ts';
import { INSTEAD_OF_A_TEXT } from '#words/kept.ts';
import { forgetPerson } from './forgetPerson.server.ts';
import type { AccessProblem } from './people.server.ts';

/** More than these are not shown at one time; what means the person for sure is taken out of the rest all the same. */
const MOST_SHOWN = 300;

/** Somebody who may be erased, with what others wrote that may mean them; null where there is nobody. */
export async function readBeforeErasing(db: Db, personId: PersonId) {
  const person = await findPerson(db, personId);
  if (!person || person.erasedAt) return null;
  const words = perhapsMeaning(person);
  const [written, names] = await Promise.all([
    listWrittenWith(db, words, 'edit', MOST_SHOWN),
    listWrittenWith(db, words, 'name', MOST_SHOWN),
  ]);
  // What stands in their own entry goes with it.
  const isOwn = ({ at }: { readonly at: string }) => at.startsWith('person.') && at.endsWith(`.${personId}`);
  const surely = surelyMeaning(person, !(await hasNamesake(db, person)));
  return { person, surely, written: written.filter((one) => !isOwn(one)), names };
}

/** Erases somebody for good, with what others wrote of them in the words that whoever erases has found for it. The last coordinator cannot go. */
export const erase = command(
  'person erased',
  { input: eraseInput },
  async ({ tx, now, refuse }: Inside<AccessProblem>, { personId, texts }) => {
    const before = (await readBeforeErasing(tx, personId)) ?? refuse({ code: 'no such person' });
    const coordinators = await lockCoordinators(tx);
    if (coordinators.length === 1 && coordinators[0] === before.person.accountId) refuse({ code: 'last coordinator' });
    const shown = new Map(before.written.map((one) => [one.at, one.said]));
    for (const { at, said } of texts)
      if (shown.has(at) && shown.get(at) !== said) await reword(tx, { at, said: said || INSTEAD_OF_A_TEXT });
    await forgetPerson(tx, personId, now);
    return { answer: null, subject: `person ${personId}` };
  },
);
