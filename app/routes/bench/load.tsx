import { Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode, TreatedMark } from '#app/ui/Mark.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { classes } from '#app/ui/classes.ts';
import { THINGS, type Needs, type Thing, type WeekLoad } from '#core/bench/load.ts';
import { methodsFor } from '#core/bench/methods.ts';
import { formatDate, formatDay } from '#core/calendar/formatDate.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { may } from '#core/people/may.ts';
import { readLoad } from '#services/bench/load.server.ts';
import type { Route } from './+types/load.ts';
import { methodWords } from '#words/bench.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Bench workload · Kind Granary' }];

const WEEKS = 8;

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, house, now, today } = visitBy(context, request, 'work');
  const load = await readLoad(db, house, now, WEEKS);
  return {
    today,
    has: house.bench,
    weeks: load.weeks,
    under: load.under,
    expected: load.expected,
    fromGrowers: load.fromGrowers,
    leads: may(actor.role, 'set house rules'),
    first: load.waiting
      .map(({ code, crop, variety, form, facts, openBy, treated }, index) => ({
        code,
        crop,
        variety,
        treated,
        form,
        openBy,
        method: methodWords(methodsFor(facts, form, house)[0], house.recipes).title,
        week: load.begin[index]!,
      }))
      .sort((one, other) => one.week.localeCompare(other.week) || (one.openBy ?? '9999').localeCompare(other.openBy ?? '9999')),
  };
}

/** What a helper does in one coming, about. */
const HOURS_A_VISIT = 2;
const ONE: Record<Exclude<Thing, 'hours'>, string> = { trays: 'tray', jars: 'jar' };

/** What there is too little of in a week, and what to do about it. */
function advice({ needs, short }: WeekLoad, has: Needs): string[] {
  const missing = (thing: Thing) => Math.ceil(needs[thing] - has[thing]);
  const people = Math.ceil((needs.hours - has.hours) / HOURS_A_VISIT);
  const hours = short.includes('hours')
    ? [`${missing('hours')} h more: ask ${people} ${people === 1 ? 'person' : 'people'} for an afternoon`]
    : [];
  const things = short.flatMap((thing) => {
    if (thing === 'hours') return [];
    return missing(thing) === 1 ? [`1 more ${ONE[thing]}: borrow one`] : [`${missing(thing)} more ${thing}: borrow some`];
  });
  return [...hours, ...things];
}

const span = (week: string) => `${formatDay(week)} to ${formatDay(addDays(week, 6))}`;

export default function Load({ loaderData: { weeks, has, first, under, expected, fromGrowers, leads, today } }: Route.ComponentProps) {
  const tight = weeks.filter(({ short }) => short.length > 0);
  const late = first.filter(({ openBy }) => openBy !== null && openBy < today);
  return (
    <>
      <PageHead
        title="Bench workload"
        about="Work each week compared with your capacity: batches in progress, lots waiting to be cleaned, and expected returns."
        actions={
          <>
            {leads && <ButtonLink to="/settings">Change your capacity</ButtonLink>}
            <ButtonLink to="/bench">Bench</ButtonLink>
          </>
        }
      />
      <div className="mb-8">
        <Reckoning
          tone={late.length > 0 ? 'poor' : tight.length > 0 ? 'doubt' : 'good'}
          question={`The next ${WEEKS} weeks`}
          verdict={
            tight.length === 0
              ? 'There are enough helpers, trays and jars'
              : tight.some(({ short }) => short.includes('hours'))
                ? `Ask people for ${tight.find(({ short }) => short.includes('hours'))!.week === today ? 'this week' : `the week of ${formatDay(tight.find(({ short }) => short.includes('hours'))!.week)}`}`
                : 'There are enough helpers, but not enough trays or jars'
          }
          figure={
            <p>
              {under} in progress, {first.length} {first.length === 1 ? 'lot' : 'lots'} waiting to be cleaned, {expected}{' '}
              {expected === 1 ? 'return is' : 'returns are'} expected{fromGrowers > 0 && ` (${fromGrowers} from growers)`}
              {late.length > 0 && (
                <>
                  ; <b>{late.length} past the date for opening</b>
                </>
              )}
              .
            </p>
          }
          reasons={tight.slice(0, 4).flatMap((week) => advice(week, has).map((one) => `${span(week.week)}: ${one}`))}
          working={
            <p>
              Drying steps use a tray, steps in water use a jar, and the others use helper time, each for its usual number of days. A
              waiting lot is scheduled in the first week with room, before it spoils. Returns are counted as clean seed to sort and dry;
              late returns are spread over the weeks.
            </p>
          }
        />
      </div>
      <Weeks weeks={weeks} has={has} today={today} />
      <h2 className="mt-8 mb-2">Do first</h2>
      {first.length === 0 ? (
        <Empty>No lots waiting to be cleaned.</Empty>
      ) : (
        <Table caption="Lots waiting to be cleaned, in the order to start them">
          <Heads of={['Begin', 'Lot', 'As', 'By', 'Start by']} />
          <tbody>
            {first.map((lot) => (
              <tr key={lot.code}>
                <td className="whitespace-nowrap">{lot.week === today ? 'this week' : `week of ${formatDay(lot.week)}`}</td>
                <td>
                  <Link className="link font-semibold" to={`/lots/${lot.code}/bench`}>
                    {lot.crop} ‘{lot.variety}’
                  </Link>{' '}
                  <LotCode>{lot.code}</LotCode> <TreatedMark treated={lot.treated} />
                </td>
                <td>{lot.form}</td>
                <td>{lot.method.toLowerCase()}</td>
                <td className={classes('whitespace-nowrap', lot.openBy !== null && lot.openBy < today && 'font-semibold text-poor')}>
                  {lot.openBy ? formatDate(lot.openBy) : 'no hurry'}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  );
}

/** Needed against there, week by week: a bar for each thing, with a line where the house's own ends. */
function Weeks({ weeks, has, today }: { weeks: readonly WeekLoad[]; has: Needs; today: Day }) {
  const most = (thing: Thing) => Math.max(has[thing], ...weeks.map(({ needs }) => needs[thing])) * 1.05 || 1;
  return (
    <Table caption="Needed each week, compared with what you have">
      <Heads of={['From', `Trays, of ${has.trays}`, `Jars, of ${has.jars}`, `Hours, of ${has.hours}`]} />
      <tbody>
        {weeks.map(({ week, needs, short }) => (
          <tr key={week}>
            <td className="whitespace-nowrap">{week === today ? 'today' : formatDay(week)}</td>
            {THINGS.map((thing) => (
              <td key={thing} className="w-1/4 min-w-16">
                <span className={classes('block', short.includes(thing) && 'font-semibold text-poor')}>{needs[thing]}</span>
                <span aria-hidden className="relative block h-2 bg-well">
                  <i
                    className={classes('absolute inset-y-0 left-0', short.includes(thing) ? 'bg-poor' : 'bg-good')}
                    style={{ width: `${(needs[thing] / most(thing)) * 100}%` }}
                  />
                  <i className="absolute -inset-y-1 w-0.5 bg-ink" style={{ left: `${(has[thing] / most(thing)) * 100}%` }} />
                </span>
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
