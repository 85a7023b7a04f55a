import { csvFile } from '#app/platform/csv.server.ts';
import { readWants } from '#services/stock/wants.server.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import type { Route } from './+types/wantsTable.ts';

/** The wants list as CSV, for a letter to other libraries or an order. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'work');
  const rows = (await readWants(db, house, today)).map((want) => ({
    crop: want.crop,
    variety: want.variety,
    what_to_do: want.act,
    by: want.by,
    seeds: want.seeds,
    packets: want.packets,
    price: (want.price / 100).toFixed(2),
    currency: house.prices.currency,
    why: want.why,
    seeds_counted_on: want.usable,
    seeds_that_may_be_lent: want.lendable,
    seeds_aimed_at: want.target,
    how_far: want.got?.state ?? 'open',
    with_whom: want.got?.whom ?? '',
    since: want.got?.on ?? '',
  }));
  return csvFile(`wants-${today}`, [rows]);
}
