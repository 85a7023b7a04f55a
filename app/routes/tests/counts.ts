import { data } from 'react-router';
import { parseForm, readUpload } from '#app/platform/form.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import type { SentAnswer } from '#app/ui/unsent.ts';
import { countForm } from '#contracts/tests/tests.ts';
import { countTowel } from '#services/tests/tests.server.ts';
import type { Route } from './+types/counts.ts';
import { countTrouble } from './countTrouble.ts';

/** Counts are sent here, and read on the towel's own page. */
export function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'work');
  return data(null, { status: 404 });
}

/** Takes a count that a device has kept for a while. One that somebody else made is not taken in this person's name. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const form = await readUpload(request);
  if (Number(form.get('owner')) !== visit.actor.accountId) return data(null, { status: 409 });
  const submission = parseForm(form, countForm);
  if (submission.status !== 'success') return answer({ ok: false, errors: stated(submission.error) }, 400);
  const done = await countTowel(visit, { ...submission.value, testId: Number(params.id) });
  return done.ok ? answer({ ok: true }) : answer({ ok: false, errors: countTrouble(done.problem, visit.house.units, 'checkedOn') }, 400);
}

const answer = (body: SentAnswer, status = 200) => Response.json(body, { status });

const stated = (errors: Record<string, string[] | null> | null | undefined): Record<string, string[]> =>
  Object.fromEntries(Object.entries(errors ?? {}).flatMap(([field, words]) => (words ? [[field, words]] : [])));
