import type { SubmissionResult } from '@conform-to/react';
import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { ChoiceField, DateField, PostForm, TextArea, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { answerForm, closeLoanForm, dueForm } from '#contracts/desk/loans.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { formatDate, formatDistance } from '#core/calendar/formatDate.ts';
import { daysBetween } from '#core/calendar/plainDate.ts';
import { mayFollow } from '#core/states/machine.ts';
import { LOAN, loanState } from '#core/states/states.ts';
import { findLoan } from '#data/desk/loans.ts';
import { findPerson } from '#data/people/people.ts';
import {
  agreeDueDate,
  answerFailedCrop,
  closeLoan,
  type AnswerProblem,
  type CloseProblem,
  type DueProblem,
} from '#services/desk/desk.server.ts';
import type { Route } from './+types/loan.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Loan · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const id = Number(params.id);
  const loan = await findLoan(db, id);
  if (!loan) throw data(null, { status: 404 });
  const [member, typed] = await Promise.all([findPerson(db, loan.memberId), typedBefore(request, actor)]);
  return {
    keys: { close: newFormKey(), due: newFormKey(), answer: newFormKey() },
    today,
    loan,
    typed,
    phone: member?.phone ?? null,
    email: member?.email ?? null,
    dueIn: daysBetween(today, loan.dueOn),
  };
}

type LoanProblem = CloseProblem | DueProblem | AnswerProblem;

function troubleOf(problem: LoanProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'no such loan':
      return { '': ['This loan does not exist'] };
    case 'already closed':
      return { '': ['Someone has already closed this loan'] };
    case 'due in the past':
      return { dueOn: ['Enter a day after today'] };
    case 'nothing changed':
      return { dueOn: ['Seed is already expected on that day'] };
    case 'nothing told':
      return { '': ['The report has been undone. There is nothing to answer'] };
    case 'answered already':
      return { answer: ['Someone has already answered'] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { intent, give } = formActs<LoanProblem>(await formOf(request), visit, ['close', 'due', 'answer'], troubleOf);
  const loanId = Number(params.id);
  switch (intent) {
    case 'due':
      return give(agreeDueDate, { loanId });
    case 'answer':
      return give(answerFailedCrop, { loanId });
    default:
      return give(closeLoan, { loanId }, ({ memberId }) => `/people/${memberId}`);
  }
}

const OUTCOMES = [
  { value: 'failed crop', label: 'The crop failed' },
  { value: 'kept on', label: 'They are keeping it going' },
  { value: 'written off', label: 'No seed will come back' },
];

export default function Loan({ loaderData: { keys, loan, typed, phone, email, dueIn, today }, actionData }: Route.ComponentProps) {
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  const [form, fields] = usePostForm<typeof closeLoanForm>({
    id: 'loan',
    result: resultOf('close'),
    start: typed ?? (loan.failedOn ? { outcome: 'failed crop', note: loan.failedNote } : null),
  });
  const isOpen = mayFollow(LOAN, loanState(loan), 'loan closed');
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`${loan.member}: ${loan.crop} ‘${loan.variety}’`}
        about={
          <>
            <LotCode>{loan.code}</LotCode>, {loan.packets} × {loan.seedsPerPacket} seeds lent {formatDate(loan.lentOn)}; seed expected{' '}
            {formatDate(loan.dueOn)} ({formatDistance(dueIn)})
            {loan.dueOn !== loan.firstDueOn && `, at first ${formatDate(loan.firstDueOn)}${loan.dueWhy ? `: ${loan.dueWhy}` : ''}`}.{' '}
            {[phone, email].filter(Boolean).join(', ')}
          </>
        }
      />
      {loan.failedOn && (
        <Notice tone="doubt">
          {loan.member} said on {formatDate(loan.failedOn)} that the crop failed{loan.failedNote && `: ${loan.failedNote}`}.
          {loan.answer && ` We answered: ${loan.answer}`}
        </Notice>
      )}
      {!isOpen ? (
        <Notice tone="doubt">
          Closed {formatDate(loan.closedOn!)}: {loan.outcome}.
        </Notice>
      ) : (
        <>
          {loan.failedOn && !loan.answer && <AnswerFailure key={keys.answer} formKey={keys.answer} result={resultOf('answer')} />}
          <p className="mb-8">
            <ButtonLink to={`/intake?loan=${loan.id}`} look="action">
              Record a return
            </ButtonLink>
          </p>
          <ChangeDue key={keys.due} formKey={keys.due} dueOn={loan.dueOn} today={today} result={resultOf('due')} />
          <h2 className="mb-3">Close without a return</h2>
          <PostForm form={form} formKey={keys.close} intent="close">
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
      <p className="mt-8">
        Lent to the wrong person, or the wrong lot?{' '}
        <Link className="link" to={`/lots/${loan.code}?part=history`}>
          Undo the loan in the lot’s history
        </Link>
        .
      </p>
    </div>
  );
}

/** Another day by which seed is expected, as agreed with the member. */
function ChangeDue({ formKey, dueOn, today, result }: { formKey: string; dueOn: Day; today: Day; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof dueForm>({ id: 'due', result, start: { dueOn } });
  return (
    <details className="mb-8" open={result !== null}>
      <summary className="link inline-flex min-h-11 items-center">Agree on another return date</summary>
      <PostForm form={form} formKey={formKey} intent="due" className="mt-2 max-w-md space-y-4">
        <DateField field={fields.dueOn} label="Seed expected by" leaning="future" min={today} />
        <TextField field={fields.why} label="Why (optional)" hint="For example: sown late; keeps it a second winter" />
        <Button type="submit">Save date</Button>
      </PostForm>
    </details>
  );
}

/** A word back to a member whose crop failed; the loan may stay open. */
function AnswerFailure({ formKey, result }: { formKey: string; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof answerForm>({ id: 'answer', result });
  return (
    <section aria-label="Answer" className="mb-8 border-l-4 border-frost bg-sheet px-4 py-3">
      <PostForm form={form} formKey={formKey} intent="answer">
        <TextArea
          field={fields.answer}
          label="Your answer"
          hint="They read it under My seed. For example: thank you for telling us; come for another packet in spring"
        />
        <Button type="submit" look="action">
          Send answer
        </Button>
      </PostForm>
    </section>
  );
}
