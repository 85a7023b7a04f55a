import { Link } from 'react-router';
import { ButtonLink } from '#app/ui/Button.tsx';
import { formatDate } from '#core/calendar/formatDate.ts';
import { seasonOf } from '#core/almanac/crop.ts';
import { seasonOfLine } from '#core/growout/seasonOfLine.ts';
import { returnBy } from '#core/lending/returnBy.ts';
import { growOutState } from '#core/states/states.ts';
import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { growOutsBefore, growOutsOfGrower, lotsOfGrowOuts } from '#data/growouts/growOuts.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import { listLendable } from '#data/stock/offer.ts';
import { loansOfMember } from '#data/desk/loans.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { SearchForm } from '#app/ui/List.tsx';
import { Table } from '#app/ui/Table.tsx';
import { LotCode, Mark } from '#app/ui/Mark.tsx';
import { SeasonRibbon } from '#app/ui/SeasonRibbon.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { RECALL_ADVICE } from '#words/recall.ts';
import type { Route } from './+types/mine.ts';

export const meta: Route.MetaFunction = () => [{ title: 'My seed · Kind Granary' }];

const MOST = 60;
const MOST_ENDED = 20;

/** A member's own loans, and what may be borrowed; nobody else's data. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'read own loans');
  const search = new URL(request.url).searchParams.get('search')?.trim().slice(0, 60) ?? '';
  const [loans, offers, growOuts, ended] = await Promise.all([
    loansOfMember(db, actor.personId),
    listLendable(db, search, MOST),
    growOutsOfGrower(db, actor.personId),
    growOutsBefore(db, actor.personId, MOST_ENDED),
  ]);
  const came = await lotsOfGrowOuts(
    db,
    ended.map(({ id }) => id),
  );
  const crops = new Map(
    (
      await readCropsById(db, [
        ...new Set([
          ...growOuts.map(({ cropId }) => cropId),
          ...loans.flatMap(({ cropId, outcome }) => (outcome === null ? [cropId] : [])),
        ]),
      ])
    ).map((crop) => [crop.id, crop]),
  );
  const seasonFor = (cropId: string, sowOn: string, home: string) => {
    const { steps, seasons } = seasonOfLine(crops.get(cropId)!, {
      today,
      sowOn,
      home,
      frosts: { last: house.lastFrost, first: house.firstFrost },
      lendingOpens: house.lendingOpens,
    });
    // What the library does with the seed afterwards is not theirs to do.
    return { steps: steps.filter(({ step }) => step !== 'test' && step !== 'lend'), seasons };
  };
  return {
    me: actor.personId,
    today,
    search,
    offers,
    growOuts: growOuts.map((one) => ({
      id: one.id,
      name: `${one.crop} ‘${one.variety}’`,
      code: one.code,
      state: growOutState(one),
      sowOn: one.sowOn ?? one.sowFrom,
      backBy: one.backBy,
      season: seasonFor(one.cropId, one.sowOn ?? one.sowFrom, one.backBy),
    })),
    ended: ended.map(({ id, crop, variety, step, reason, stepOn }) => ({
      id,
      name: `${crop} ‘${variety}’`,
      failed: step === 'failed' ? reason : null,
      on: stepOn!,
      lots: came
        .filter(({ growOutId }) => growOutId === id)
        .map(({ code, amount, unit, seedsPerGram }) => ({ code, seeds: seedsInUnits(amount, unit, seedsPerGram) })),
    })),
    loans: loans.map(({ id, code, crop, cropId, variety, lentOn, dueOn, outcome, failedOn, answer, recalledFor }) => ({
      recalledFor,
      failedOn,
      answer,
      id,
      code,
      crop,
      variety,
      lentOn,
      dueOn,
      outcome,
      late: outcome === null && dueOn < today,
      season:
        outcome === null && dueOn >= today
          ? seasonFor(
              cropId,
              returnBy(lentOn, seasonOf(crops.get(cropId)!), { last: house.lastFrost, first: house.firstFrost }).sowFrom,
              dueOn,
            )
          : null,
    })),
  };
}

export default function Mine({ loaderData: { me, today, search, loans, offers, growOuts, ended } }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="My seed"
        about="What you are growing, what you have borrowed, and what you can borrow next."
        actions={<ButtonLink to={`/people/${me}/data`}>What we keep about you</ButtonLink>}
      />
      {loans
        .filter(({ recalledFor }) => recalledFor !== null)
        .map(({ id, crop, variety, code, recalledFor }) => (
          <Notice key={id} tone="poor">
            {crop} ‘{variety}’ (lot {code}) has been recalled: {recalledFor}. {RECALL_ADVICE}
          </Notice>
        ))}
      {growOuts.length > 0 && (
        <>
          <div className="flex flex-wrap items-baseline justify-between gap-x-6">
            <h2 className="mb-2">Growing for the library</h2>
            <Link className="link inline-flex min-h-11 items-center" to="/tests/calendar">
              In your calendar
            </Link>
          </div>
          <ul aria-label="Growing for the library" className="mb-10">
            {growOuts.map(({ id, name, code, state, sowOn, backBy, season }) => (
              <li key={id} className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2 border-t border-rule py-3">
                <span>
                  <b>{name}</b> <LotCode>{code}</LotCode>
                  <span className="block text-small text-soft">
                    {state === 'offered'
                      ? `Will you grow it? Sow about ${formatDate(sowOn)}, seed back by ${formatDate(backBy)}`
                      : state === 'agreed'
                        ? `You said yes. Collect the seed before ${formatDate(sowOn)}`
                        : `Bring the seed by ${formatDate(backBy)}`}
                  </span>
                </span>
                <span className="flex flex-wrap gap-3">
                  {state === 'handed over' && (
                    <ButtonLink to={`/grow-outs/log?of=${id}`} look="action">
                      Add to the log
                    </ButtonLink>
                  )}
                  <ButtonLink to={`/grow-outs/${id}/sheet`} look={state === 'offered' ? 'action' : 'plain'}>
                    {state === 'offered' ? 'Read and answer' : 'How to grow it'}
                  </ButtonLink>
                </span>
                <div className="w-full">
                  <SeasonRibbon season={season} today={today} label={`When to do what: ${name}`} />
                </div>
              </li>
            ))}
          </ul>
        </>
      )}
      {ended.length > 0 && (
        <>
          <h2 className="mb-2">Grown before</h2>
          <ul aria-label="Grown before" className="mb-10">
            {ended.map(({ id, name, failed, on, lots }) => (
              <li key={id} className="border-t border-rule py-3">
                <b>{name}</b>, {formatDate(on)}
                <span className="block text-small text-soft">
                  {failed === null
                    ? `Thank you. ${lots.map(({ code, seeds }) => `${formatAboutSeeds(seeds)}, now lot ${code}`).join('; ')}`
                    : `It failed: ${failed}. Knowing that helps the next grower`}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <h2 className="mb-2">Borrowed</h2>
      {loans.length === 0 ? (
        <Empty>You have not borrowed anything yet. Choose something below and ask at the desk.</Empty>
      ) : (
        <ul className="mb-10">
          {loans.map((loan) => (
            <li
              key={loan.id}
              id={`loan-${loan.id}`}
              className="scroll-mt-6 flex flex-wrap items-center justify-between gap-x-6 border-t border-rule py-3"
            >
              <span>
                <b>
                  {loan.crop} ‘{loan.variety}’
                </b>{' '}
                <LotCode>{loan.code}</LotCode>
                <span className="block text-small text-soft">
                  Lent {formatDate(loan.lentOn)}; {loan.outcome ?? `bring seed by ${formatDate(loan.dueOn)}`}{' '}
                  {loan.late && !loan.failedOn && <Mark tone="doubt">late: bring what you have, or tell us that it failed</Mark>}
                  {loan.failedOn && (
                    <span className="block">
                      You told us on {formatDate(loan.failedOn)} that it failed.{' '}
                      {loan.answer ? `Our answer: ${loan.answer}` : 'We will answer you.'}
                    </span>
                  )}
                </span>
              </span>
              <span className="flex flex-wrap gap-x-5">
                <Link className="link inline-flex min-h-11 items-center" to={`/loans/${loan.id}/came-up`}>
                  Report how many came up
                </Link>
                {loan.outcome === null && loan.failedOn === null && (
                  <Link className="link inline-flex min-h-11 items-center" to={`/loans/${loan.id}/failed`}>
                    It failed
                  </Link>
                )}
                <Link className="link inline-flex min-h-11 items-center" to={`/s/${loan.code}`}>
                  How to sow and save it
                </Link>
              </span>
              {loan.season && (
                <details className="w-full">
                  <summary className="link inline-flex min-h-11 items-center">When to do what</summary>
                  <SeasonRibbon season={loan.season} today={today} label={`When to do what: ${loan.crop} ‘${loan.variety}’`} />
                </details>
              )}
            </li>
          ))}
        </ul>
      )}
      <h2 className="mt-8 mb-2">Seed you can borrow</h2>
      <SearchForm label="Search" hint="Crop or variety" value={search} />
      {offers.length === 0 ? (
        <Empty>No matching seed is available right now.</Empty>
      ) : (
        <Table caption="Seed you can borrow">
          <thead>
            <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
              <th scope="col">Kind</th>
              <th scope="col">Saving seed is</th>
              <th scope="col">Seed is ready</th>
            </tr>
          </thead>
          <tbody>
            {offers.map((offer) => (
              <tr key={`${offer.crop} ${offer.variety}`}>
                <td>
                  <b>
                    {offer.crop} ‘{offer.variety}’
                  </b>
                </td>
                <td>{offer.ease}</td>
                <td>{offer.lifeCycle === 'annual' ? 'the same year' : 'in the second year'}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  );
}
