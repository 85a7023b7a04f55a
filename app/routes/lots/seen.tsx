import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { ClaimMark, LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { sureThat } from '#words/claims.ts';
import { EVERYBODYS_PROBLEMS, nobodyWords, percent, shortWords } from '#words/sayings.ts';
import { useFormKeys } from '#app/ui/useFormKeys.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { yearOf } from '#core/calendar/plainDate.ts';
import { may } from '#core/people/may.ts';
import { factsOf } from '#core/promise/judgeLot.ts';
import { mostLeftPossible, plantsToShow } from '#core/promise/evidence.ts';
import { findEvidence } from '#data/lots/evidence.ts';
import { findIncidents } from '#data/lots/incidents.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readPromise } from '#data/lots/promises.ts';
import { findReports } from '#data/lots/reports.ts';
import { findTrials } from '#data/lots/trials.ts';
import { addEvidence, type SeenProblem } from '#services/lots/evidence.server.ts';
import { addIncident } from '#services/lots/incidents.server.ts';
import { addReport, type ReportProblem } from '#services/lots/reports.server.ts';
import { endTrial, setTrial, type TrialProblem } from '#services/lots/trials.server.ts';
import type { Route } from './+types/seen.ts';
import { EvidenceForm, IncidentForm, ReportForm, Trials } from './SeenForms.tsx';
import type { Units } from '#core/units/formatAmount.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Observations · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [evidence, incidents, trials, reports, promise, typed] = await Promise.all([
    findEvidence(db, lot.id),
    findIncidents(db, lot.id),
    findTrials(db, lot.id),
    findReports(db, { lotId: lot.id }),
    readPromise(db, lot.id),
    typedBefore(request, actor),
  ]);
  const [low, high] = lot.facts.crossesShow;
  return {
    lot: { code: lot.code, crop: lot.crop, variety: lot.variety, showsIn: lot.facts.showsIn, shows: [low, high] as const },
    today,
    year: yearOf(today),
    evidence,
    incidents,
    trials,
    reports,
    promise: promise && { promise: promise.promise, chance: promise.chance, stated: factsOf({ passport: lot, aim: lot.aim }).length > 0 },
    typed,
    mayEndTrials: may(actor.role, 'lift doubtful holds'),
    keys: { evidence: newFormKey(), incident: newFormKey(), trial: newFormKey(), endTrial: newFormKey(), report: newFormKey() },
    trialTable: [20, 30, 60, 100, 300].map((plants) => ({ plants, left: mostLeftPossible(plants) })),
    toShow: { twentieth: plantsToShow(0.05), hundredth: plantsToShow(0.01) },
  };
}

type Problem = SeenProblem | TrialProblem | ReportProblem;

function troubleOf(problem: Problem, units: Units): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'before it came in':
      return { seenOn: ['The lot was not here yet on that day. Check the date'] };
    case 'in the future':
      return { seenOn: ['Enter today’s date or an earlier one'] };
    case 'no such count':
      return { '': ['This count does not exist'] };
    case 'corrected already':
      return { '': ['Someone has already corrected this count'] };
    case 'no such trial':
      return { '': ['This trial no longer exists'] };
    case 'ended already':
      return { '': ['Someone has already ended this trial'] };
    case 'same name':
      return { newName: ['This is already its name. Enter another'] };
    case 'short':
      return { '': [shortWords(problem, units)] };
    case 'year to come':
      return { year: ['Enter this year or an earlier one'] };
    case 'nobody of that name':
      return { by: [nobodyWords(problem.near, 'Choose a name from the list, or leave it empty')] };
  }
}

