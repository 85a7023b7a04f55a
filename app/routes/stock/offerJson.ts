import { db } from '#app/platform/database.server.ts';
import { anyVisit, type Visit } from '#app/platform/visit.server.ts';
import { readWantsElsewhere } from '#services/exchange/listings.server.ts';
import type { Route } from './+types/offerJson.ts';
import { asTold, readOffer } from './offer.server.ts';

const FRESH_SECONDS = 300;
let known: { readonly until: number; readonly wants: ReturnType<typeof readWantsElsewhere> } | null = null;

/** What is wanted takes every lot to work out, and everybody may ask for it: that is done once while an answer is fresh. */
function wantsOf({ house, now, today }: Visit) {
  if (known && now.getTime() < known.until) return known.wants;
  const wants = readWantsElsewhere(db, house, today);
  known = { until: now.getTime() + FRESH_SECONDS * 1000, wants };
  wants.catch(() => {
    known = null;
  });
  return wants;
}

/** The listing at a stable address, for other libraries to read; docs/formats.md describes it. */
export async function loader({ context }: Route.LoaderArgs): Promise<Response> {
  const { library, howToAsk, today, kinds } = await readOffer(context);
  const wants = await wantsOf(anyVisit(context));
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
    headers: { 'content-type': 'application/json', 'cache-control': `public, max-age=${FRESH_SECONDS}` },
  });
}
