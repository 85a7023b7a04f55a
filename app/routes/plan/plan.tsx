import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { Link, useRevalidator } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { useFormKeys } from '#app/ui/useFormKeys.ts';
import { comesTo } from '#core/plan/comesTo.ts';
import { NO_WISHES } from '#core/plan/facts.ts';
import { isMust, optionsOf } from '#core/plan/options.ts';
import { RISK_YEARS } from '#core/risk/lineRisk.ts';
import { yearOf } from '#core/calendar/plainDate.ts';
import type { Units } from '#core/units/formatAmount.ts';
import { findSeasonPlan } from '#data/growouts/seasonPlans.ts';
import { readSeasonFacts, seasonOfPlan } from '#services/growouts/seasonFacts.server.ts';
import {
  asTheyStand,
  carryOutPlan,
  saveSeasonPlan,
  startFrom,
  toPropose,
  type CarryOutProblem,
  type SavePlanProblem,
} from '#services/growouts/seasonPlans.server.ts';
import { chanceWords } from '#words/risk.ts';
import type { Route } from './+types/plan.ts';
import { lineInTheWayWords } from './lineInTheWay.server.ts';
import { PlanLines } from './PlanLines.tsx';
import { PlanVerdict } from './PlanVerdict.tsx';
import { useExplainer, useSeasonPlanner } from './useSeasonPlanner.ts';
import { useStanding } from './useStanding.ts';
import { versionFrom } from './version.server.ts';

// Forms, pictures and dragging come after the words and figures.
const PlanForms = lazy(async () => ({ default: (await import('./PlanForms.tsx')).PlanForms }));
const PlanRibbon = lazy(async () => ({ default: (await import('./PlanRibbon.tsx')).PlanRibbon }));
const PlanMap = lazy(async () => ({ default: (await import('./PlanMap.tsx')).PlanMap }));

export const meta: Route.MetaFunction = () => [{ title: 'Plan of the season · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'plan grow-outs');
  const year = seasonOfPlan(today);
  const asked = versionFrom(request);
  const [newest, opened] = await Promise.all([
    findSeasonPlan(db, year, null),
    asked === null ? undefined : findSeasonPlan(db, year, asked),
  ]);
  const plan = opened ?? newest;
  const { facts, cannot, lost, lines } = await readSeasonFacts(db, house, today, newest?.choices ?? {});
  const start = asTheyStand(facts, startFrom(facts, plan?.choices ?? {}), plan?.wishes ?? NO_WISHES);
  return {
    keys: { save: newFormKey(), carry: newFormKey() },
    facts,
    cannot,
    lost,
    lines,
    until: yearOf(today) + RISK_YEARS,
    newest: newest ? { version: newest.version, savedBy: newest.savedBy } : null,
    opened: opened && opened.version !== newest?.version ? opened.version : null,
    start,
    toPropose: newest ? toPropose(facts, newest.choices).length : 0,
  };
}

function troubleOf(problem: SavePlanProblem | CarryOutProblem, units: Units): Record<string, string[]> {
  switch (problem.code) {
    case 'changed meanwhile':
      return {
        '': ['Someone else saved a version in the meantime. You can see it under Versions. Save again to make yours the next version'],
      };
    case 'nothing planned':
      return { '': ['No lines are planned yet. Plan the season first'] };
    case 'no such plan':
      return { '': ['This version does not exist'] };
    case 'nothing to propose':
      return { '': ['Everything in this plan has already been proposed'] };
    case 'line in the way':
      return { '': [lineInTheWayWords(problem, units)] };
  }
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'plan grow-outs');
  const { intent, give } = formActs(await formOf(request), visit, ['save', 'carry out'], troubleOf);
  return intent === 'save' ? give(saveSeasonPlan, {}, () => '/grow-outs/plan') : give(carryOutPlan, {}, () => '/grow-outs/all');
}

const VIEWS = [
  { view: 'lines', label: 'Lines' },
  { view: 'beds', label: 'Beds over the year' },
  { view: 'map', label: 'Map' },
] as const;

/** A version that is opened is a plan of its own: what was changed of another is left behind. */
export default function SeasonPlanPage(props: Route.ComponentProps) {
  return <Planner key={props.loaderData.opened ?? 'newest'} {...props} />;
}

