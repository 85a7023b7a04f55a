import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { gardenMap } from '#core/exchange/gardenMap.ts';
import { may } from '#core/people/may.ts';
import { plotsOf } from '#data/growouts/places.ts';
import { listGardens } from '#data/people/gardens.ts';
import type { Route } from './+types/gardenMapFile.ts';

/** Gardens on a map of one's own: exact for whoever may know where they are, else by the cell of a grid. */
export async function loader({ request, context }: Route.LoaderArgs): Promise<Response> {
  const { actor } = visitBy(context, request, 'work');
  const [gardens, plots] = await Promise.all([listGardens(db), plotsOf(db, null)]);
  const leads = may(actor.role, 'plan grow-outs');
  const map = gardenMap(
    gardens.flatMap(({ id, name, latitude, longitude, placeFor }) =>
      latitude === null || longitude === null
        ? []
        : [
            {
              id,
              name,
              point: { latitude, longitude },
              isExact: leads || placeFor === 'workers',
              squareMetres: plots
                .filter(({ gardenId, inUse }) => gardenId === id && inUse)
                .reduce((sum, plot) => sum + plot.squareMetres, 0),
            },
          ],
    ),
  );
  return new Response(JSON.stringify(map), {
    headers: {
      'content-type': 'application/geo+json',
      'content-disposition': 'attachment; filename="gardens.geojson"',
      'cache-control': 'private, no-store',
    },
  });
}
