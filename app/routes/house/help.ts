import { redirect } from 'react-router';
import { putAwayCookie, readPutAway } from '#app/platform/cookies.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { PLACE_HELP } from '#app/ui/PlaceHelp.tsx';
import type { Route } from './+types/help.ts';

export function loader() {
  return redirect('/');
}

/** Puts the help of a place away for good, on this device; goes back to the place. */
export async function action({ request }: Route.ActionArgs) {
  const place = String((await formOf(request)).get('place'));
  if (!Object.hasOwn(PLACE_HELP, place)) return redirect('/');
  const putAway = [...new Set([...(await readPutAway(request)), place])];
  return redirect(place, { headers: { 'set-cookie': await putAwayCookie(putAway) } });
}
