import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { recallQuery } from '#contracts/exchange/swap.ts';
import { recallFileFor } from '#services/exchange/swaps.server.ts';
import type { Route } from './+types/recallFile.ts';

/** The file that warns another library of everything that went to it and is recalled; docs/formats.md describes it. */
export async function loader({ request, context }: Route.LoaderArgs): Promise<Response> {
  const { house, today } = visitBy(context, request, 'work');
  const asked = recallQuery.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  const file = asked.success ? await recallFileFor(db, house.name, asked.data.to) : null;
  if (!file) throw data(null, { status: 404 });
  return new Response(JSON.stringify(file, null, 2), {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="recall-${today}.json"`,
      'cache-control': 'private, no-store',
    },
  });
}
