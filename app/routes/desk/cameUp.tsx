import { data, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { DateField, PostForm, TextField } from '#app/ui/fields.tsx';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { emergenceForm } from '#contracts/tests/emergence.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { PersonId } from '#core/kernel/kinds.ts';
import { may } from '#core/people/may.ts';
import { findLoan } from '#data/desk/loans.ts';
import { recordLoanEmergence, type LoanEmergenceProblem } from '#services/tests/emergence.server.ts';
import type { Route } from './+types/cameUp.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Germination report · Kind Granary' }];

/** Where one goes back to: the desk shows whoever borrowed it, members only themselves. */
const backOf = (works: boolean, memberId: PersonId) => (works ? `/people/${memberId}` : '/mine');

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, today } = visitBy(context, request, 'read own loans');
  const id = Number(params.id);
  const loan = await findLoan(db, id);
  const works = may(actor.role, 'work');
  // Somebody else's loan is not there, for a member.
  if (!loan || (!works && loan.memberId !== actor.personId)) throw data(null, { status: 404 });
  const { crop, variety, code, packets, seedsPerPacket, lentOn, memberId } = loan;
  return { key: newFormKey(), today, crop, variety, code, seeds: packets * seedsPerPacket, lentOn, back: backOf(works, memberId) };
}

function troubleOf(problem: LoanEmergenceProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'no such loan':
      return { '': ['This loan does not exist'] };
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'in the future':
      return { seenOn: ['Enter today’s date or an earlier one'] };
    case 'before it came in':
      return { seenOn: [`Enter a date after the loan, which was on ${formatDate(problem.takenInOn)}`] };
    case 'more than was lent':
      return { sown: [`${problem.seeds} seeds were lent. Enter that number or fewer`] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'read own loans');
  const { actor } = visit;
  const { submission } = await readForm(request, emergenceForm);
  if (submission.status !== 'success') return notAccepted(submission.reply());
  const done = await recordLoanEmergence(visit, { ...submission.value, loanId: Number(params.id) });
  if (!done.ok) return notAccepted(submission.reply({ fieldErrors: troubleOf(done.problem) }));
  throw redirect(backOf(may(actor.role, 'work'), done.answer.memberId));
}

export default function CameUp({ loaderData: loan, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof emergenceForm>({
    id: 'came-up',
    result: actionData,
    start: { seenOn: loan.today },
  });
  return (
    <div className="max-w-xl">
      <PageHead
        title={`How many ${loan.crop} ‘${loan.variety}’ came up?`}
        about={
          <>
            <LotCode>{loan.code}</LotCode>, {loan.seeds} seeds lent {formatDate(loan.lentOn)}. Your count helps us judge how long our seed
            stays alive. We allow for soil and weather.
          </>
        }
        actions={<ButtonLink to={loan.back}>Back</ButtonLink>}
      />
      <PostForm form={form} formKey={loan.key}>
        <div className="grid grid-cols-2 gap-4">
          <TextField field={fields.sown} label="Sown" type="number" min={1} max={loan.seeds} />
          <TextField field={fields.up} label="Came up" type="number" min={0} />
        </div>
        <DateField field={fields.seenOn} label="Counted on" leaning="past" max={loan.today} />
        <TextField field={fields.note} label="Note (optional)" hint="Cold May, slugs" />
        <Button type="submit" look="action">
          Send report
        </Button>
      </PostForm>
    </div>
  );
}
