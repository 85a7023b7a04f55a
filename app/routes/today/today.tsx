import { Link, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { nextTestWords } from '#words/sayings.ts';
import { formatDate, formatDistance, formatWeekday } from '#core/calendar/formatDate.ts';
import { formatMoment } from '#core/calendar/formatMoment.ts';
import { addDays, daysBetween } from '#core/calendar/plainDate.ts';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { may } from '#core/people/may.ts';
import { mostUrgentFirst } from '#core/schedule/dueWork.ts';
import { openGrowOuts, type GrowOutRow } from '#data/growouts/growOuts.ts';
import { countLinesAtRisk } from '#data/growouts/risks.ts';
import type { House } from '#data/house/house.ts';
import { keepersToAsk } from '#data/stock/keepers.ts';
import { readComing, readDue } from '#data/today/today.ts';
import { readRipe, type Ripe } from '#services/today/ripe.server.ts';
import { readGoing, type Going } from '#services/growouts/watch.server.ts';
import { alarmWords } from '#words/season.ts';
import type { Route } from './+types/today.ts';
import { DueList } from './DueList.tsx';
import { Ribbon } from './Ribbon.tsx';
import { stepWords, TREATMENT_WORDS } from '#words/bench.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Today · Kind Granary' }];

const RIBBON_DAYS = 14;
/** A line more likely lost than not is told of here. */
const LIKELY = 0.5;
/** A keeper is asked after copies so long before the day that was agreed. */
const DAYS_TO_ASK = 14;
/** More than a library has under way in a season. */
const MOST_GROW_OUTS = 400;
/** The rest of a kind is behind its count. */
const MOST_SHOWN = 20;

type Due = Awaited<ReturnType<typeof readDue>>;

/** What the bench has for today, as pieces of work. */
function asBenchWork({ batches, done, warm }: Ripe, { now, house }: { now: Date; house: House }) {
  const zone = house.timeZone;
  const named = (lot: { crop: string; variety: string; code: string; treated: 'yes' | 'unknown' | null }) => ({
    kind: 'step' as const,
    to: `/lots/${lot.code}/away`,
    what: `${lot.crop} ‘${lot.variety}’`,
    code: lot.code,
    treated: lot.treated,
    minutes: 5,
  });
  return [
    ...batches.map(({ batch, clock }) => {
      const { title, ifLeft } = stepWords(batch.step, house.rules);
      const latest = formatMoment(clock.latest, now.getTime(), zone);
      return {
        ...named(batch),
        on: dayInZone(new Date(clock.usual), zone),
        to: `/bench/${batch.id}`,
        minutes: 20,
        why:
          clock.state === 'overdue'
            ? `${title} in ${batch.vessel}: overdue since ${latest}. ${ifLeft}`
            : `${title} in ${batch.vessel}: done, or nearly; no later than ${latest}`,
      };
    }),
    ...done.map(({ lot, clock, late }) => ({
      ...named(lot),
      on: late ? clock.sowBy! : clock.sure,
      why: `${TREATMENT_WORDS[lot.kind]}: ${late ? `it should have been out by ${formatDate(clock.sowBy!)}` : `${clock.days} days are enough to be sure`}`,
    })),
    ...warm.map((one) => ({
      ...named(one),
      on: dayInZone(one.opensAt, zone),
      why: `The ${one.container} is as warm as the room: it may be opened`,
    })),
  ];
}

/** Grow-outs that want something: seed to hand over, an answer that has not come, too few plants, seed that is late. */
function asGrowOutWork(going: readonly (GrowOutRow & Going)[], today: Day) {
  return going.flatMap(({ id, crop, variety, code, alarms }) =>
    alarms.length === 0
      ? []
      : [
          {
            kind: 'grow-out' as const,
            on: 'days' in alarms[0]! ? addDays(today, alarms[0].what === 'hand over' ? alarms[0].days : -alarms[0].days) : today,
            to: `/grow-outs/${id}`,
            what: `the grow-out of ${crop} ‘${variety}’`,
            code,
            treated: null,
            minutes: 10,
            why: alarms.map(alarmWords).join('. '),
          },
        ],
  );
}

