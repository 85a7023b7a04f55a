import { data, redirect } from 'react-router';
import { parseForm } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { undoProblemWords } from '#words/undo.ts';
import { localPath } from '#contracts/localPath.ts';
import { undoForm } from '#contracts/undo.ts';
import { undo } from '#services/undo.server.ts';
import type { Route } from './+types/undo.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Undo · Kind Granary' }];

export function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'read own loans');
  return null;
}

/** Takes an act back, and goes on where that leaves one: at its lot, or on the page from which it was asked. */
export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'read own loans');
  const submission = parseForm(await formOf(request), undoForm);
  if (submission.status !== 'success') throw data(null, { status: 400 });
  const done = await undo(visit, submission.value);
  if (!done.ok) return data({ trouble: undoProblemWords(done.problem) }, { status: 409 });
  const { kind, subject } = done.answer;
  const from = request.headers.get('referer');
  const back = from && URL.canParse(from) ? new URL(from) : null;
  const isGone = OWN_PAGES[kind]?.test(back?.pathname ?? '');
  return redirect(isGone ? `/lots/${subject}` : back ? localPath(back.pathname + back.search) : '/');
}

/** The page of a batch is there no more once the batch is undone; its lot tells what is left of it. */
const OWN_PAGES: Readonly<Record<string, RegExp>> = { 'batch started': /^\/bench\/\d/ };

/** Says what stood in the way, where it was asked from the record or without scripts: else the bar itself says it. */
export default function Undo({ actionData }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="Undo"
        about="You can undo your last action for ten minutes, from the bar at the bottom of the page. A coordinator can undo older actions under Who did what."
      />
      {actionData && <Notice tone="poor">{actionData.trouble}</Notice>}
      <ButtonLink to="/">Go to Today</ButtonLink>
    </>
  );
}
