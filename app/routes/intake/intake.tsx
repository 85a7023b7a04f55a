import { data, Link, redirect } from 'react-router';
import { formatDate } from '#core/calendar/formatDate.ts';
import { intakeForm } from '#contracts/intake.ts';
import { readCrops } from '#data/house.ts';
import { findLoan } from '#data/loans.ts';
import { findLot } from '#data/lots.ts';
import { listPlaces } from '#data/places.ts';
import { receiveLot, type IntakeProblem } from '#services/intake.server.ts';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import type { Route } from './+types/intake.ts';
import { IntakeForm } from './IntakeForm.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Intake · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const loanId = Number(new URL(request.url).searchParams.get('loan')) || null;
  const [crops, places, typed, loan] = await Promise.all([
    readCrops(db),
    listPlaces(db),
    typedBefore(request, actor),
    loanId ? findLoan(db, loanId) : null,
  ]);
  if (loanId && !loan) throw data(null, { status: 404 });
  const lent = loan ? (await findLot(db, loan.lotId))! : null;
  // Seed saved this season is the likeliest to be carried in; the desk changes it when it is not so.
  const fromLoan =
    loan && lent ? { crop: lent.cropId, variety: lent.variety, kind: lent.kind, harvested: today.slice(0, 4), donor: loan.member } : null;
  return {
    key: newFormKey(),
    crops: crops.map(({ id, name, breeding, isolationMetres, minimumPlants, crossingGroup }) => ({
      id,
      name,
      breeding,
      isolationMetres,
      minimumPlants,
      crossingGroup,
    })),
    places: places.map(({ name }) => name),
    loan: loan
      ? {
          id: loan.id,
          member: loan.member,
          code: loan.code,
          crop: loan.crop,
          variety: loan.variety,
          packets: loan.packets,
          lentOn: loan.lentOn,
          closed: loan.outcome !== null,
        }
      : null,
    start: typed ?? fromLoan,
  };
}

/** What is wrong, at the field where it can be put right. */
function fieldErrors(problem: IntakeProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'no such crop':
      return { crop: ['Choose a crop from the list'] };
    case 'harvest in the future':
      return { harvested: ['That is still to come. Check the year'] };
    case 'harvest before parent':
      return { harvested: [`The seed it was grown from was harvested in ${formatDate(problem.parentHarvest)}; this cannot be older`] };
    case 'who is it':
      return {
        donor: [
          `Is it ${problem.near.map(({ id, name }) => `${name} · ${id}`).join(', or ')}? Choose the name, or tick that it is somebody new`,
        ],
      };
    case 'loan is closed':
      return { '': ['This loan has been closed meanwhile. Take the seed in as a donation'] };
    case 'another crop was lent':
      return { crop: [`What was lent is ${problem.lent}`] };
  }
}

export async function action({ request, context }: Route.ActionArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const { submission } = await readForm(request, intakeForm);
  if (submission.status !== 'success') return notAccepted({ result: submission.reply(), asksWho: false });
  const done = await receiveLot(db, actor, today, submission.value);
  if (!done.ok)
    return notAccepted({
      result: submission.reply({ fieldErrors: fieldErrors(done.problem) }),
      asksWho: done.problem.code === 'who is it',
    });
  throw redirect(`/lots/${done.answer.code}?new=yes`);
}

export default function Intake({ loaderData, actionData }: Route.ComponentProps) {
  const { loan } = loaderData;
  if (loan?.closed)
    return (
      <>
        <PageHead title="This loan is closed" />
        <Empty action={<ButtonLink to="/intake">Take it in as a donation</ButtonLink>}>
          Seed for it has come back already, or it was closed without.
        </Empty>
      </>
    );
  return (
    <>
      <PageHead
        title={loan ? `Seed comes back from ${loan.member}` : 'Take in seed'}
        about={
          loan ? (
            <>
              Lent {formatDate(loan.lentOn)} as {loan.crop} ‘{loan.variety}’ <LotCode>{loan.code}</LotCode>, {loan.packets}{' '}
              {loan.packets === 1 ? 'packet' : 'packets'}. It becomes a lot of its own, one generation on.
            </>
          ) : (
            'Ask in this order. “Unknown” is an answer and is kept as one.'
          )
        }
        actions={
          !loan && (
            <Link className="link inline-flex min-h-11 items-center" to="/desk/loans">
              It comes back from a loan
            </Link>
          )
        }
      />
      <IntakeForm
        key={loaderData.key}
        formKey={loaderData.key}
        crops={loaderData.crops}
        places={loaderData.places}
        loan={loan}
        start={loaderData.start}
        result={actionData?.result ?? null}
        asksWho={actionData?.asksWho ?? false}
      />
    </>
  );
}
