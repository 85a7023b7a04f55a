import { randomUUID } from 'node:crypto';
import type { PersonId } from '#core/kernel/kinds.ts';
import { acting } from '#services/command.server.ts';
import { addPerson, grantAccess, linkFor } from '#services/people/people.server.ts';
import { acceptLink, signIn } from '#services/people/signIn.server.ts';
import { NOW, TODAY, type Library } from './database.ts';

export const PASSWORD = 'beans in a cold tin';
export const later = (seconds: number) => new Date(NOW.getTime() + seconds * 1000);
export const FROM = { device: 'test', known: null };

/** A person of this library who can sign in, with what the browser keeps by which they chose their password. */
export async function somebodyOf(library: Library, name: string, email: string) {
  const fields = { name, email: null, phone: null, note: null, groupOf: null, contact: null, isMember: true };
  const added = await addPerson(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), ...fields });
  const personId: PersonId = added.ok ? added.answer.id : 0;
  await grantAccess(acting(library.db, library.coordinator, NOW), { key: randomUUID(), personId, email, role: 'member' });
  const token = (await linkFor(library.db, NOW, personId))!;
  const door = (await acceptLink(library.db, NOW, { ...FROM, token, password: PASSWORD, first: null }))!;
  return { personId, door };
}

/** Somebody tries a password: from a device and a machine that nobody knows, unless it is said. */
export const tryToSignIn = (
  { db }: Library,
  email: string,
  password: string,
  { at = NOW, machine = randomUUID(), known = null }: { at?: Date; machine?: string; known?: string | null } = {},
) => signIn(db, at, { email, password, machine, device: 'test', known });
