import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { Button } from '#app/ui/Button.tsx';
import { DateInput } from '#app/ui/DateInput.tsx';
import { classes } from '#app/ui/classes.ts';
import { useUnits } from '#app/ui/units.tsx';
import { formatDate, formatDay } from '#core/calendar/formatDate.ts';
import { METHODS, type Method } from '#core/isolation/barriers.ts';
import { isIsoDate } from '#core/calendar/plainDate.ts';
import type { Choice, LineToPlan } from '#core/plan/facts.ts';
import { sowingDays, usualSowing, waysApart } from '#core/plan/possible.ts';
import { placesFor } from '#core/plan/places.ts';
import { crossedWords } from '#words/apart.ts';
import { chanceWords, remedyPlace, remedyWords } from '#words/risk.ts';
import { alternativeWords, blockWords, changedWords, changeWords, leftOutWords, plotName, waysWords } from '#words/seasonPlan.ts';
import type { PlanParts } from './parts.ts';

const WAYS = METHODS.filter((method) => !['none', 'unknown', 'distance', 'time'].includes(method));

/** One line of the plan: moved by hand, pinned, left out or asked for; why it stands there, or what would let it in. */
export function PlanPanel({
  id,
  named = false,
  standing,
  outcome,
  hands,
  planning,
  explained,
  ask,
}: PlanParts & { id: number; named?: boolean }) {
  const units = useUnits();
  const { facts, wishes, choices } = standing;
  const line = facts.lines.find((one) => one.id === id)!;
  const planned = outcome.lines.find((one) => one.line.id === id);
  const places = useMemo(() => placesFor(facts, wishes, choices, id), [facts, wishes, choices, id]);
  const alternatives = explained.alternatives.get(id);
  const leftOut = explained.leftOut.get(id);
  const isAsked = planned ? alternatives !== undefined : leftOut !== undefined;
  useEffect(() => {
    if (!isAsked && !planning) ask({ kind: planned ? 'alternatives' : 'left out', line: id });
    // The answer holds until the plan is another: then it is asked anew.
  }, [standing, id, planning]);
  const at =
    planned &&
    facts.plots.findIndex(
      ({ id: plot, garden }) => plot === planned.choice.plotId && facts.gardens[garden]!.id === planned.choice.gardenId,
    );
  const choiceAt = (plot: number): Choice => ({
    gardenId: facts.gardens[facts.plots[plot]!.garden]!.id,
    plotId: facts.plots[plot]!.id,
    sowOn: planned?.choice.sowOn ?? sowingDays(line.crop, facts)[0] ?? facts.today,
    methods: planned?.choice.methods ?? waysApart(line.crop)[0]!,
  });
  const isForbidden = wishes.forbidden.includes(id);
  return (
    <div className="border-l-4 border-grain bg-sheet px-4 py-3">
      {named && <h2 className="mb-2">{line.name}</h2>}
      <div className="grid gap-3 sm:grid-cols-3">
        <label className="text-small">
          <span className="block font-semibold">Plot</span>
          <select className="input mt-1" value={at ?? ''} onChange={(event) => hands.move(id, choiceAt(Number(event.target.value)))}>
            {at === undefined && <option value="">Choose a plot</option>}
            {places.map(({ plot, block }) => (
              <option key={plot} value={plot}>
                {plotName(facts, plot)}
                {block === null ? '' : `: ${blockWords(block)}`}
              </option>
            ))}
          </select>
        </label>
        {planned && (
          <>
            <SowOn
              key={planned.choice.sowOn}
              line={line}
              facts={facts}
              sowOn={planned.choice.sowOn}
              onMove={(sowOn) => hands.move(id, { ...planned.choice, sowOn })}
            />
            <label className="text-small">
              <span className="block font-semibold">Isolated by</span>
              <select
                className="input mt-1"
                value={planned.choice.methods.join('+')}
                onChange={(event) =>
                  hands.move(id, {
                    ...planned.choice,
                    methods: event.target.value === '' ? [] : (event.target.value.split('+') as Method[]),
                  })
                }
              >
                {[...new Set(['', ...WAYS, planned.choice.methods.join('+')])].map((ways) => (
                  <option key={ways} value={ways}>
                    {waysWords(ways === '' ? [] : (ways.split('+') as Method[]))}
                  </option>
                ))}
              </select>
            </label>
          </>
        )}
      </div>
      <div className="mt-3 flex flex-wrap gap-2">
        {planned && (
          <Button type="button" aria-pressed={wishes.pinned.includes(id)} onClick={() => hands.pin(id, !wishes.pinned.includes(id))}>
            {wishes.pinned.includes(id) ? 'Unpin' : 'Pin here'}
          </Button>
        )}
        {!line.growOut && (
          <Button type="button" aria-pressed={wishes.forced.includes(id)} onClick={() => hands.force(id, !wishes.forced.includes(id))}>
            {wishes.forced.includes(id) ? 'Growing it is optional' : 'Must be grown'}
          </Button>
        )}
        <Button type="button" aria-pressed={isForbidden} onClick={() => hands.forbid(id, !isForbidden)}>
          {isForbidden ? 'Allow growing it' : 'Leave out'}
        </Button>
      </div>
      <div className="mt-3 max-w-prose">
        {line.cheaper && !line.growOut && (
          <p className="mb-2 text-small">
            <b>
              Less work would be enough:{' '}
              <Link className="link" to={remedyPlace(line.cheaper)}>
                {remedyWords(line.cheaper)}
              </Link>
            </b>
            , about {line.cheaper.hours} h, leaves {chanceWords(line.cheaper.risk)}; growing it leaves {chanceWords(line.grown)}.
          </p>
        )}
        {planned ? (
          <>
            <p className="font-semibold">Why grow it, and why here</p>
            <ul className="mt-1 list-disc space-y-1 pl-5 text-small marker:text-edge">
              <li>
                The chance of losing it falls from {chanceWords(line.risk)} to {chanceWords(line.grown)}
                {line.importance < 1 && ', which counts less because others keep it too'}
                {line.wanted > 0 &&
                  line.packets > 0 &&
                  `; ${Math.min(line.packets, line.wanted)} packets on the wants list will come from it`}
                .
              </li>
              <li>
                {line.plants} plants on {planned.squareMetres} m², about {planned.hours} hours; in flower {formatDate(planned.bloom.from)}{' '}
                to {formatDate(planned.bloom.to)}.
              </li>
              <li>
                {planned.most === null
                  ? 'It hardly crosses, or is allowed to, so nothing has to be kept away from it.'
                  : `${planned.share < 0.001 ? 'Under 0.1\u00a0%' : `About ${crossedWords(planned.share)}`} of its seed is likely to be crossed; its label allows up to ${crossedWords(planned.most)}.`}
                {planned.from.slice(0, 3).map((other) => ` ${crossedWords(other.share)} from ${other.name}.`)}
                {planned.anyway >= 0.0005 && ` ${crossedWords(planned.anyway)} from other plants that flower there anyway.`}
              </li>
              {alternatives?.map((one) => (
                <li key={`${one.other} ${one.choice.gardenId} ${one.choice.plotId} ${one.choice.sowOn} ${one.choice.methods.join()}`}>
                  {alternativeWords(facts, one)}.
                </li>
              ))}
              {!alternatives && <li className="list-none text-soft">Looking for alternatives …</li>}
            </ul>
          </>
        ) : !leftOut ? (
          <p className="text-soft">Planning again to see what would make room …</p>
        ) : (
          <>
            <p className="font-semibold">{leftOutWords(leftOut)}</p>
            {leftOut.changes.length > 0 && (
              <>
                <p className="mt-2 text-small">Any one of these would make room:</p>
                <ul className="mt-1 space-y-2 text-small">
                  {leftOut.changes.map((one) => (
                    <li key={JSON.stringify(one.change)} className="border-t border-rule pt-2">
                      <b>{changeWords(facts, one.change, units)}.</b> {changedWords(facts, one)}{' '}
                      {one.change.kind === 'instead' || one.change.kind === 'sow' ? (
                        <button
                          type="button"
                          className="link"
                          onClick={() => (one.change.kind === 'sow' && one.choice ? hands.move(id, one.choice) : hands.force(id, true))}
                        >
                          {one.change.kind === 'sow' ? 'Use this place' : 'Mark as must be grown'}
                        </button>
                      ) : one.change.kind === 'new plot' ? (
                        <Link className="link" to="/gardens">
                          Gardens
                        </Link>
                      ) : (
                        <Link className="link" to={whereToChange(facts, one.change)}>
                          Change it in Gardens
                        </Link>
                      )}
                    </li>
                  ))}
                </ul>
              </>
            )}
          </>
        )}
        <p className="mt-2 text-small">
          <Link className="link" to={line.growOut ? `/grow-outs/${line.growOut.id}` : `/lines/${id}`}>
            {line.growOut ? 'Open grow-out' : 'The line'}
          </Link>
        </p>
      </div>
    </div>
  );
}

