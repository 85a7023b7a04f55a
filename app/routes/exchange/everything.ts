import { everythingFile } from '#app/platform/everything.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import type { Route } from './+types/everything.ts';

/** Everything in one archive, for coordinators. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { now, today } = visitBy(context, request, 'manage people');
  return everythingFile(now, today);
}
