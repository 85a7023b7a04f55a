import { ofPerson } from '#contracts/fields.ts';
import { termsForm } from '#contracts/growouts/growers.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { concernsOf, type Concern, type GrowerTerms } from '#core/growout/growers.ts';
import type { PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { findTerms, loadOfGrower, saveTerms } from '#data/growouts/growers.ts';
import { findPerson, lockPerson } from '#data/people/people.ts';
import { command, type Inside } from '#services/command.server.ts';
import { shownAs } from '#services/shownAs.server.ts';

export const termsShown = (terms: GrowerTerms | undefined) => shownAs(terms ?? null);

/** Records what a grower agreed to, in place of what was written before, unless somebody else has since the form was shown. */
export const writeTerms = command(
  'grower terms written',
  { input: ofPerson(termsForm) },
  async ({ tx, refuse }: Inside<{ readonly code: 'no such person' | 'changed meanwhile' }>, { personId, key: _key, shown, ...terms }) => {
    await lockPerson(tx, personId);
    const person = await findPerson(tx, personId);
    if (!person || person.erasedAt) return refuse({ code: 'no such person' });
    if (shown !== termsShown(await findTerms(tx, person.id))) refuse({ code: 'changed meanwhile' });
    await saveTerms(tx, person.id, terms);
    return { answer: null, subject: `person ${person.id}` };
  },
);

/** Where a grow-out that is offered to or agreed with a grower goes beyond what they agreed to. */
export async function readConcerns(db: Db, growerId: PersonId, crop: Crop): Promise<readonly Concern[]> {
  const [terms, load] = await Promise.all([findTerms(db, growerId), loadOfGrower(db, growerId)]);
  return terms ? concernsOf(terms, crop, load) : [];
}
