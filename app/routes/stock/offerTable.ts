import { csvFile } from '#app/platform/csv.server.ts';
import type { Route } from './+types/offerTable.ts';
import { asTold, readOffer } from './offer.server.ts';

/** The listing as a table. */
export async function loader({ context }: Route.LoaderArgs): Promise<Response> {
  const { today, kinds } = await readOffer(context);
  return csvFile(`offer-${today}`, [kinds.map(asTold)]);
}
