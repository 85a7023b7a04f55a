import { data } from 'react-router';
import { parseForm, readUpload } from '#app/platform/form.server.ts';
import { intentOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import type { SentAnswer } from '#app/ui/unsent.ts';
import { logForm, strikeForm } from '#contracts/growouts/growOuts.ts';
import { logSeason, strikeEntry, type LogProblem } from '#services/growouts/season.server.ts';
import { GROW_OUT_STATE_WORDS } from '#words/growouts.ts';
import { PHOTO_TROUBLE } from '#words/photos.ts';
import { entryFaultWords } from '#words/season.ts';
import type { Route } from './+types/logEntry.ts';

/** Entries are sent here, and read on the log's own page. */
export function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'read own loans');
  return data(null, { status: 404 });
}

/** Takes an entry that a device may have kept for a while. One that somebody else wrote is not taken in this person's name. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'read own loans');
  const form = await readUpload(request);
  if (Number(form.get('owner')) !== visit.actor.accountId) return data(null, { status: 409 });
  const growOutId = Number(params.id);
  const strikes = intentOf(form, ['write', 'strike']) === 'strike';
  const submission = strikes ? parseForm(form, strikeForm) : parseForm(form, logForm);
  if (submission.status !== 'success') return answer({ ok: false, errors: stated(submission.error) }, 400);
  const done =
    'entryId' in submission.value
      ? await strikeEntry(visit, { ...submission.value, growOutId })
      : await logSeason(visit, { ...submission.value, growOutId });
  return done.ok ? answer({ ok: true }) : answer({ ok: false, errors: { '': [troubleOf(done.problem)] } }, 400);
}

function troubleOf(problem: LogProblem): string {
  switch (problem.code) {
    case 'no such grow-out':
      return 'This grow-out no longer exists';
    case 'moved on':
      return `This grow-out has changed to: ${GROW_OUT_STATE_WORDS[problem.state].toLowerCase()}`;
    case 'not yours':
      return 'This is someone else’s grow-out';
    case 'no such entry':
      return 'Someone has already corrected or deleted this entry';
    case 'not a photo':
    case 'photo too large':
    case 'busy':
      return PHOTO_TROUBLE[problem.code];
    case 'impossible':
      return entryFaultWords(problem.fault).why;
  }
}

const answer = (body: SentAnswer, status = 200) => Response.json(body, { status });

const stated = (errors: Record<string, string[] | null> | null | undefined): Record<string, string[]> =>
  Object.fromEntries(Object.entries(errors ?? {}).flatMap(([field, words]) => (words ? [[field, words]] : [])));
