import { instantOf, type When } from '#core/calendar/when.ts';
import type { Refuse } from '#services/perform.server.ts';

/** A moment that was said, and cannot have been. */
export type WhenProblem = { readonly code: 'to come' } | { readonly code: 'before the step'; readonly since: string };

const MINUTE = 60_000;

/** The moment that was said, or now; not to come, and not before what it follows. */
export function momentOf(said: When | null | undefined, now: Date, since: Date, timeZone: string, refuse: Refuse<WhenProblem>): Date {
  const at = !said ? now : instantOf(said, now, timeZone);
  if (at > now) refuse({ code: 'to come' });
  // People write minutes, and a server's clock may have been set back: neither dates a thing before what it follows.
  if (said && at.getTime() <= since.getTime() - MINUTE) refuse({ code: 'before the step', since: since.toISOString() });
  return at < since ? since : at;
}
