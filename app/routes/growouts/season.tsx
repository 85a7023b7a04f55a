import { useState } from 'react';
import { Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { PrintButton } from '#app/ui/PrintButton.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { useUnits } from '#app/ui/units.tsx';
import { formatDate } from '#core/calendar/formatDate.ts';
import { addDays, mondayOf, yearOf } from '#core/calendar/plainDate.ts';
import { medianOf } from '#core/growout/isolation.ts';
import { distanceBy } from '#core/house/rules.ts';
import { metresFrom } from '#core/isolation/gardens.ts';
import { may } from '#core/people/may.ts';
import { formatMetres } from '#core/units/formatAmount.ts';
import { bookingsInYears, plotsOf } from '#data/growouts/places.ts';
import { bloomOf, readBloomYear } from '#services/growouts/bloomYear.server.ts';
import { apartWords, crossedWords } from '#words/apart.ts';
import type { Route } from './+types/season.ts';
import { IsolationMap } from './IsolationMap.tsx';
import { YearBars, type BarRow } from './YearBars.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Map of the season · Kind Granary' }];

/** Less than this of a lot's seed is not worth a line on the map. */
const SHOWN_FROM = 0.001;

/** What flowers where and when in a year, and what is likely to cross; places only of gardens that whoever asks may know. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'work');
  const leads = may(actor.role, 'plan grow-outs');
  const asked = Number(new URL(request.url).searchParams.get('year'));
  const year = Number.isInteger(asked) && asked >= 1990 && asked <= 2100 ? asked : yearOf(addDays(today, DAYS_AHEAD));
  const [all, plots, bookings] = await Promise.all([
    readBloomYear(db, year, house),
    plotsOf(db, null),
    bookingsInYears(db, year, year + 1),
  ]);
  const known = all.gardens.filter(
    ({ point, id }) => point !== null && (leads || all.isOpen(id)) && all.flowering.some((one) => one.gardenId === id),
  );
  const centre = known[0]?.point ?? null;
  const flowering = all.flowering.map((one) => ({ one, apart: one.growOutId === null ? null : all.apartOf(one) }));
  return {
    year,
    gardens: known.map(({ id, name, point }) => ({ id, name, ...metresFrom(centre!, point!) })),
    hidden: all.gardens
      .filter(({ id }) => !known.some((one) => one.id === id) && flowering.some(({ one }) => one.gardenId === id))
      .map(({ name }) => name),
    flowering: flowering.map(({ one, apart }) => {
      const bloom = bloomOf(one);
      return {
        key: one.key,
        growOutId: one.growOutId,
        gardenId: one.gardenId,
        garden: one.garden,
        name: one.growOutId === null ? `${one.crop.name} (${one.what})` : `${one.crop.name} ‘${one.what}’`,
        group: one.crop.group,
        reach: distanceBy(house.rules, one.crop),
        planned: one.planned === 'unknown' ? null : one.planned,
        seen: one.seen,
        bloom: bloom === 'unknown' ? null : bloom,
        share: apart && medianOf(apart.share),
        from: (apart?.arrivals ?? [])
          .filter(({ share }) => share >= SHOWN_FROM)
          .map(
            ({ from, share, metres }) =>
              ({
                key: from.key,
                share,
                metres: leads || (all.isOpen(from.gardenId) && all.isOpen(one.gardenId)) ? metres : 'kept',
              }) as const,
          ),
      };
    }),
    beds: plots
      .filter(({ id }) => bookings.some(({ plotId }) => plotId === id))
      .map(({ id, name, gardenId, squareMetres }) => ({
        id,
        name,
        garden: all.gardens.find((garden) => garden.id === gardenId)!.name,
        squareMetres,
        bookings: bookings.filter(({ plotId }) => plotId === id),
      })),
  };
}

const short = (day: string) => formatDate(day).replace(/ \d{4}$/, '');

/** In autumn the season that is spoken of is the next one. */
const DAYS_AHEAD = 90;

