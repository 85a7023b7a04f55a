import { Link, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { nextTestWords } from '#words/sayings.ts';
import { formatDate, formatDistance, formatWeekday } from '#core/calendar/formatDate.ts';
import { formatMoment } from '#core/calendar/formatMoment.ts';
import { addDays, daysBetween } from '#core/calendar/plainDate.ts';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Alarm } from '#core/growout/watch.ts';
import { may } from '#core/people/may.ts';
import { inBands, mostUrgentFirst, type BandOfWork } from '#core/schedule/dueWork.ts';
import { openGrowOuts, type GrowOutRow } from '#data/growouts/growOuts.ts';
import { countLinesAtRisk } from '#data/growouts/risks.ts';
import type { House } from '#data/house/house.ts';
import { keepersToAsk } from '#data/stock/keepers.ts';
import { listGiftsToTell, listToAnswer, listToCall, type GiftToTell, type ToAnswer, type ToCall } from '#data/desk/toTell.ts';
import { batchesBegunBy, readComing, readDue, type ComingDay } from '#data/today/today.ts';
import { readRipe, type Ripe } from '#services/today/ripe.server.ts';
import { countLabelsToReplace } from '#services/lots/labels.server.ts';
import { readGoing, type Going } from '#services/growouts/watch.server.ts';
import { readOnPlants, type OnPlants } from '#services/today/onPlants.server.ts';
import { alarmWords, fruitWords } from '#words/season.ts';
import type { Route } from './+types/today.ts';
import { readLastBackup } from '#data/people/handover.ts';
import { backupTrouble } from '#words/backup.ts';
import { readFirstHour, type FirstHour } from '#data/today/firstHour.ts';
import { FirstHour as FirstHourList } from './FirstHour.tsx';
import { WorkBand } from './DueList.tsx';
import { Ribbon } from './Ribbon.tsx';
import { stepWords, TREATMENT_WORDS } from '#words/bench.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Today · Kind Granary' }];

const RIBBON_DAYS = 14;
/** More lots than a newcomer takes in during the first days. */
const NEW_LOTS = 10;
/** A line more likely lost than not is told of here. */
const LIKELY = 0.5;
/** A keeper is asked after copies so long before the day that was agreed. */
const DAYS_TO_ASK = 14;
/** More than a library has under way in a season. */
const MOST_GROW_OUTS = 400;
/** The rest of a kind is behind its count. */
const MOST_SHOWN = 20;

/** A batch that keeps longer than this can wait for the weekend. */
const DAYS_AT_ONCE = 3;

/** What a garden cannot wait for. */
const LOST_IF_LEFT: ReadonlySet<Alarm['what']> = new Set(['too few', 'in danger']);

type Due = Awaited<ReturnType<typeof readDue>>;

/** What the bench has for today, as pieces of work. */
function asBenchWork({ batches, done, warm }: Ripe, { now, house }: { now: Date; house: House }) {
  const zone = house.timeZone;
  const named = (lot: { crop: string; variety: string; code: string; treated: 'yes' | 'unknown' | null }) => ({
    kind: 'step' as const,
    to: `/lots/${lot.code}/away`,
    what: `${lot.crop} ‘${lot.variety}’`,
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
        spoils: daysBetween(dayInZone(now, zone), dayInZone(new Date(clock.latest), zone)) <= DAYS_AT_ONCE,
        why:
          clock.state === 'overdue'
            ? `${title} in ${batch.vessel}: overdue since ${latest}. ${ifLeft}`
            : `${title} in ${batch.vessel}: no later than ${latest}`,
      };
    }),
    ...done.map(({ lot, clock, late }) => ({
      ...named(lot),
      on: late ? clock.sowBy! : clock.sure,
      why: `${TREATMENT_WORDS[lot.kind]}: ${late ? `it should have come out by ${formatDate(clock.sowBy!)}` : `${clock.days} days are enough`}`,
    })),
    ...warm.map((one) => ({
      ...named(one),
      on: dayInZone(one.opensAt, zone),
      why: `The ${one.container} has warmed up: ready to open`,
    })),
  ];
}

