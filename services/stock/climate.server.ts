import { climateForm } from '#contracts/stock/climate.ts';
import { addClimate, markOutlooksStale } from '#data/lots/outlooks.ts';
import { listPlaces } from '#data/stock/places.ts';
import { command, type Inside } from '#services/command.server.ts';

export type ClimateProblem = { readonly code: 'no such place' } | { readonly code: 'in the future' };

/** Records what a place is like from a day on; every lot that lies or lay there is reckoned again in the background. */
export const recordClimate = command(
  'air of a place',
  { input: climateForm },
  async ({ tx, actor, today, refuse }: Inside<ClimateProblem>, climate) => {
    const named = climate.place.trim().toLowerCase();
    const place = (await listPlaces(tx)).find(({ name }) => name.toLowerCase() === named) ?? refuse({ code: 'no such place' });
    if (climate.since > today) refuse({ code: 'in the future' });
    await addClimate(tx, { ...climate, placeId: place.id, writtenBy: actor.personId, actKey: climate.key });
    await markOutlooksStale(tx, { placeId: place.id });
    return { answer: null, subject: place.name };
  },
);