/** The day on which a line is sown, with when it usually is; a day that cannot be stays in the field, with why. */
function SowOn({
  line,
  facts,
  sowOn,
  onMove,
}: {
  line: LineToPlan;
  facts: PlanParts['standing']['facts'];
  sowOn: string;
  onMove: (sowOn: string) => void;
}) {
  const [typed, setTyped] = useState<string>(sowOn);
  const [from, to] = usualSowing(line.crop, facts);
  const isPast = typed !== sowOn && !(isIsoDate(typed) && typed >= facts.today);
  const isUnusual = sowOn < from || sowOn > to;
  const told = isPast
    ? `Choose ${formatDate(facts.today)} or a later day`
    : `Usually sown ${formatDay(from)} to ${formatDay(to)}${isUnusual ? ': it may not ripen' : ''}`;
  return (
    <label className="text-small">
      <span className="block font-semibold">Sow on</span>
      <DateInput
        name="sowOn"
        className="mt-1"
        start={sowOn}
        leaning="future"
        min={facts.today}
        aria-invalid={isPast}
        aria-describedby={`usual-${line.id}`}
        onDay={(day) => {
          setTyped(day);
          if (isIsoDate(day) && day !== sowOn && day >= facts.today) onMove(day);
        }}
      />
      <span id={`usual-${line.id}`} className={classes('mt-1 block', isPast ? 'text-poor' : isUnusual ? 'text-doubt' : 'text-soft')}>
        {told}
      </span>
    </label>
  );
}

/** Where what a change needs is recorded. */
function whereToChange(
  { plots, gardens, growers, anyway }: PlanParts['standing']['facts'],
  change: { readonly kind: string; readonly plot?: number; readonly grower?: number; readonly anyway?: number },
): string {
  if (change.plot !== undefined) return `/gardens/${gardens[plots[change.plot]!.garden]!.id}`;
  if (change.grower !== undefined) return growers[change.grower]!.id === null ? '/gardens' : `/people/${growers[change.grower]!.id}/grower`;
  if (change.anyway !== undefined) return `/gardens/${gardens[anyway[change.anyway]!.garden]!.id}`;
  return '/gardens';
}