/** Every piece of work in one list, each with its reason, about how long it takes, and the way to it. */
function asWork(due: Due, today: Day) {
  const late = (on: string) => formatDistance(daysBetween(today, on));
  return [
    ...due.counts.map((one) => ({
      kind: 'count' as const,
      on: one.on,
      to: `/tests/${one.id}`,
      what: `${one.crop} ‘${one.variety}’`,
      code: one.code,
      treated: one.treated,
      minutes: 5,
      why:
        daysBetween(one.laidOn, today) >= one.finalCountDays
          ? `${one.seedsLaid} seeds, laid ${late(one.laidOn)}: its last count was due ${late(addDays(one.laidOn, one.finalCountDays))}`
          : `${one.seedsLaid} seeds on the towel, count due ${late(one.on)}`,
    })),
    ...due.openings.map((one) => ({
      kind: 'open' as const,
      on: one.on,
      to: `/lots/${one.code}`,
      what: `${one.crop} ‘${one.variety}’`,
      code: one.code,
      treated: one.treated,
      minutes: 30,
      why: `${one.form === 'whole fruit' ? 'Whole fruit' : 'Heads or pods'}: to be opened by ${formatDate(one.on)}, or the seed spoils`,
    })),
    ...due.tests.map((one) => ({
      kind: 'test' as const,
      on: one.on,
      to: `/lots/${one.code}/test`,
      what: `${one.crop} ‘${one.variety}’`,
      code: one.code,
      treated: one.treated,
      minutes: 10,
      why: nextTestWords(one.reason),
    })),
    ...due.returns.map((one) => ({
      kind: 'return' as const,
      on: one.on,
      to: `/desk/loans/${one.id}`,
      what: `${one.crop} ‘${one.variety}’`,
      code: one.code,
      treated: one.treated,
      minutes: 5,
      why: `${one.member} has ${one.packets} ${one.packets === 1 ? 'packet' : 'packets'}; seed was expected ${late(one.on)}`,
    })),
    ...due.holds.map((one) => ({
      kind: 'hold' as const,
      on: one.on,
      to: `/lots/${one.code}#holds`,
      what: `${one.crop} ‘${one.variety}’`,
      code: one.code,
      treated: one.treated,
      minutes: 2,
      why: `${one.reason} (since ${formatDate(one.on)})`,
    })),
  ];
}

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, today, now, house } = visitBy(context, request, 'read own loans');
  if (!may(actor.role, 'work')) throw redirect('/mine');
  const [due, coming, ripe, growOuts, atRisk, toAsk] = await Promise.all([
    readDue(db, today),
    readComing(db, today, addDays(today, RIBBON_DAYS - 1)),
    readRipe(db, house, now).then((atBench) => asBenchWork(atBench, { now, house })),
    openGrowOuts(db, MOST_GROW_OUTS).then(async (open) => asGrowOutWork(await readGoing(db, open, house, today), today)),
    countLinesAtRisk(db, LIKELY),
    keepersToAsk(db, addDays(today, DAYS_TO_ASK)),
  ]);
  const totals = {
    step: ripe.length,
    count: due.counts[0]?.total ?? 0,
    test: due.tests[0]?.total ?? 0,
    return: due.returns[0]?.total ?? 0,
    hold: due.holds[0]?.total ?? 0,
    open: due.openings[0]?.total ?? 0,
    'grow-out': growOuts.length,
  };
  const days = Array.from({ length: RIBBON_DAYS }, (_, index) => addDays(today, index));
  return {
    today,
    work: mostUrgentFirst([...ripe, ...asWork(due, today), ...mostUrgentFirst(growOuts, today).slice(0, MOST_SHOWN)], today),
    totals,
    days,
    coming,
    atRisk,
    toAsk,
  };
}

function greeting(total: number): string {
  if (total === 0) return 'Nothing is due. A good day to look along the shelves.';
  return total === 1 ? 'One thing is due.' : `${total} things are due, the most urgent first.`;
}

export default function Today({ loaderData: { today, work, totals, days, coming, atRisk, toAsk } }: Route.ComponentProps) {
  const total = totals.step + totals.count + totals.open + totals.test + totals.return + totals.hold + totals['grow-out'];
  return (
    <>
      <PageHead
        title={formatWeekday(today)}
        about={greeting(total)}
        actions={
          <ButtonLink to="/intake" look="action">
            Take in seed
          </ButtonLink>
        }
      />
      <Ribbon days={days} coming={coming} />
      {atRisk > 0 && (
        <p className="mb-3">
          <Link className="link" to="/grow-outs/risk?sort=risk">
            {atRisk === 1 ? 'One line will probably be lost' : `${atRisk} lines will probably be lost`} within five years
          </Link>{' '}
          unless something is done.
        </p>
      )}
      {toAsk.map(({ place, person, askBy, copies }) => (
        <p key={place} className="mb-3">
          <Link className="link" to="/copies">
            Ask {person} after {copies === 1 ? 'the safety copy' : `${copies} safety copies`} at {place}
          </Link>{' '}
          by {formatDate(askBy)}.
        </p>
      ))}
      {work.length === 0 ? (
        <Empty action={<ButtonLink to="/shelves">Look along the shelves</ButtonLink>}>
          No batch is ripe, no towel wants counting, no fruit wants opening, no test is due, no loan is late, no grow-out wants anything and
          no lot is on hold.
        </Empty>
      ) : (
        <DueList work={work} totals={totals} />
      )}
    </>
  );
}
