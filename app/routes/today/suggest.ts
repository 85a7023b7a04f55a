import { suggestLines, suggestPeople } from '#data/people/people.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import type { Route } from './+types/suggest.ts';

/** Names offered below a field while somebody types: people, or the varieties of a crop. */
export async function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'work');
  const query = new URL(request.url).searchParams;
  const typed = (query.get('typed') ?? '').trim().slice(0, 100);
  const crop = query.get('crop');
  const found = crop ? await suggestLines(db, crop, typed) : typed ? await suggestPeople(db, typed) : [];
  const twice = new Set(found.map(({ name }) => name).filter((name, index, names) => names.indexOf(name) !== index));
  return { names: found.map(({ id, name }) => (twice.has(name) ? `${name} · ${id}` : name)) };
}
