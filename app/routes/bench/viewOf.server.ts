import type { Clock } from '#core/bench/clock.ts';
import { stepsFor, type Practice } from '#core/bench/methods.ts';
import { BY_WEIGHT } from '#core/bench/steps.ts';
import { formatMoment, formatSpan } from '#core/calendar/formatMoment.ts';
import type { Batch } from '#data/bench/batches.ts';
import { clockOfBatch } from '#services/bench/moveOn.server.ts';
import { methodWords, stepWords } from '#words/bench.ts';

/** How a batch stands in one line, and what its clock says. */
export interface BatchView {
  readonly id: number;
  readonly code: string;
  readonly crop: string;
  readonly variety: string;
  readonly treated: 'yes' | 'unknown' | null;
  readonly vessel: string;
  readonly method: string;
  readonly step: string;
  readonly doing: string;
  readonly place: number;
  readonly of: number;
  readonly since: string;
  readonly state: 'hands' | 'weight' | Clock['state'];
  /** What is to be done or waited for, in a few words. */
  readonly next: string;
  /** The usual and the latest hour, in words. */
  readonly hours: string | null;
  readonly clock: { readonly since: number; readonly earliest: number; readonly usual: number; readonly latest: number } | null;
}

/** Batches that want hands first: overdue, ripe, then work that waits, then what runs by itself. */
const URGENCY: Record<BatchView['state'], number> = { overdue: 0, 'past usual': 1, ripe: 2, hands: 3, weight: 4, running: 5 };

export function viewOf(batch: Batch, now: Date, zone: string, practice: Practice): BatchView {
  const steps = stepsFor(batch.method, batch.facts, batch.brought, practice.recipes);
  const at = now.getTime();
  const clock = clockOfBatch(batch, now, practice);
  const { title, doing } = stepWords(batch.step, practice.rules);
  const byWeight = BY_WEIGHT.has(batch.step);
  return {
    id: batch.id,
    code: batch.code,
    crop: batch.crop,
    variety: batch.variety,
    treated: batch.treated,
    vessel: batch.vessel,
    method: methodWords(batch.method, practice.recipes).title,
    step: title,
    doing,
    place: batch.place,
    of: steps.length,
    since: `${formatMoment(batch.since.getTime(), at, zone)}, ${formatSpan(at - batch.since.getTime())} ago`,
    state: clock ? clock.state : byWeight ? 'weight' : 'hands',
    next: clock ? nextWords(clock, at, zone) : byWeight ? 'Weigh it once a day' : 'Waiting for a helper',
    hours: clock && `usually ${formatMoment(clock.usual, at, zone)}, no later than ${formatMoment(clock.latest, at, zone)}`,
    clock: clock && { since: clock.since, earliest: clock.earliest, usual: clock.usual, latest: clock.latest },
  };
}

function nextWords({ state, earliest, latest }: Clock, now: number, zone: string): string {
  const when = (at: number) => formatMoment(at, now, zone);
  switch (state) {
    case 'running':
      return `Ready from ${when(earliest)}`;
    case 'ripe':
      return 'Ready for the next step';
    case 'past usual':
      return `Continue by ${when(latest)}`;
    case 'overdue':
      return `Overdue by ${formatSpan(now - latest)}`;
  }
}

/** Most urgent first; of two alike the one whose clock turns sooner. */
export function mostUrgent(views: readonly BatchView[]): BatchView[] {
  return [...views].sort(
    (one, other) => URGENCY[one.state] - URGENCY[other.state] || (one.clock?.usual ?? 0) - (other.clock?.usual ?? 0) || one.id - other.id,
  );
}
