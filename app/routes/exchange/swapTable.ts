import { data } from 'react-router';
import { csvFile } from '#app/platform/csv.server.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { swapQuery } from '#contracts/exchange/swap.ts';
import { swapSheet } from '#services/exchange/swaps.server.ts';
import type { Route } from './+types/swapTable.ts';

/** The sheet that goes to another library with the seed: its import reads it. */
export async function loader({ request, context }: Route.LoaderArgs): Promise<Response> {
  const { house } = visitBy(context, request, 'work');
  const asked = swapQuery.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!asked.success) throw data(null, { status: 404 });
  const { to, on } = asked.data;
  const rows = await swapSheet(db, house.name, { receiver: to, day: on });
  if (rows.length === 0) throw data(null, { status: 404 });
  return csvFile(`seed-${on}`, [rows]);
}