export async function action({ request, params: { code }, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { actor } = visit;
  const { intent, give } = formActs(await formOf(request), visit, ['evidence', 'incident', 'report', 'trial', 'endTrial'], troubleOf);
  switch (intent) {
    case 'evidence':
      return give(addEvidence, { code });
    case 'incident':
      return give(addIncident, { code });
    case 'trial':
      return give(setTrial, { code });
    case 'endTrial':
      if (!may(actor.role, 'lift doubtful holds')) throw data({ permission: 'lift doubtful holds' }, { status: 403 });
      return give(endTrial, { code });
    case 'report':
      return give(addReport, { code });
  }
}

export default function Seen({ loaderData, actionData }: Route.ComponentProps) {
  const { lot, promise } = loaderData;
  const keys = useFormKeys(loaderData.keys, actionData?.spent, lot.code);
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  return (
    <>
      <PageHead
        title={`Observations of ${lot.crop} ‘${lot.variety}’`}
        about={
          <span className="flex flex-wrap items-center gap-3">
            <LotCode>{lot.code}</LotCode>
            {promise && (
              <>
                <ClaimMark promise={promise.promise} />
                {!promise.stated && (
                  <span>
                    {percent(promise.chance)} {sureThat(promise.promise)}
                  </span>
                )}
              </>
            )}
          </span>
        }
        actions={<ButtonLink to={`/lots/${lot.code}`}>Back to the lot</ButtonLink>}
      />
      {actionData?.spent && <Notice tone="good">Saved. We have updated this lot and everything grown from it.</Notice>}
      <div className="grid gap-x-10 gap-y-10 xl:grid-cols-2">
        <div className="min-w-0 space-y-10">
          <section aria-label="Off-types counted">
            <h2 className="mb-2">Off-types counted</h2>
            <p className="mb-3 max-w-prose text-soft">
              Crosses in this crop show in the {lot.showsIn}, {lot.shows[0]} to {lot.shows[1]} % of them. No off-type in 20 plants could
              still mean 14 %. To show less than 1 in 20 you need {loaderData.toShow.twentieth} plants; to show less than 1 in 100,{' '}
              {loaderData.toShow.hundredth}.
            </p>
            <Counts evidence={loaderData.evidence} />
            <EvidenceForm
              key={keys.evidence}
              formKey={keys.evidence}
              result={resultOf('evidence')}
              today={loaderData.today}
              counts={loaderData.evidence}
              typed={loaderData.typed}
            />
          </section>
          <Trials
            key={keys.trial}
            trials={loaderData.trials}
            mayEnd={loaderData.mayEndTrials}
            keys={keys}
            setResult={resultOf('trial')}
            endResult={resultOf('endTrial')}
            table={loaderData.trialTable}
          />
        </div>
        <div className="min-w-0 space-y-10">
          <section aria-label="Mix-ups">
            <h2 className="mb-2">Mix-ups and contamination</h2>
            {loaderData.incidents.length === 0 && <p className="mb-3 text-soft">None recorded.</p>}
            <ul className="mb-3">
              {loaderData.incidents.map((one) => (
                <li key={one.id} className="border-t border-rule py-2">
                  <b>{one.kind === 'mix-up' ? 'Mix-up' : 'Contamination'}</b>, {formatDate(one.happenedOn)}: {one.what}.{' '}
                  {one.discarded
                    ? 'The mixed part was thrown away.'
                    : one.share === null
                      ? 'How much of it is unknown.'
                      : `About ${Math.round(one.share * 100)} % of the lot.`}
                  {one.writtenBy && <span className="text-small text-soft"> {one.writtenBy}</span>}
                </li>
              ))}
            </ul>
            <IncidentForm key={keys.incident} formKey={keys.incident} result={resultOf('incident')} />
          </section>
          <section aria-label="Reports from gardens">
            <h2 className="mb-2">Reports from gardens</h2>
            <Reports reports={loaderData.reports} />
            <ReportForm key={keys.report} formKey={keys.report} result={resultOf('report')} year={loaderData.year} />
          </section>
        </div>
      </div>
    </>
  );
}

function Counts({ evidence }: { evidence: Route.ComponentProps['loaderData']['evidence'] }) {
  if (evidence.length === 0) return <p className="mb-3 text-soft">No counts yet.</p>;
  return (
    <ul className="mb-3">
      {evidence.map((seen) => (
        <li key={seen.id} className="border-t border-rule py-2">
          <span className={seen.correctedBy ? 'text-soft line-through' : 'font-semibold'}>
            {seen.offTypes} off-types among {seen.lookedAt} {seen.seen}
          </span>{' '}
          <span className="text-small text-soft">
            {formatDate(seen.seenOn)}, {seen.source}
            {seen.writtenBy && `, ${seen.writtenBy}`}
            {seen.correctedBy && ', corrected since'}
          </span>
          {seen.note && <p className="text-small">{seen.note}</p>}
        </li>
      ))}
    </ul>
  );
}

function Reports({ reports }: { reports: Route.ComponentProps['loaderData']['reports'] }) {
  if (reports.length === 0) return <p className="mb-3 text-soft">No reports yet.</p>;
  return (
    <ul className="mb-3">
      {reports.map((one) => (
        <li key={one.id} className="border-t border-rule py-2">
          <b>{one.year}</b>
          {one.by && `, ${one.by}`}: {reportWords(one)}
          {one.words && <p className="text-small">{one.words}</p>}
        </li>
      ))}
    </ul>
  );
}

function reportWords(report: {
  trueToType: string | null;
  taste: number | null;
  yield: number | null;
  health: number | null;
  liking: number | null;
}): string {
  const marks = (['taste', 'yield', 'health', 'liking'] as const).flatMap((of) =>
    report[of] === null ? [] : [`${of} ${report[of]} of 5`],
  );
  const came = report.trueToType && { yes: 'true to type', mostly: 'mostly true to type', no: 'not true to type' }[report.trueToType];
  return [came, ...marks].filter(Boolean).join(', ') || 'in words';
}