/** Grow-outs that want something: seed to hand over, an answer that has not come, too few plants, seed that is late. */
function asGrowOutWork(going: readonly (GrowOutRow & Going)[], today: Day) {
  return going.flatMap(({ id, crop, variety, alarms: all }) => {
    const alarms = all.filter(({ what }) => what !== 'fruit ripens');
    return alarms.length === 0
      ? []
      : [
          {
            kind: 'grow-out' as const,
            on: 'days' in alarms[0]! ? addDays(today, alarms[0].what === 'hand over' ? alarms[0].days : -alarms[0].days) : today,
            to: `/grow-outs/${id}`,
            what: `${crop} ‘${variety}’`,
            treated: null,
            minutes: 10,
            why: `Grow-out: ${alarms
              .map(alarmWords)
              .join('. ')
              .replace(/^[A-Z]/, (letter) => letter.toLowerCase())}`,
            spoils: alarms.some(({ what }) => LOST_IF_LEFT.has(what)),
          },
        ];
  });
}

/** Fruit on the plant, counted down until its seed is ripe. */
const asFruitWork = ({ what, to, fruit }: OnPlants, today: Day) => ({
  kind: 'fruit' as const,
  on: fruit.ripeFrom,
  to,
  what: `${what}: ripe ${fruit.ripeFrom <= today ? 'by now' : formatDistance(daysBetween(today, fruit.ripeFrom))}`,
  treated: null,
  minutes: 5,
  why: fruitWords(fruit),
});

/** A keeper to be asked how the copies are. */
const asAsking = ({ place, person, askBy, copies }: Awaited<ReturnType<typeof keepersToAsk>>[number]) => ({
  kind: 'copy' as const,
  on: askBy,
  to: '/copies',
  what: `${person} about ${copies === 1 ? 'a safety copy' : `${copies} safety copies`}`,
  treated: null,
  minutes: 10,
  why: `At ${place}; agreed by ${formatDate(askBy)}`,
});

/** Lines that will probably be lost. */
const asRisk = (lines: number, today: Day) => ({
  kind: 'risk' as const,
  on: today,
  to: '/grow-outs/risk?sort=risk',
  what: lines === 1 ? 'the line likely to be lost in five years' : `the ${lines} lines likely to be lost in five years`,
  treated: null,
  minutes: 30,
  why: null,
});

/** Labels that promise something else than is true now, or too little of a hazard. */
const asLabels = (lots: number, today: Day) => ({
  kind: 'label' as const,
  on: today,
  to: '/labels',
  what: lots === 1 ? 'the labels of 1 lot: no longer true' : `the labels of ${lots} lots: no longer true`,
  treated: null,
  minutes: 5 * lots,
  why: null,
});

/** Members who have packets of recalled seed. */
const asCall = (one: ToCall) => ({
  kind: 'call' as const,
  on: one.since,
  to: `/lots/${one.code}/recall`,
  what: `${one.member} about ${one.crop} ‘${one.variety}’`,
  treated: null,
  minutes: 5,
  why: `Recalled: ${one.reason}${one.phone ? `. Phone ${one.phone}` : ''}`,
});

/** Who was given seed that is recalled. */
const asWarning = (one: GiftToTell) => ({
  kind: 'call' as const,
  on: one.since,
  to: `/lots/${one.code}/recall`,
  what: `${one.receiver} about ${one.crop} ‘${one.variety}’`,
  treated: null,
  minutes: 5,
  why: `Recalled: ${one.reason}. ${one.isLibrary ? 'Send them the recall file' : 'It was given away'}`,
});

/** Members who said that their crop failed. */
const asAnswer = (one: ToAnswer) => ({
  kind: 'answer' as const,
  on: one.toldOn,
  to: `/desk/loans/${one.id}`,
  what: `${one.member} about ${one.crop} ‘${one.variety}’`,
  treated: null,
  minutes: 5,
  why: `Says the crop failed${one.note ? `: ${one.note}` : ''}`,
});