export default function Season({ loaderData: { year, gardens, hidden, flowering, beds } }: Route.ComponentProps) {
  const units = useUnits();
  const weeks = weeksOf(year);
  const [week, setWeek] = useState(() => busiest(weeks, flowering));
  const monday = weeks[week]!;
  const nameOf = (key: string) => flowering.find((one) => one.key === key)?.name ?? '';
  const sorted = [...flowering].sort(
    (one, other) => one.group.localeCompare(other.group) || (one.bloom?.from ?? '').localeCompare(other.bloom?.from ?? ''),
  );
  return (
    <>
      <PageHead
        title={`Season ${year}`}
        about="What flowers where and when, and what is likely to cross."
        actions={
          <>
            <ButtonLink to={`?year=${year - 1}`}>{year - 1}</ButtonLink>
            <ButtonLink to={`?year=${year + 1}`}>{year + 1}</ButtonLink>
            <PrintButton />
            <ButtonLink to="/grow-outs">Grow-outs</ButtonLink>
          </>
        }
      />
      {flowering.length === 0 ? (
        <Empty action={<ButtonLink to="/grow-outs">Look at the grow-outs</ButtonLink>}>
          No grow-outs have a garden for {year} yet. Choose a garden and day for a grow-out, and it appears here.
        </Empty>
      ) : (
        <>
          <section aria-labelledby="map">
            <h2 id="map" className="mb-2">
              Gardens in the week of {formatDate(monday)}
            </h2>
            <label className="no-print mb-3 block max-w-xl">
              <span className="text-small text-soft">Choose a week</span>
              <input
                type="range"
                min={0}
                max={weeks.length - 1}
                value={week}
                onChange={(event) => setWeek(Number(event.currentTarget.value))}
                aria-valuetext={`Week of ${formatDate(monday)}`}
                className="block h-11 w-full accent-grain"
              />
            </label>
            <IsolationMap
              gardens={gardens}
              flowering={flowering.filter(({ bloom }) => bloom !== null && bloom.from <= addDays(monday, 6) && monday <= bloom.to)}
            />
            {hidden.length > 0 && (
              <p className="mt-2 text-small text-soft">Not on the map, because their location is unknown or hidden: {hidden.join(', ')}.</p>
            )}
          </section>
          <section aria-labelledby="ribbon" className="mt-10">
            <h2 id="ribbon" className="mb-2">
              In flower
            </h2>
            <p className="mb-2 max-w-prose text-small text-soft">
              Varieties that can cross are grouped. Hollow: planned; filled: observed; ×: another that crosses with it is in flower too.
            </p>
            <YearBars
              years={[year]}
              rows={sorted.map((one): BarRow => {
                const bars = [
                  ...(one.planned ? [{ ...one.planned, look: 'planned' as const, title: 'planned' }] : []),
                  ...(one.seen ? [{ ...one.seen, look: 'seen' as const, title: 'seen' }] : []),
                ];
                const meets = one.from.flatMap(({ key }) => {
                  const other = flowering.find((two) => two.key === key)?.bloom;
                  if (!other || !one.bloom) return [];
                  const from = one.bloom.from > other.from ? one.bloom.from : other.from;
                  const to = one.bloom.to < other.to ? one.bloom.to : other.to;
                  return from <= to ? [{ from, to }] : [];
                });
                return {
                  key: one.key,
                  label: one.name,
                  about: one.garden,
                  to: one.growOutId === null ? `/gardens/${one.gardenId}` : `/grow-outs/${one.growOutId}`,
                  bars,
                  meets,
                };
              })}
            />
          </section>
          {beds.length > 0 && (
            <section aria-labelledby="beds" className="mt-10">
              <h2 id="beds" className="mb-2">
                Plots over two seasons
              </h2>
              <YearBars
                years={[year, year + 1]}
                rows={beds.map(({ id, name, garden, squareMetres, bookings }) => ({
                  key: String(id),
                  label: name,
                  about: `${garden}, ${squareMetres} m²`,
                  to: null,
                  bars: bookings.map((one) => ({
                    from: one.from,
                    to: one.free,
                    look: 'booked' as const,
                    title: `${one.variety}, ${one.squareMetres} m²`,
                  })),
                  meets: [],
                }))}
              />
            </section>
          )}
          <section aria-labelledby="table" className="mt-10">
            <h2 id="table" className="mb-2">
              Show as a table
            </h2>
            <Table caption={`What flowers in ${year}`}>
              <Heads of={['What', 'Garden', 'In flower', 'Likely crossed', 'With']} />
              <tbody>
                {sorted.map((one) => (
                  <tr key={one.key}>
                    <td>
                      {one.growOutId === null ? (
                        one.name
                      ) : (
                        <Link className="link" to={`/grow-outs/${one.growOutId}`}>
                          {one.name}
                        </Link>
                      )}
                    </td>
                    <td>{one.garden}</td>
                    <td>{one.bloom ? `${short(one.bloom.from)} to ${short(one.bloom.to)}${one.seen ? ', observed' : ''}` : 'Unknown'}</td>
                    <td>{one.share === null ? '–' : <span title={apartWords(one.share).verdict}>{crossedWords(one.share)}</span>}</td>
                    <td>
                      {one.from.length === 0
                        ? '–'
                        : one.from
                            .map(
                              ({ key, share, metres }) =>
                                `${nameOf(key)}: ${crossedWords(share)}${metres === 'unknown' ? ', distance unknown' : metres === 'kept' ? '' : `, ${formatMetres(metres, units)}`}`,
                            )
                            .join('; ')}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </section>
        </>
      )}
    </>
  );
}

/** Mondays of a year. */
function weeksOf(year: number): string[] {
  const weeks: string[] = [];
  for (let monday = mondayOf(`${year}-01-01`); monday <= `${year}-12-31`; monday = addDays(monday, 7)) weeks.push(monday);
  return weeks;
}

/** The week in which most flowers. */
function busiest(
  weeks: readonly string[],
  flowering: readonly { readonly bloom: { readonly from: string; readonly to: string } | null }[],
): number {
  const counts = weeks.map(
    (monday) => flowering.filter(({ bloom }) => bloom !== null && bloom.from <= addDays(monday, 6) && monday <= bloom.to).length,
  );
  return Math.max(0, counts.indexOf(Math.max(...counts)));
}
