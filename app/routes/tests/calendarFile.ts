import { data } from 'react-router';
import { readCalendar } from '#services/tests/calendar.server.ts';
import { db } from '#app/platform/database.server.ts';
import { anyVisit } from '#app/platform/visit.server.ts';
import type { Route } from './+types/calendarFile.ts';

/** A person's calendar, at an address that nobody can guess and that can be ended. Calendars cannot sign in. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house, today } = anyVisit(context);
  const origin = process.env['PUBLIC_URL'] ?? new URL(request.url).origin;
  const calendar = await readCalendar(db, params.token, house, today, origin);
  if (calendar === null) throw data(null, { status: 404 });
  return new Response(calendar, { headers: { 'content-type': 'text/calendar; charset=utf-8', 'cache-control': 'private, max-age=900' } });
}