/** Every piece of work in one list, each with its reason, about how long it takes, and the way to it. */
function asWork(due: Due, today: Day) {
  const late = (on: string) => formatDistance(daysBetween(today, on));
  return [
    ...due.counts.map((one) => ({
      kind: 'count' as const,
      on: one.on,
      to: `/tests/${one.id}`,
      what: `${one.crop} ‘${one.variety}’`,
      treated: one.treated,
      minutes: 5,
      why:
        daysBetween(one.laidOn, today) >= one.finalCountDays
          ? `${one.seedsLaid} seeds: the last count was due ${late(addDays(one.laidOn, one.finalCountDays))}`
          : `${one.seedsLaid} seeds: count due ${late(one.on)}`,
    })),
    ...due.openings.map((one) => ({
      kind: 'open' as const,
      on: one.on,
      to: `/lots/${one.code}`,
      what: `${one.crop} ‘${one.variety}’`,
      treated: one.treated,
      minutes: 30,
      why: `${one.form === 'whole fruit' ? 'Whole fruit' : 'Heads or pods'}: open by ${formatDate(one.on)}, or the seed spoils`,
    })),
    ...due.tests.map((one) => ({
      kind: 'test' as const,
      on: one.on,
      to: `/lots/${one.code}/test`,
      what: `${one.crop} ‘${one.variety}’`,
      treated: one.treated,
      minutes: 10,
      why: nextTestWords(one.reason),
    })),
    ...due.returns.map((one) => ({
      kind: 'return' as const,
      on: one.on,
      to: `/desk/loans/${one.id}`,
      what: `${one.crop} ‘${one.variety}’`,
      treated: one.treated,
      minutes: 5,
      why: `${one.member} has ${one.packets} ${one.packets === 1 ? 'packet' : 'packets'}; seed was due back ${late(one.on)}`,
    })),
    ...due.holds.map((one) => ({
      kind: 'hold' as const,
      on: one.on,
      to: `/lots/${one.code}#holds`,
      what: `${one.crop} ‘${one.variety}’`,
      treated: one.treated,
      minutes: 2,
      why: `${one.reason} (since ${formatDate(one.on)})`,
    })),
  ];
}

/** How many of some days fall on each day of the ribbon. */
const perDay = (kind: ComingDay['kind'], fallOn: readonly Day[], days: readonly Day[]): ComingDay[] =>
  days.flatMap((on) => {
    const count = fallOn.filter((day) => day === on).length;
    return count === 0 ? [] : [{ on, kind, count }];
  });

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, today, now, house } = visitBy(context, request, 'read own loans');
  if (!may(actor.role, 'work')) throw redirect('/mine');
  const mine = new URL(request.url).searchParams.get('whose') === 'mine';
  const days = Array.from({ length: RIBBON_DAYS }, (_, index) => addDays(today, index));
  const [due, coming, ripe, begun, open, atRisk, toAsk, firstHour, labels, calls, gifts, answers, backup] = await Promise.all([
    readDue(db, today, mine ? actor.personId : null),
    readComing(db, today, days.at(-1)!),
    readRipe(db, house, now),
    mine ? batchesBegunBy(db, actor.personId) : null,
    openGrowOuts(db, MOST_GROW_OUTS).then((growOuts) => readGoing(db, growOuts, house, today)),
    countLinesAtRisk(db, LIKELY),
    keepersToAsk(db, addDays(today, DAYS_TO_ASK)),
    may(actor.role, 'set house rules') ? readFirstHour(db) : null,
    mine ? 0 : countLabelsToReplace(db),
    mine ? [] : listToCall(db, MOST_SHOWN),
    mine ? [] : listGiftsToTell(db, MOST_SHOWN),
    mine ? [] : listToAnswer(db, MOST_SHOWN),
    // Nobody misses the practice library.
    may(actor.role, 'manage people') && process.env['SAMPLE_DATA'] !== 'yes' ? readLastBackup(db) : undefined,
  ]);
  const isYoung = firstHour !== null && isNew(firstHour);
  const own: Ripe =
    begun === null ? ripe : { ...ripe, batches: ripe.batches.filter(({ batch }) => begun.has(batch.id)), done: [], warm: [] };
  const atBench = asBenchWork(own, { now, house });
  const grown = mine ? open.filter(({ growerId }) => growerId === actor.personId) : open;
  const growOuts = asGrowOutWork(grown, today);
  const fruit = (await readOnPlants(db, grown, mine ? actor.personId : null)).map((one) => asFruitWork(one, today));
  const copies = mine ? [] : toAsk.map(asAsking);
  const risk = mine || atRisk === 0 ? [] : [asRisk(atRisk, today)];
  const relabel = labels === 0 ? [] : [asLabels(labels, today)];
  const work = mostUrgentFirst(
    [
      ...atBench,
      ...asWork(due, today),
      ...mostUrgentFirst(growOuts, today).slice(0, MOST_SHOWN),
      ...mostUrgentFirst(fruit, today).slice(0, MOST_SHOWN),
      ...copies,
      ...risk,
      ...relabel,
      ...calls.map(asCall),
      ...gifts.map(asWarning),
      ...answers.map(asAnswer),
    ],
    today,
  );
  const totals = {
    step: atBench.length,
    count: due.counts[0]?.total ?? 0,
    test: due.tests[0]?.total ?? 0,
    return: due.returns[0]?.total ?? 0,
    hold: due.holds[0]?.total ?? 0,
    open: due.openings[0]?.total ?? 0,
    'grow-out': growOuts.length,
    fruit: fruit.length,
    copy: copies.length,
    risk: risk.length,
    label: relabel.length,
    call: (calls[0]?.total ?? 0) + (gifts[0]?.total ?? 0),
    answer: answers[0]?.total ?? 0,
  };
  return {
    today,
    firstHour: isYoung ? firstHour : null,
    unsaved: backup === undefined || isYoung ? null : backupTrouble(backup && dayInZone(backup.at, house.timeZone), today),
    mine,
    bands: inBands(work, totals, today),
    days,
    coming: [
      ...coming,
      ...perDay('step', ripe.soon, days),
      ...perDay(
        'sow',
        open.flatMap(({ sowOn, sowFrom, season }) => (season.sownOn === null ? [sowOn ?? sowFrom] : [])),
        days,
      ),
      ...perDay(
        'home',
        open.map(({ backBy }) => backBy),
        days,
      ),
    ],
  };
}

