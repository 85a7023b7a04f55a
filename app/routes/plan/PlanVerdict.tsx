import { Button } from '#app/ui/Button.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { useUnits } from '#app/ui/units.tsx';
import type { PlanOutcome } from '#core/plan/comesTo.ts';
import type { SeasonFacts, Wishes } from '#core/plan/facts.ts';
import type { SeasonOptions } from '#core/plan/options.ts';
import { linesWords } from '#words/risk.ts';
import { changeWords, faultWords, gapWords, worthWords } from '#words/seasonPlan.ts';
import type { Explained, useSeasonPlanner } from './useSeasonPlanner.ts';

/** Worths this near are of one plan. */
const SAME = 1e-6;

/** What the plan comes to, in a sentence; how far it may be from the best; and what to do next. */
export function PlanVerdict({
  facts,
  outcome,
  options,
  lost,
  lines,
  until,
  planner: { running, progress, stop },
  explained,
  wishes,
  onPlan,
  onUndo,
  onMore,
}: {
  facts: SeasonFacts;
  outcome: PlanOutcome;
  options: SeasonOptions;
  lost: number;
  lines: number;
  until: number;
  planner: ReturnType<typeof useSeasonPlanner>;
  explained: Explained;
  wishes: Wishes;
  onPlan: () => void;
  onUndo: (() => void) | null;
  onMore: () => void;
}) {
  const units = useUnits();
  const planned = outcome.lines.filter(({ line }) => line.growOut?.state !== 'sown');
  const open = facts.lines.filter(({ growOut }) => growOut?.state !== 'sown');
  const nameOf = (id: number) => facts.lines.find((line) => line.id === id)?.name ?? '';
  const lineOf = (option: number) => facts.lines[options.ways[option]!.line]!;
  const clashes = (explained.clashes ?? []).map(({ id, with: others }) =>
    others.length === 0
      ? `${nameOf(id)} must be grown, but no place suits it even if nothing else is grown`
      : `${nameOf(id)} must be grown, but these wishes leave no place for it: ${others
          .map(({ wish, id: other }) =>
            wish === 'without'
              ? `${facts.gardens.find((garden) => garden.id === other)?.name} left out`
              : wish === 'pinned'
                ? `${nameOf(other)} pinned in its place`
                : `${nameOf(other)} grown too`,
          )
          .join('; ')}. Drop any one of them`,
  );
  const faults = outcome.faults.map((fault) => faultWords(facts, fault, lineOf));
  const hopeless = planned.filter(({ line }) => line.promiseLost).map(({ line }) => line.name);
  // What was changed by hand since is not what the planner's bound speaks of.
  const isOfPlanner = running || (progress !== null && Math.abs(progress.worth - outcome.worth) < SAME);
  const sown = outcome.lines.length - planned.length;
  return (
    <Reckoning
      tone={faults.length > 0 || clashes.length > 0 ? 'poor' : planned.length === 0 ? 'plain' : 'good'}
      question={`${lines} lines. Without grow-outs about ${linesWords(lost)} of them will be lost by ${until}`}
      verdict={
        planned.length === 0 ? 'Nothing planned yet' : `With this plan about ${linesWords(Math.max(0, lost - outcome.saved))} will be lost`
      }
      figure={
        <p role="status">
          {planned.length} of {open.length} lines grown
          {planned.length > 0 && `, about ${Math.round(outcome.hours)} hours of work`}
          {sown > 0 && `; ${sown === 1 ? 'one more is already sown' : `${sown} more are already sown`}`}.{' '}
          {progress && isOfPlanner && gapWords(progress.worth, progress.bound, running)}
        </p>
      }
      reasons={[
        ...faults,
        ...clashes,
        ...(hopeless.length > 0
          ? [
              `${hopeless.join(', ')}: the seed to sow may already be mixed, so it cannot be guaranteed true to type. The plan limits further crossing to 1\u00a0%`,
            ]
          : []),
        ...(explained.more ?? []).map(
          (one) => `${changeWords(facts, one.change, units)}: the plan would be worth ${worthWords(one.worth)} more`,
        ),
        ...(explained.more?.length === 0 ? ['No single extra cage, hour, line or plot would improve the plan'] : []),
      ]}
      actions={
        <>
          {running ? (
            <Button type="button" onClick={stop}>
              Stop and keep this plan
            </Button>
          ) : (
            <Button type="button" look={planned.length === 0 ? 'action' : 'plain'} onClick={onPlan}>
              {planned.length === 0 ? 'Plan the season' : 'Plan again with few changes'}
            </Button>
          )}
          {onUndo && !running && (
            <Button type="button" onClick={onUndo}>
              Undo the last change
            </Button>
          )}
          {planned.length > 0 && !running && explained.more === null && (
            <Button type="button" look="quiet" disabled={explained.asking} onClick={onMore}>
              {explained.asking ? 'Looking …' : 'What would help most?'}
            </Button>
          )}
        </>
      }
      working={
        <>
          <p>
            Value of a plan: for each line, the fall in its chance of loss times its weight (a line certainly saved counts 1), plus{' '}
            {facts.growing.worthOfPacket} for each packet on the wants list, minus {facts.growing.worthOfHour} for each hour of work
            {wishes.home !== null && ` and ${facts.growing.worthOfWay} for every ten kilometres`}. An offered or agreed grow-out moves only
            for a gain above {facts.growing.worthOfAsked}, a planned one above {facts.growing.worthOfPlanned}. Change these in Settings,
            Growing and risk.
          </p>
          <p>
            Constraints: beds, cages, growers’ lines and hours, and pollen. Pollen from everything that flowers at the same time adds up,
            and each line stays within what its label allows with 80 % probability. This plan is worth {worthWords(outcome.worth)}
            {progress && isOfPlanner && Number.isFinite(progress.bound) && `; upper bound for any plan: ${worthWords(progress.bound)}`}.
          </p>
        </>
      }
    />
  );
}
