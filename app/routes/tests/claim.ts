import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { claimInRound } from '#services/tests/round.server.ts';
import type { Route } from './+types/claim.ts';

/** Nothing is read here. */
export function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'work');
  return data(null, { status: 404 });
}

/** Somebody takes a towel in hand: whoever else is at the round is led to another. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const isMine = await claimInRound(db, visitBy(context, request, 'work'), Number(params.id));
  return new Response(null, { status: isMine ? 204 : 409 });
}
