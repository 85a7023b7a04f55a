import { bareForm, feedInput, ofPerson } from '#contracts/fields.ts';
import type { PersonId } from '#core/kernel/kinds.ts';
import { generationsSince } from '#core/lots/donorStory.ts';
import type { Db } from '#data/database.ts';
import { createDonorAddress, findDonorByAddress, listGifts, readKin, revokeDonorAddress } from '#data/people/donors.ts';
import { findPerson, lockPerson } from '#data/people/people.ts';
import { command, type Acting, type Inside } from '#services/command.server.ts';
import { hashToken, newToken } from '#services/secrets.server.ts';

/** What became of all that a person gave: generations, packets, people and gardens, and nobody's name. */
export async function readGifts(db: Db, personId: PersonId) {
  const gifts = await listGifts(db, personId);
  return Promise.all(
    gifts.map(async ({ id, ...gift }) => ({ ...gift, generations: gift.lots > 1 ? generationsSince(id, await readKin(db, id)) : 0 })),
  );
}

/** The same behind a donor's address; null for one that is guessed or ended. */
export async function readGiftsAt(db: Db, token: string) {
  const personId = await findDonorByAddress(db, hashToken(token));
  return personId === undefined ? null : readGifts(db, personId);
}

/**
 * Makes a new address for a donor; the one before ends. It is told once: only its hash is kept.
 * @returns null when the same form was sent again: what was told then stands
 */
export async function newDonorAddress(acting: Acting, personId: PersonId, key: string): Promise<string | null> {
  const { token, tokenHash } = newToken();
  const hash = tokenHash.toString('hex');
  const done = await makeDonorAddress(acting, { key, hash, personId });
  return done.ok && done.answer.hash === hash ? token : null;
}

interface NoPerson {
  readonly code: 'no such person';
}

export const makeDonorAddress = command(
  'donor address made',
  { input: ofPerson(feedInput), madeAnew: ['hash'] },
  async ({ tx, now, refuse }: Inside<NoPerson>, { hash, personId }) => {
    await lockPerson(tx, personId);
    const person = await findPerson(tx, personId);
    if (!person || person.erasedAt) refuse({ code: 'no such person' });
    await revokeDonorAddress(tx, personId, now);
    await createDonorAddress(tx, { tokenHash: Buffer.from(hash, 'hex'), personId });
    return { answer: { hash }, subject: `person ${personId}` };
  },
);

export const endDonorAddress = command(
  'donor address ended',
  { input: ofPerson(bareForm) },
  async ({ tx, now }: Inside<never>, { personId }) => {
    await revokeDonorAddress(tx, personId, now);
    return { answer: null, subject: `person ${personId}` };
  },
);
