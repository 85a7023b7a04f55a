import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { photoAnswer } from '#app/platform/photos.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { findTestPhoto } from '#data/tests/checks.ts';
import type { Route } from './+types/photo.ts';

/** The photo of a look at a towel. It never changes. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  visitBy(context, request, 'work');
  const id = Number(params.id);
  const jpeg = await findTestPhoto(db, id);
  if (!jpeg) throw data(null, { status: 404 });
  return photoAnswer(jpeg);
}
