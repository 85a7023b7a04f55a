import { db } from '#app/platform/database.server.ts';
import { anyVisit } from '#app/platform/visit.server.ts';
import { readWantsElsewhere } from '#services/exchange/listings.server.ts';
import type { Route } from './+types/offerJson.ts';
import { asTold, readOffer } from './offer.server.ts';

/** The listing at a stable address, for other libraries to read; docs/formats.md describes it. */
export async function loader({ context }: Route.LoaderArgs): Promise<Response> {
  const { library, howToAsk, today, kinds } = await readOffer(context);
  const wants = await readWantsElsewhere(db, anyVisit(context).house, today);
  const listing = {
    format: 'kind-granary-offer',
    version: 1,
    library,
    as_of: today,
    how_to_ask: howToAsk,
    kinds: kinds.map(asTold),
    wants: wants.map(({ crop, species, variety }) => ({ crop, species, variety })),
  };
  return new Response(JSON.stringify(listing), {
    headers: { 'content-type': 'application/json', 'cache-control': 'public, max-age=300' },
  });
}
