import { climateForm, loggerForm, NO_PLACE } from '#contracts/stock/climate.ts';
import { addClimate, markOutlooksStale } from '#data/lots/outlooks.ts';
import { hangLogger, listPlaces } from '#data/stock/places.ts';
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

/** Says in which place the room's logger hangs: what it reads is true of that place alone. */
export const placeLogger = command(
  'logger hung up',
  { input: loggerForm },
  async ({ tx, refuse }: Inside<{ readonly code: 'no such place' }>, { loggerPlace }) => {
    const named = loggerPlace === NO_PLACE ? undefined : loggerPlace.toLowerCase();
    const place =
      named === undefined
        ? null
        : ((await listPlaces(tx)).find(({ name }) => name.toLowerCase() === named) ?? refuse({ code: 'no such place' }));
    await hangLogger(tx, place?.id ?? null);
    return { answer: null, subject: place?.name ?? null };
  },
);
