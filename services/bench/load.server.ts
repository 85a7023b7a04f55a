import type { Crop } from '#core/almanac/crop.ts';
import { daysOf, inARow, planLoad, type LoadPlan, type Stretch } from '#core/bench/load.ts';
import { methodsFor, ownHours, stepsFor, type Brought, type Method } from '#core/bench/methods.ts';
import { hoursOf, type Step } from '#core/bench/steps.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import { dayInZone, todayOf } from '#core/calendar/dayInZone.ts';
import { readRoomAir } from '#data/bench/air.ts';
import { listOpenBatches, type Batch } from '#data/bench/batches.ts';
import { listExpected, listWaiting } from '#data/bench/toCome.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house/house.ts';

export interface BenchLoad extends LoadPlan {
  readonly under: number;
  readonly expected: number;
  readonly fromGrowers: number;
  readonly waiting: Awaited<ReturnType<typeof listWaiting>>;
}

/** Gel is for seed that its room cannot dry: the plan counts on air. */
const NOT_PLANNED: ReadonlySet<Step> = new Set<Step>(['silica']);
const USUAL_CELSIUS = 20;

/** The bench's load of the weeks to come: what is under way, what waits uncleaned, and what members are to bring back. */
export async function readLoad(db: Db, house: House, now: Date, weeks: number): Promise<BenchLoad> {
  const today = todayOf(now, house);
  const [open, waiting, expected, air] = await Promise.all([
    listOpenBatches(db),
    listWaiting(db),
    listExpected(db, addDays(today, 7 * weeks - 1)),
    readRoomAir(db),
  ]);
  const celsius = air?.celsius ?? USUAL_CELSIUS;
  const stepsOf = (method: Method, crop: Crop, brought: Brought) =>
    stepsFor(method, crop, brought, house.recipes).flatMap((step, place) => {
      const hours = ownHours({ method, place, facts: crop, brought }, house.recipes) ?? hoursOf(step, crop, celsius);
      return NOT_PLANNED.has(step) ? [] : [{ step, place, days: daysOf(step, hours, isLarge(crop)) }];
    });
  const rest = (batch: Batch): readonly Stretch[] => {
    const left = stepsOf(batch.method, batch.facts, batch.brought).filter(({ place }) => place > batch.place);
    const since = dayInZone(batch.since, house.timeZone);
    const now = {
      step: batch.step,
      from: since,
      to: latestOf(today, addDays(since, daysOf(batch.step, hoursOf(batch.step, batch.facts, batch.celsius), isLarge(batch.facts)) - 1)),
    };
    return [now, ...inARow(left, addDays(now.to, 1))];
  };
  const overdue = expected.filter(({ dueOn }) => dueOn < today);
  const late = overdue.map((loan, index) => ({ ...loan, dueOn: addDays(today, Math.floor((7 * weeks * index) / overdue.length)) }));
  const fixed = [
    ...open.flatMap(rest),
    // Members bring seed they have cleaned, by the day they agreed on; late ones may come any day, so they are spread.
    ...[...late, ...expected.filter(({ dueOn }) => dueOn >= today)].flatMap(({ facts, dueOn }) =>
      inARow(stepsOf('as it is', facts, 'clean seed'), dueOn),
    ),
  ];
  const wants = waiting.map(({ facts, form, openBy }) => ({
    steps: stepsOf(methodsFor(facts, form, house)[0], facts, form),
    latest: openBy,
  }));
  return {
    ...planLoad(fixed, wants, house.bench, today, weeks),
    under: open.length,
    expected: expected.length,
    fromGrowers: expected.filter(({ byGrower }) => byGrower).length,
    waiting,
  };
}

const latestOf = (one: string, other: string) => (one > other ? one : other);
/** Seeds of which fewer than twenty weigh a gram dry twice as long. */
const isLarge = ({ seedsPerGram: [low, high] }: Crop) => Math.sqrt(low * high) < 20;
