import { planForm, testBenchForm } from '#contracts/tests/testPlan.ts';
import { addDays, addMonths, mondayOf, nextOn } from '#core/calendar/plainDate.ts';
import { usualCheckDays } from '#core/germination/checkDays.ts';
import { spotFor, SPOTS, type Spot } from '#core/germination/layout.ts';
import type { Day, LotId, Seeds } from '#core/kernel/kinds.ts';
import { overbooked, type Overbooked, type PlanBench, type PlanTest } from '#core/schedule/benchPlan.ts';
import { hoursOfTest, planTestOf, standingIn, weekIndex } from '#core/schedule/planTest.ts';
import { testValue, type TestValue } from '#core/schedule/testValue.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import { readHouse, type House } from '#data/house/house.ts';
import {
  listForPlan,
  listStanding,
  nextBenchVersion,
  readTestBench,
  replacePlan,
  saveTestBench,
  type TestBench,
} from '#data/tests/testPlan.ts';
import { command, type Inside } from '#services/command.server.ts';
import { mapInTurns } from '#services/inTurns.server.ts';

export const PLAN_WEEKS = 26;
/** A tenth of fewer seeds says next to nothing: such a lot is grown out instead. */
const FEWEST_SEEDS = 50;

export interface DueForPlan {
  readonly lotId: LotId;
  readonly code: string;
  readonly crop: string;
  readonly variety: string;
  readonly dueOn: Day;
  readonly reason: string | null;
  readonly worth: TestValue;
  readonly test: PlanTest;
  readonly week: string | null;
  readonly pinned: boolean;
}

export interface BenchPlan {
  /** Monday of the first week. */
  readonly start: string;
  readonly opening: string;
  readonly bench: TestBench;
  readonly plan: PlanBench;
  readonly due: readonly DueForPlan[];
  /** Where the plan as it was saved asks more of the bench than it has now. */
  readonly misfit: readonly Overbooked[];
  /** Due, and too few to spend any on a test. */
  readonly tooFew: readonly { readonly code: string; readonly crop: string; readonly variety: string; readonly seeds: Seeds }[];
}

/** What is due in the coming half year, why, what each test is worth, and what the bench has for it. */
export async function readPlan(db: Db, house: House, today: Day): Promise<BenchPlan> {
  const start = mondayOf(today);
  const [bench, lots, standing] = await Promise.all([
    readTestBench(db),
    listForPlan(db, addDays(start, 7 * PLAN_WEEKS - 1), addMonths(today, -12)),
    listStanding(db),
  ]);
  const crops = new Map((await readCropsById(db, [...new Set(lots.map(({ cropId }) => cropId))])).map((crop) => [crop.id, crop]));
  const hoursOf = new Map([...crops.values()].map((crop) => [crop.id, hoursOfTest(crop)]));
  const opening = nextOn(house.lendingOpens, today);
  const seedsOf = (lot: (typeof lots)[number]) => seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram);
  const due = await mapInTurns(
    lots.filter((lot) => seedsOf(lot) >= FEWEST_SEEDS),
    (lot): DueForPlan => {
      const crop = crops.get(lot.cropId)!;
      const worth = testValue({
        mayBeLent: lot.mayBeLent ?? 0.5,
        fullStrength: lot.fullStrength ?? 0.5,
        lent: lot.lent,
        others: lot.others,
        risk: lot.risk ?? 0,
      });
      const { id: lotId, code, variety, dueOn, reason, week } = lot;
      const pinned = lot.pinned ?? false;
      const wanted = {
        dueOn: dueOn!,
        value: worth.value,
        spot: spotFor(crop.celsius),
        finalCount: crop.finalCount,
        hours: hoursOf.get(crop.id)!,
      };
      const test = planTestOf({ ...wanted, pinnedTo: pinned ? week : null }, { start, opening });
      return { lotId, code, crop: lot.crop, variety, dueOn: dueOn!, reason, worth, test, week, pinned };
    },
  );
  const tooFew = lots
    .filter((lot) => seedsOf(lot) < FEWEST_SEEDS)
    .map((lot) => ({ code: lot.code, crop: lot.crop, variety: lot.variety, seeds: seedsOf(lot) }));
  const plan = benchFrom(bench, standing, start);
  const saved = due.map(({ week }) => (week === null ? null : Math.max(0, weekIndex(start, week))));
  return { start, opening, bench, plan, due, tooFew, misfit: overbooked({ tests: due.map(({ test }) => test), bench: plan }, saved) };
}

function benchFrom(bench: TestBench, standing: Awaited<ReturnType<typeof listStanding>>, start: string): PlanBench {
  const none = () => Array.from({ length: PLAN_WEEKS }, () => 0);
  const taken: { towels: Record<Spot, number[]>; hours: number[] } = {
    towels: { warm: none(), room: none(), cool: none() },
    hours: none(),
  };
  for (const { spot, replicates, laidOn, firstCountDays, finalCountDays, checkDays } of standing) {
    const days = checkDays ?? usualCheckDays(firstCountDays, finalCountDays);
    const stands = standingIn({ laidOn, finalCountDays, checkDays: days }, start, PLAN_WEEKS);
    for (const week of stands.weeks) taken.towels[spot][week]! += replicates;
    for (const [week, hours] of stands.hours.entries()) taken.hours[week]! += hours;
  }
  const closed = new Set(bench.closed);
  return {
    weeks: PLAN_WEEKS,
    towels: bench.towels,
    hours: none().map((_, week) => (closed.has(addDays(start, 7 * week)) ? 0 : bench.hours)),
    taken,
  };
}

export type PlanProblemCode = { readonly code: 'changed meanwhile' } | { readonly code: 'no such week'; readonly week: string };

/** Saves a plan for all lots at once; of two people the second is told. A lot that is not due any more, laid or judged anew meanwhile, is left out. */
export const savePlan = command(
  'test plan saved',
  { input: planForm },
  async ({ tx, actor, today, refuse }: Inside<PlanProblemCode>, saved) => {
    const { start, due } = await readPlan(tx, (await readHouse(tx))!, today);
    const weeks = new Set(Array.from({ length: PLAN_WEEKS }, (_, week) => addDays(start, 7 * week)));
    const lots = new Set(due.map(({ lotId }) => lotId));
    for (const { week } of saved.plan) if (!weeks.has(week)) refuse({ code: 'no such week', week });
    const plan = saved.plan.filter(({ lotId }) => lots.has(lotId));
    if (!(await nextBenchVersion(tx, saved.version))) refuse({ code: 'changed meanwhile' });
    await replacePlan(tx, plan, { actKey: saved.key, personId: actor.personId });
    return { answer: { tests: plan.length }, subject: `${plan.length} tests` };
  },
);

/** Says what the testing bench has. */
export const setTestBench = command(
  'test bench set',
  { input: testBenchForm },
  async ({ tx, refuse }: Inside<{ readonly code: 'changed meanwhile' }>, bench) => {
    if (!(await nextBenchVersion(tx, bench.version))) refuse({ code: 'changed meanwhile' });
    const { warm, room, cool, hours, closed } = bench;
    await saveTestBench(tx, { towels: { warm, room, cool }, hours, closed: [...new Set(closed.map(mondayOf))].sort() });
    return { answer: null, subject: `${SPOTS.map((spot) => `${spot} ${bench[spot]}`).join(', ')}, ${hours} h` };
  },
);