/** A library with a handful of lots, of which something is still to be set up. */
const isNew = ({ lots, newest: _newest, ...steps }: FirstHour): boolean => lots <= NEW_LOTS && !Object.values(steps).every(Boolean);

function greeting(bands: readonly BandOfWork<unknown>[], mine: boolean): string {
  const now = bands.find(({ band }) => band === 'now')?.rows.reduce((sum, { total }) => sum + total, 0) ?? 0;
  if (bands.length === 0) return mine ? 'Nothing you started is due.' : 'Nothing is due today.';
  if (now === 0) return 'Nothing is urgent.';
  return now === 1 ? 'One thing to do now.' : `${now} things to do now.`;
}

export default function Today({ loaderData: { today, firstHour, unsaved, mine, bands, days, coming } }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title={formatWeekday(today)}
        about={greeting(bands, mine)}
        actions={
          <>
            <ButtonLink to={mine ? '/' : '/?whose=mine'}>{mine ? 'Show everybody’s work' : 'Show only my work'}</ButtonLink>
            <ButtonLink to="/intake" look="action">
              Take in seed
            </ButtonLink>
          </>
        }
      />
      {unsaved && (
        <Notice tone="doubt">
          {unsaved}{' '}
          <Link className="underline" to="/settings/handover">
            See the handover
          </Link>
        </Notice>
      )}
      {firstHour && <FirstHourList steps={firstHour} />}
      <Ribbon days={days} coming={coming} />
      {bands.length === 0 ? (
        <Empty action={<ButtonLink to="/shelves">Go to Shelves</ButtonLink>}>
          {mine
            ? 'Work that you started appears here when it is due: batches, germination tests, loans and holds.'
            : 'Work appears here when it is due: batches, germination tests, fruit to open, late loans, grow-outs and holds.'}
        </Empty>
      ) : (
        <div className="grid gap-x-10 lg:grid-cols-2 lg:grid-rows-[auto_1fr]">
          {bands.map((band) => (
            <WorkBand
              key={band.band}
              band={band}
              className={band.band === 'this week' ? 'lg:col-start-2 lg:row-span-2 lg:row-start-1' : undefined}
            />
          ))}
        </div>
      )}
    </>
  );
}
