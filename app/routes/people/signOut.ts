import { redirect } from 'react-router';
import { noSessionCookie, readSessionToken } from '#app/platform/cookies.server.ts';
import { db } from '#app/platform/database.server.ts';
import { anyVisit } from '#app/platform/visit.server.ts';
import { signOut } from '#services/people/signIn.server.ts';
import type { Route } from './+types/signOut.ts';

export function loader() {
  return redirect('/');
}

export async function action({ request, context }: Route.ActionArgs) {
  const { actor, now } = anyVisit(context);
  const token = await readSessionToken(request);
  if (token) await signOut(db, token, now, actor);
  return redirect('/sign-in', { headers: { 'set-cookie': await noSessionCookie() } });
}
