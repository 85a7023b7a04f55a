import type { PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { findPersonCalled, matchPeople } from '#data/people/people.ts';
import type { Refuse } from '#services/perform.server.ts';

/** Nobody has exactly this name; `near` are the people who are called nearly so, as a field takes them. */
export interface NobodyNamed {
  readonly code: 'nobody of that name';
  readonly near: readonly string[];
}

/** Who is meant by a name as the suggestions give it. Somebody called nearly so is never taken for them: they are asked about. */
export async function personNamed(tx: Db, name: string, refuse: Refuse<NobodyNamed>): Promise<PersonId> {
  return (await findPersonCalled(tx, name)) ?? refuse({ code: 'nobody of that name', near: await nearNames(tx, name) });
}

/** People who are called nearly so; two of one name are told apart by their numbers. */
export async function nearNames(db: Db, name: string): Promise<string[]> {
  const near = await matchPeople(db, name);
  return near.map((one) => (near.filter((other) => other.name === one.name).length > 1 ? `${one.name} · ${one.id}` : one.name));
}
