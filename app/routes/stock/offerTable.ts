import { csvFile } from '#app/platform/csv.server.ts';
import type { Route } from './+types/offerTable.ts';
import { readOffer } from './offer.server.ts';

/** The listing as a table. */
export async function loader({ context }: Route.LoaderArgs): Promise<Response> {
  const { today, kinds } = await readOffer(context);
  return csvFile(`offer-${today}`, [
    kinds.map(({ crop, species, variety, ease, lifeCycle, promise }) => ({
      crop,
      species,
      variety,
      ease_of_saving: ease,
      life_cycle: lifeCycle,
      label_promises: promise,
    })),
  ]);
}
