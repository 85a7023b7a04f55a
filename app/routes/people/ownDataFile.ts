import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { may } from '#core/people/may.ts';
import { readOwnData } from '#data/people/ownData.ts';
import type { Route } from './+types/ownDataFile.ts';

/** The same as a file that a program can read. */
export async function loader({ request, params, context }: Route.LoaderArgs): Promise<Response> {
  const { actor } = visitBy(context, request, 'read own loans');
  const id = Number(params.id);
  const kept = id === actor.personId || may(actor.role, 'manage people') ? await readOwnData(db, id) : undefined;
  if (!kept) throw data(null, { status: 404 });
  return new Response(JSON.stringify(kept, null, 1), {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="person-${id}.json"`,
      'cache-control': 'private, no-store',
    },
  });
}
