import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode, TreatedMark } from '#app/ui/Mark.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import { useFormKeys } from '#app/ui/useFormKeys.ts';
import { treatmentClock } from '#core/bench/treatments.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { formatMoment, formatSpan } from '#core/calendar/formatMoment.ts';
import { mayFollow } from '#core/states/machine.ts';
import { TREATMENT, treatmentState } from '#core/states/states.ts';
import { findTreatments, findWarming } from '#data/bench/treatments.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import {
  openTreated,
  openWarm,
  shutAway,
  takeOut,
  type OpenProblem,
  type ShutProblem,
  type UncloseProblem,
  type WarmProblem,
} from '#services/bench/treatments.server.ts';
import type { Route } from './+types/away.ts';
import { Shut, ShutForm } from './Insects.tsx';
import { TakeOutForm, Warming } from './WarmUp.tsx';
import { TREATMENT_WORDS } from '#words/bench.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Freezer and airtight storage · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { now, today, house } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [treatments, warming] = await Promise.all([findTreatments(db, lot.id), findWarming(db, lot.id)]);
  const when = (at: Date) => formatMoment(at.getTime(), now.getTime(), house.timeZone);
  const shut = treatments.find((one) => mayFollow(TREATMENT, treatmentState(one), 'taken out'));
  return {
    keys: { shut: newFormKey(), open: newFormKey(), take: newFormKey(), warm: newFormKey() },
    lot: { code: lot.code, crop: lot.crop, variety: lot.variety, treated: lot.treated },
    today,
    pests: lot.facts.pests,
    shut: shut ? { ...shut, clock: treatmentClock(shut.kind, shut.since, today) } : null,
    past: treatments.filter(({ openedOn }) => openedOn !== null),
    warming: warming && {
      container: warming.container,
      from: warming.fromCelsius,
      opens: when(warming.opensAt),
      isWarm: now >= warming.opensAt,
      left: formatSpan(warming.opensAt.getTime() - now.getTime()),
    },
  };
}

function troubleOf(
  problem: ShutProblem | OpenProblem | WarmProblem | UncloseProblem,
  when: (iso: string) => string,
): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'not dry':
      return {
        kind: ['This lot is on hold because it is not dry. Damp seed dies in the freezer and spoils in an airtight jar. Dry it first'],
      };
    case 'must stay moist':
      return {
        kind: ['Seed of this crop must stay moist: it dies in the freezer and rots in an airtight jar. Sort out bored seed by hand'],
      };
    case 'shut already':
      return { kind: ['It is already being treated'] };
    case 'to come':
      return { since: ['Enter a time that is not in the future'] };
    case 'still open then':
      return { since: [`It was not in treatment until ${formatDate(problem.until)}`] };
    case 'not shut':
      return { '': ['Someone has already taken it out'] };
    case 'too early':
      return { reason: [`Eggs may still live until ${formatDate(problem.opens)}. Say why you are opening it. The time then starts again`] };
    case 'warms already':
      return { container: ['It is already warming up'] };
    case 'not warming':
      return { '': ['Someone has already opened it'] };
    case 'still cold':
      return { early: [`Water condenses on the seed until ${when(problem.opensAt)}. Tick here to open it anyway`] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { now, house } = visit;
  const { intent, give } = formActs(
    await formOf(request),
    visit,
    ['shut', 'open', 'take', 'warm'],
    (problem: Parameters<typeof troubleOf>[0]) => troubleOf(problem, (iso) => formatMoment(Date.parse(iso), now.getTime(), house.timeZone)),
  );
  const { code } = params;
  switch (intent) {
    case 'shut':
      return give(shutAway, { code });
    case 'open':
      return give(openTreated, { code });
    case 'take':
      return give(takeOut, { code });
    case 'warm':
      return give(openWarm, { code });
  }
}

export type AwayPage = Route.ComponentProps['loaderData'];

export default function Away({ loaderData, actionData }: Route.ComponentProps) {
  const { lot, shut, warming, past } = loaderData;
  const keys = useFormKeys(loaderData.keys, actionData?.spent, lot.code);
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  return (
    <div className="max-w-3xl">
      <PageHead
        title={`${lot.crop} ‘${lot.variety}’: freezer, airtight storage and warm-up`}
        about={
          <span className="flex flex-wrap items-center gap-3">
            <LotCode>{lot.code}</LotCode> <TreatedMark treated={lot.treated} />
          </span>
        }
        actions={<ButtonLink to={`/lots/${lot.code}`}>Back to the lot</ButtonLink>}
      />
      <section aria-label="Treatment against insects" className="mb-10 space-y-5">
        <h2>Treatment against insects</h2>
        {shut ? (
          <Shut key={keys.open} shut={shut} formKey={keys.open} result={resultOf('open')} />
        ) : (
          <ShutForm key={keys.shut} loaded={loaderData} formKey={keys.shut} result={resultOf('shut')} />
        )}
        {past.length > 0 && (
          <ul className="text-small">
            {past.map((one) => (
              <li key={one.id} className="border-t border-rule py-2">
                {TREATMENT_WORDS[one.kind]}, {formatDate(one.since)} to {formatDate(one.openedOn!)}
                {one.early && <b className="text-doubt">, opened early: {one.reason}</b>}
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-label="Out of the cold" className="space-y-5">
        <h2>Out of the cold</h2>
        {warming ? (
          <Warming key={keys.warm} warming={warming} formKey={keys.warm} result={resultOf('warm')} />
        ) : (
          <TakeOutForm key={keys.take} formKey={keys.take} result={resultOf('take')} />
        )}
      </section>
    </div>
  );
}
