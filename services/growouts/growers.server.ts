import { ofPerson } from '#contracts/fields.ts';
import { termsForm } from '#contracts/growouts/growers.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { concernsOf, type Concern } from '#core/growout/growers.ts';
import type { PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { findTerms, loadOfGrower, saveTerms } from '#data/growouts/growers.ts';
import { findPerson } from '#data/people/people.ts';
import { command, type Inside } from '#services/command.server.ts';

/** Records what a grower agreed to, in place of what was written before. */
export const writeTerms = command(
  'grower terms written',
  { input: ofPerson(termsForm) },
  async ({ tx, refuse }: Inside<{ readonly code: 'no such person' }>, { personId, key: _key, ...terms }) => {
    const person = await findPerson(tx, personId);
    if (!person || person.erasedAt) return refuse({ code: 'no such person' });
    await saveTerms(tx, person.id, terms);
    return { answer: null, subject: `person ${person.id}` };
  },
);

/** Where a grow-out that is offered to or agreed with a grower goes beyond what they agreed to. */
export async function readConcerns(db: Db, growerId: PersonId, crop: Crop): Promise<readonly Concern[]> {
  const [terms, load] = await Promise.all([findTerms(db, growerId), loadOfGrower(db, growerId)]);
  return terms ? concernsOf(terms, crop, load) : [];
}
