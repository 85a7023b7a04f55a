import { data, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { ChoiceField, PostForm, TextArea } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { closeLoanForm } from '#contracts/desk/loans.ts';
import { formatDate, formatDistance } from '#core/calendar/formatDate.ts';
import { daysBetween } from '#core/calendar/plainDate.ts';
import { mayFollow } from '#core/states/machine.ts';
import { LOAN, loanState } from '#core/states/states.ts';
import { findLoan } from '#data/desk/loans.ts';
import { findPerson } from '#data/people/people.ts';
import { closeLoan } from '#services/desk/desk.server.ts';
import type { Route } from './+types/loan.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Loan · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const id = Number(params.id);
  const loan = await findLoan(db, id);
  if (!loan) throw data(null, { status: 404 });
  const [member, typed] = await Promise.all([findPerson(db, loan.memberId), typedBefore(request, actor)]);
  return {
    key: newFormKey(),
    loan,
    typed,
    phone: member?.phone ?? null,
    email: member?.email ?? null,
    dueIn: daysBetween(today, loan.dueOn),
  };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { submission } = await readForm(request, closeLoanForm);
  if (submission.status !== 'success') return notAccepted(submission.reply());
  const done = await closeLoan(visit, { ...submission.value, loanId: Number(params.id) });
  if (!done.ok)
    return notAccepted(
      submission.reply({
        formErrors: [done.problem.code === 'already closed' ? 'Someone has already closed this loan' : 'This loan does not exist'],
      }),
    );
  throw redirect(`/people/${done.answer.memberId}`);
}

const OUTCOMES = [
  { value: 'failed crop', label: 'The crop failed' },
  { value: 'kept on', label: 'They are keeping it going' },
  { value: 'written off', label: 'No seed will come back' },
];

export default function Loan({ loaderData: { key, loan, typed, phone, email, dueIn }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof closeLoanForm>({ id: 'loan', result: actionData, start: typed });
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`${loan.member}: ${loan.crop} ‘${loan.variety}’`}
        about={
          <>
            <LotCode>{loan.code}</LotCode>, {loan.packets} × {loan.seedsPerPacket} seeds lent {formatDate(loan.lentOn)}; seed expected{' '}
            {formatDate(loan.dueOn)} ({formatDistance(dueIn)}). {[phone, email].filter(Boolean).join(', ')}
          </>
        }
      />
      {!mayFollow(LOAN, loanState(loan), 'loan closed') ? (
        <Notice tone="doubt">
          Closed {formatDate(loan.closedOn!)}: {loan.outcome}.
        </Notice>
      ) : (
        <>
          <p className="mb-8">
            <ButtonLink to={`/intake?loan=${loan.id}`} look="action">
              Record a return
            </ButtonLink>
          </p>
          <h2 className="mb-3">Close without a return</h2>
          <PostForm form={form} formKey={key}>
            <ChoiceField
              field={fields.outcome}
              label="What happened?"
              hint="Crops fail, and nobody is to blame. What you learn helps others"
              options={OUTCOMES}
            />
            <TextArea
              field={fields.note}
              label="Details (optional)"
              hint="For example slugs, drought or a late frost. Other members read this before they choose"
            />
            <Button type="submit">Close loan</Button>
          </PostForm>
        </>
      )}
    </div>
  );
}