function Planner({ loaderData, actionData }: Route.ComponentProps) {
  const { facts, cannot, newest, opened, start } = loaderData;
  const plan = useStanding(facts, start);
  const { standing } = plan;
  const { choices, wishes } = standing;
  const [view, setView] = useState<(typeof VIEWS)[number]['view']>('lines');
  const [chosen, setChosen] = useState<number | null>(null);
  const options = useMemo(() => optionsOf(facts, wishes, choices, 'choices'), [facts, wishes, choices]);
  const outcome = useMemo(() => comesTo(options, facts, choices), [options, facts, wishes, choices]);
  const planner = useSeasonPlanner(({ choices: found }) => plan.take(found));
  const { explained, ask } = useExplainer(standing);
  const keys = useFormKeys(loaderData.keys, actionData?.spent, `${newest?.version ?? 0}`);
  const result = actionData?.result ?? null;
  // Whoever moves a line takes over: a planner still at work would put it back.
  const byHand =
    <Args extends readonly unknown[]>(act: (...args: Args) => void) =>
    (...args: Args) => {
      planner.stop();
      act(...args);
    };
  const hands = {
    move: byHand(plan.move),
    pin: byHand(plan.pin),
    force: byHand(plan.force),
    forbid: byHand(plan.forbid),
    leaveOutGarden: byHand(plan.leaveOutGarden),
  };
  const mustBe = facts.lines.some((line) => isMust(line, wishes) && !choices[line.id]);
  const isDone = !planner.running && planner.progress !== null;
  useEffect(() => {
    if (isDone && mustBe) ask({ kind: 'clashes' });
    // Asked once, when planning has ended.
  }, [isDone]);
  const { revalidate } = useRevalidator();
  const isRefused = actionData?.intent === 'save' && result !== null;
  useEffect(() => {
    // Somebody else's version may be the newest now; what is on this page stays.
    if (isRefused) void revalidate();
  }, [isRefused, actionData]);
  const parts = { standing, options, outcome, chosen, onChoose: setChosen, hands, planning: planner.running, explained, ask };
  return (
    <>
      <PageHead
        title={`Plan of season ${facts.year}`}
        about="Which lines to grow out, where, when and how, to save the most for your hours of work."
        actions={
          <>
            {newest && <ButtonLink to="/grow-outs/plan/versions">Versions</ButtonLink>}
            {newest && <ButtonLink to={`/grow-outs/plan/sheet?version=${newest.version}`}>Print plan</ButtonLink>}
            <ButtonLink to="/grow-outs">Grow-outs</ButtonLink>
          </>
        }
      />
      {opened !== null && <Notice tone="doubt">This is version {opened}. If you save it, it becomes the newest version.</Notice>}
      {facts.plots.length === 0 ? (
        <Empty action={<ButtonLink to="/gardens">Add plots to gardens</ButtonLink>}>
          No garden has a plot yet. Add plots with their size, then plan the season.
        </Empty>
      ) : facts.lines.length === 0 ? (
        <Empty action={<ButtonLink to="/grow-outs/risk">Lines at risk</ButtonLink>}>No lines need growing out this season.</Empty>
      ) : (
        <>
          <PlanVerdict
            facts={facts}
            outcome={outcome}
            options={options}
            lost={loaderData.lost}
            lines={loaderData.lines}
            until={loaderData.until}
            planner={planner}
            explained={explained}
            wishes={wishes}
            onPlan={() => {
              plan.begin();
              planner.begin(standing);
            }}
            onUndo={plan.canUndo ? byHand(plan.undo) : null}
            onMore={() => ask({ kind: 'more' })}
          />
          <Suspense>
            <PlanForms
              keys={keys}
              year={facts.year}
              since={newest?.version ?? 0}
              choices={choices}
              wishes={wishes}
              canSave={(plan.isChanged || opened !== null) && !planner.running && Object.keys(choices).length > 0}
              isChanged={plan.isChanged}
              toPropose={newest && !plan.isChanged && opened === null ? loaderData.toPropose : 0}
              acted={actionData ?? null}
            />
          </Suspense>
          <div role="group" aria-label="View" className="mt-8 mb-4 flex flex-wrap gap-2">
            {VIEWS.map((one) => (
              <Button
                key={one.view}
                type="button"
                aria-pressed={view === one.view}
                className="aria-pressed:border-ink aria-pressed:bg-well"
                onClick={() => setView(one.view)}
              >
                {one.label}
              </Button>
            ))}
          </div>
          {view === 'lines' ? (
            <PlanLines {...parts} />
          ) : (
            <Suspense fallback={<p className="text-soft">Loading …</p>}>
              {view === 'beds' ? <PlanRibbon {...parts} /> : <PlanMap {...parts} />}
            </Suspense>
          )}
          <Gardens standing={standing} onLeaveOut={hands.leaveOutGarden} onHome={byHand(plan.setHome)} />
        </>
      )}
      {cannot.length > 0 && (
        <section aria-labelledby="cannot" className="mt-10">
          <h2 id="cannot">At risk, but cannot be grown now</h2>
          <ul className="mt-2 max-w-prose">
            {cannot.map(({ id, name, risk, why }) => (
              <li key={id} className="border-t border-rule py-2">
                <Link className="link" to={`/lines/${id}`}>
                  {name}
                </Link>
                , {chanceWords(risk)} likely to be lost: {CANNOT[why]}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

const CANNOT = {
  'too little lives': 'too little of its seed is alive for a grow-out. It is on the wants list, so ask others for seed',
  'too few seeds': 'it has too few seeds for enough plants. Grow all of it by itself and bring all the seed back',
  'held back': 'its seed is recalled or on hold',
} as const;

function Gardens({
  standing: { facts, wishes },
  onLeaveOut,
  onHome,
}: {
  standing: ReturnType<typeof useStanding>['standing'];
  onLeaveOut: (id: number, on: boolean) => void;
  onHome: (id: number | null) => void;
}) {
  const used = facts.gardens.filter((_, index) => facts.plots.some(({ garden }) => garden === index));
  return (
    <details className="mt-8">
      <summary className="link inline-flex min-h-11 items-center">Gardens of the plan ({used.length})</summary>
      <div className="mt-2 grid gap-x-10 gap-y-4 sm:grid-cols-2">
        <fieldset>
          <legend className="font-semibold">Used this season</legend>
          {used.map(({ id, name, at }) => (
            <label key={id} className="flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                className="size-5"
                checked={!wishes.without.includes(id)}
                onChange={(event) => onLeaveOut(id, !event.currentTarget.checked)}
              />
              <span>
                {name}
                {at === null && (
                  <span className="text-small text-soft">, location unknown: only for lines that need no isolation distance</span>
                )}
              </span>
            </label>
          ))}
        </fieldset>
        <label className="block max-w-xs">
          <span className="font-semibold">Count travel from</span>
          <select
            className="input mt-1"
            value={wishes.home ?? ''}
            onChange={(event) => onHome(event.target.value === '' ? null : Number(event.target.value))}
          >
            <option value="">nowhere (travel does not count)</option>
            {facts.gardens
              .filter(({ at }) => at !== null)
              .map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
          </select>
        </label>
      </div>
    </details>
  );
}
