import { data, redirect, useSearchParams } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, parseForm } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Deed } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { localPath } from '#contracts/localPath.ts';
import { undoForm } from '#contracts/undo.ts';
import { formatMoment } from '#core/calendar/formatMoment.ts';
import { commandOf, COMMANDS } from '#core/people/commands.ts';
import { may } from '#core/people/may.ts';
import { undoInBackground } from '#services/exchange/importing.server.ts';
import { readUndoing, undo } from '#services/undo.server.ts';
import { doneWords } from '#words/acts.ts';
import { insteadOfUndo, undoProblemWords } from '#words/undo.ts';
import type { Route } from './+types/undo.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Undo · Kind Granary' }];

/** One act, with what stands in the way of undoing it. Members see their own alone. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const visit = visitBy(context, request, 'read own loans');
  const asked = undoForm.shape.act.safeParse(new URL(request.url).searchParams.get('act'));
  if (!asked.success) return null;
  const { act, against, wantsReason } = await readUndoing(db, visit.actor, asked.data);
  if (!act || (act.accountId !== visit.actor.accountId && !may(visit.actor.role, 'work'))) throw data(null, { status: 404 });
  const command = commandOf(act.kind);
  const way = command && COMMANDS[command].takenBack;
  return {
    key: newFormKey(),
    act: {
      key: act.key,
      kind: act.kind,
      subject: act.subject,
      by: act.by,
      at: formatMoment(act.writtenAt.getTime(), visit.now.getTime(), visit.house.timeZone),
    },
    against: against && undoProblemWords(against),
    instead: way && way !== 'undo' ? insteadOfUndo(way) : null,
    wantsReason,
  };
}

/** Takes an act back, and goes on where that leaves one: at its lot, or on the page from which it was asked. */
export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'read own loans');
  const form = await formOf(request);
  const submission = parseForm(form, undoForm);
  const refused = (trouble: string | null, field: string, status: number) =>
    data({ trouble, result: submission.reply(trouble === null ? {} : { fieldErrors: { [field]: [trouble] } }) }, { status });
  if (submission.status !== 'success') return refused(null, '', 400);
  const later = await undoInBackground(visit, submission.value);
  if (later !== null) return redirect(`/import/${later}`);
  const done = await undo(visit, submission.value);
  if (!done.ok) return refused(undoProblemWords(done.problem), done.problem.code === 'reason wanted' ? 'reason' : '', 409);
  const { kind, subject } = done.answer;
  const from = new URL(request.url).searchParams.get('from') ?? request.headers.get('referer');
  const back = from && URL.canParse(from, request.url) ? new URL(from, request.url) : null;
  const isGone = OWN_PAGES[kind]?.test(back?.pathname ?? '');
  return redirect(isGone ? `/lots/${subject}` : back && back.pathname !== '/undo' ? localPath(back.pathname + back.search) : '/');
}

/** The page of what an act began is there no more once it is undone; its lot tells what is left of it. */
const OWN_PAGES: Readonly<Record<string, RegExp>> = { 'batch started': /^\/bench\/\d/, 'test laid': /^\/tests\/\d/ };

/** One act and the way to take it back; without one, where Undo is found. */
export default function Undo({ loaderData, actionData }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="Undo"
        about="Nothing is erased: the history keeps what was done and that it was undone."
        actions={<ButtonLink to="/">Go to Today</ButtonLink>}
      />
      {actionData?.trouble && !loaderData && <Notice tone="poor">{actionData.trouble}</Notice>}
      {loaderData ? (
        <OneAct view={loaderData} result={actionData?.result ?? null} />
      ) : (
        <p className="max-w-prose">
          You can undo your last action for ten minutes, from the bar at the bottom of the page. A coordinator can undo older actions from a
          lot’s History or under Who did what.
        </p>
      )}
    </>
  );
}

type View = NonNullable<Route.ComponentProps['loaderData']>;

function OneAct({
  view: { key, act, against, instead, wantsReason },
  result,
}: {
  view: View;
  result: Parameters<typeof usePostForm>[0]['result'];
}) {
  const [form, fields] = usePostForm<typeof undoForm>({ id: 'undo', result, start: { act: act.key } });
  const [query] = useSearchParams();
  return (
    <section aria-label="Action" className="max-w-prose">
      <h2 className="text-large">
        <Deed done={doneWords(act.kind)} subject={act.subject} />
      </h2>
      <p className="mt-1 mb-5 text-soft">
        {act.at}, by {act.by ?? 'the program itself'}
      </p>
      {against ? (
        <>
          <Notice tone="doubt">
            {against}. {instead}
          </Notice>
          <ButtonLink to={localPath(query.get('from'))}>Back</ButtonLink>
        </>
      ) : (
        <PostForm form={form} formKey={key}>
          <input type="hidden" name="act" value={act.key} />
          <TextField
            field={fields.reason}
            label={wantsReason ? 'Why are you undoing it?' : 'Why are you undoing it? (optional)'}
            hint="For example: wrong jar, or typed one zero too many"
          />
          <div className="flex flex-wrap gap-3">
            <Button type="submit" look="action">
              Undo this
            </Button>
            <ButtonLink to={localPath(query.get('from'))}>Leave it as it is</ButtonLink>
          </div>
        </PostForm>
      )}
    </section>
  );
}
