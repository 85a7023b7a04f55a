import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { photoAnswer } from '#app/platform/photos.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { may } from '#core/people/may.ts';
import { findGrowOut } from '#data/growouts/growOuts.ts';
import { findLogPhoto } from '#data/growouts/log.ts';
import type { Route } from './+types/logPhoto.ts';

/** The photo of an entry of a season's log, for whoever works here and for its grower. It never changes. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'read own loans');
  const id = Number(params.id);
  const photo = await findLogPhoto(db, id);
  const growOut = photo && (await findGrowOut(db, photo.growOutId));
  if (!growOut || !(may(actor.role, 'work') || growOut.growerId === actor.personId)) throw data(null, { status: 404 });
  return photoAnswer(photo.jpeg);
}
