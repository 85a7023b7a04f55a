import type { Db } from '#data/database.ts';
import { addClimate, markOutlooksStale } from '#data/lots/outlooks.ts';
import type { Actor } from '#data/people/accounts.ts';
import { listPlaces } from '#data/stock/places.ts';
import { perform } from '#services/perform.server.ts';

export type ClimateProblem = { readonly code: 'no such place' } | { readonly code: 'in the future' };

/** Writes down what a place is like from a day on; every lot that lies or lay there is reckoned again in the background. */
export function recordClimate(
  db: Db,
  actor: Actor,
  today: string,
  climate: { key: string; place: string; since: string; celsius: number; humidity: number; why: string | null },
) {
  return perform<null, ClimateProblem>(db, { key: climate.key, command: 'air of a place', actor }, async (tx, refuse) => {
    const named = climate.place.trim().toLowerCase();
    const place = (await listPlaces(tx)).find(({ name }) => name.toLowerCase() === named) ?? refuse({ code: 'no such place' });
    if (climate.since > today) refuse({ code: 'in the future' });
    await addClimate(tx, { ...climate, placeId: place.id, writtenBy: actor.personId, actKey: climate.key });
    await markOutlooksStale(tx, { placeId: place.id });
    return { answer: null, subject: place.name };
  });
}
