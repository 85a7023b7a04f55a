import { data, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { PostForm, TextArea } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { failureForm } from '#contracts/desk/loans.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { may } from '#core/people/may.ts';
import { findLoan } from '#data/desk/loans.ts';
import { tellFailedCrop, type FailureProblem } from '#services/desk/desk.server.ts';
import type { Route } from './+types/failed.ts';

export const meta: Route.MetaFunction = () => [{ title: 'The crop failed · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'read own loans');
  const loan = await findLoan(db, Number(params.id));
  const works = may(actor.role, 'work');
  // Somebody else's loan is not there, for a member.
  if (!loan || (!works && loan.memberId !== actor.personId)) throw data(null, { status: 404 });
  const { crop, variety, code, lentOn, outcome, failedOn, answer, memberId } = loan;
  return { key: newFormKey(), crop, variety, code, lentOn, outcome, failedOn, answer, back: works ? `/people/${memberId}` : '/mine' };
}

const TROUBLE: Record<FailureProblem['code'], string> = {
  'no such loan': 'This loan does not exist',
  'already closed': 'This loan is closed already',
  'told already': 'You have told us already. Thank you',
};

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'read own loans');
  const { submission } = await readForm(request, failureForm);
  if (submission.status !== 'success') return notAccepted(submission.reply());
  const done = await tellFailedCrop(visit, { ...submission.value, loanId: Number(params.id) });
  if (!done.ok) return notAccepted(submission.reply({ formErrors: [TROUBLE[done.problem.code]] }));
  throw redirect(may(visit.actor.role, 'work') ? `/people/${done.answer.memberId}` : `/mine#loan-${params.id}`);
}

/** A member says that nothing came of a loan: once, without blame, and the library answers. */
export default function Failed({ loaderData: loan, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof failureForm>({ id: 'failed', result: actionData });
  return (
    <div className="max-w-xl">
      <PageHead
        title={`Did the ${loan.crop} ‘${loan.variety}’ fail?`}
        about={
          <>
            <LotCode>{loan.code}</LotCode>, lent {formatDate(loan.lentOn)}. Crops fail, and nobody is to blame: what happened helps the next
            grower.
          </>
        }
        actions={<ButtonLink to={loan.back}>Back</ButtonLink>}
      />
      {loan.failedOn !== null ? (
        <Notice tone="good">
          You told us on {formatDate(loan.failedOn)}. {loan.answer ? `Our answer: ${loan.answer}` : 'We will answer you here.'}
        </Notice>
      ) : loan.outcome !== null ? (
        <Notice tone="good">This loan is closed: {loan.outcome}.</Notice>
      ) : (
        <PostForm form={form} formKey={loan.key}>
          <TextArea field={fields.note} label="What happened? (optional)" hint="For example slugs, drought or a late frost" />
          <Button type="submit" look="action">
            Tell the library
          </Button>
        </PostForm>
      )}
    </div>
  );
}
