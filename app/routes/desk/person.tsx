import { useRef } from 'react';
import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { lotUnclearWords } from '#words/lotMeant.ts';
import { lotMeant } from '#services/lots/lotMeant.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { EVERYBODYS_PROBLEMS, frozenWords, lendingWhy, shortWords, WARMED } from '#words/sayings.ts';
import { useBusy } from '#app/ui/useBusy.ts';
import { lendForm } from '#contracts/desk/loans.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { may } from '#core/people/may.ts';
import { growOutState } from '#core/states/states.ts';
import { hasGiven } from '#data/people/donors.ts';
import { growOutsOfGrower } from '#data/growouts/growOuts.ts';
import { loansOfMember } from '#data/desk/loans.ts';
import { findPerson } from '#data/people/people.ts';
import { lendPackets, type LendProblem } from '#services/desk/desk.server.ts';
import type { Route } from './+types/person.ts';
import { LendForm } from './LendForm.tsx';
import { LoansOfPerson } from './LoansOfPerson.tsx';
import type { Carried } from './useScans.ts';
import type { Units } from '#core/units/formatAmount.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => [{ title: `${loaderData?.person.name ?? 'Person'} · Kind Granary` }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const id = Number(params.id);
  const person = await findPerson(db, id);
  if (!person) throw data(null, { status: 404 });
  const [loans, typed, growing, gave] = await Promise.all([
    loansOfMember(db, id),
    typedBefore(request, actor),
    growOutsOfGrower(db, id),
    hasGiven(db, id),
  ]);
  const lot = new URL(request.url).searchParams.get('lot');
  return {
    key: newFormKey(),
    today,
    gifts: gave,
    start: typed ?? (lot ? { code: lot } : null),
    leads: may(actor.role, 'override policy'),
    erased: person.erasedAt !== null,
    person: {
      id: person.id,
      name: person.name,
      email: person.email,
      phone: person.phone,
      note: person.note,
      isMember: person.isMember,
      groupOf: person.groupOf,
      contact: person.contact,
      role: person.role,
    },
    growing: growing.map((one) => ({
      id: one.id,
      name: `${one.crop} ‘${one.variety}’`,
      isAgreed: growOutState(one) !== 'offered',
      backBy: one.backBy,
    })),
    loans: loans.map((loan) => ({ ...loan, late: loan.outcome === null && loan.dueOn < today })),
  };
}

function fieldErrors(problem: LendProblem, units: Units): Record<string, string[]> {
  switch (problem.code) {
    case 'short':
      return { packets: [shortWords(problem, units)] };
    case 'still frozen':
      return { code: [frozenWords(problem.place, problem.opens)], warmed: [WARMED] };
    case 'no such lot':
      return { code: [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'no such member':
      return { '': ['This person’s record no longer exists'] };
    case 'not a member':
      return { '': ['Only members can borrow. Make this person a member first'] };
    case 'refused':
      return refusedErrors(problem);
  }
}

function refusedErrors({ because, isTested }: Extract<LendProblem, { code: 'refused' }>): Record<string, string[]> {
  const why = lendingWhy(because, isTested);
  return because.answer === 'coordinator' ? { overrideReason: [`${why} A coordinator can lend it by giving a reason`] } : { code: [why] };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { submission } = await readForm(request, lendForm);
  if (submission.status !== 'success') return notAccepted({ kind: 'refused' as const, result: submission.reply() });
  const read = await lotMeant(db, submission.value.code, visit.today);
  if (!read.ok)
    return notAccepted({ kind: 'refused' as const, result: submission.reply({ fieldErrors: { code: [lotUnclearWords(read.problem)] } }) });
  const done = await lendPackets(visit, { ...submission.value, code: read.code, memberId: Number(params.id) });
  if (!done.ok)
    return notAccepted({
      kind: 'refused' as const,
      result: submission.reply({ fieldErrors: fieldErrors(done.problem, visit.house.units) }),
    });
  return { kind: 'lent' as const, dueOn: done.answer.dueOn, code: read.code, packets: submission.value.packets };
}

export default function Person({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useBusy();
  const carried = useRef<Carried | null>(null);
  const { person, loans, leads, erased, growing } = loaderData;
  const about = [
    person.isMember ? 'Member' : 'Not a member',
    person.groupOf !== null && `a group of ${person.groupOf}${person.contact ? `, ask for ${person.contact}` : ''}`,
    person.role && person.role !== 'member' ? person.role : null,
    person.phone,
    person.email,
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <>
      <PageHead
        title={person.name}
        about={
          <>
            {about}
            {loans.length + growing.length > 0 && <span className="block font-semibold text-ink">{dealings(loans, growing.length)}</span>}
            {person.note && <span className="block">{person.note}</span>}
          </>
        }
        actions={
          !erased && (
            <>
              <ButtonLink to={`/people/${person.id}/grower`}>What they can grow</ButtonLink>
              {loaderData.gifts && <ButtonLink to={`/people/${person.id}/letter`}>What became of their seed</ButtonLink>}
              <ButtonLink to={`/people/${person.id}/edit`}>Edit person</ButtonLink>
            </>
          )
        }
      />
      {!busy && actionData?.kind === 'lent' && (
        <Notice tone="good">
          {actionData.packets} {actionData.packets === 1 ? 'packet' : 'packets'} of <span className="font-mono">{actionData.code}</span>{' '}
          lent. Seed is expected by {formatDate(actionData.dueOn)}.{' '}
          <Link className="underline" to={`/s/${actionData.code}`}>
            How to sow and save it
          </Link>
        </Notice>
      )}
      {person.isMember ? (
        <LendForm
          key={loaderData.key}
          formKey={loaderData.key}
          start={actionData?.kind === 'lent' ? null : loaderData.start}
          leads={leads}
          result={actionData?.kind === 'refused' ? actionData.result : null}
          carried={carried}
        />
      ) : (
        !erased && (
          <p className="mb-6">
            Only members can borrow.{' '}
            <Link className="link" to={`/people/${person.id}/edit`}>
              Make {person.name} a member
            </Link>
          </p>
        )
      )}
      {growing.length > 0 && (
        <>
          <h2 className="mb-2">Growing for the library</h2>
          <ul className="mb-8">
            {growing.map(({ id, name, isAgreed, backBy }) => (
              <li key={id} className="flex flex-wrap items-baseline justify-between gap-x-6 border-t border-rule py-2">
                <Link className="link inline-flex min-h-11 items-center font-semibold" to={`/grow-outs/${id}`}>
                  {name}
                </Link>
                <span className="text-small text-soft">
                  {isAgreed ? `seed expected by ${formatDate(backBy)}` : 'offered, no answer yet'}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <LoansOfPerson loans={loans} />
    </>
  );
}

/** What is between a person and the library, in one line: open and late loans, what came back, what they grow. */
function dealings(loans: Route.ComponentProps['loaderData']['loans'], growing: number): string {
  const open = loans.filter(({ outcome }) => outcome === null).length;
  const late = loans.filter((loan) => loan.late).length;
  const back = loans.filter(({ outcome }) => outcome === 'returned').length;
  return [
    ...(open > 0 ? [`${open} open ${open === 1 ? 'loan' : 'loans'}${late > 0 ? `, ${late} late` : ''}`] : []),
    ...(loans.length > open ? [`${back} of ${loans.length - open} closed loans returned`] : []),
    ...(growing > 0 ? [`${growing} ${growing === 1 ? 'grow-out' : 'grow-outs'} for the library`] : []),
  ].join(' · ');
}
