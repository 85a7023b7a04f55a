import { Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { FilterSelect, Pager, SearchForm } from '#app/ui/List.tsx';
import { LotCode, Mark, TreatedMark } from '#app/ui/Mark.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { formatDate } from '#core/calendar/formatDate.ts';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import { listEndedBatches, listOpenBatches } from '#data/bench/batches.ts';
import { openQuery } from '#services/tables/queries.server.ts';
import type { Route } from './+types/bench.ts';
import { BenchPicture } from './BenchPicture.tsx';
import { mostUrgent, viewOf, type BatchView } from './viewOf.server.ts';
import type { Tone } from '#words/tone.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Bench · Kind Granary' }];

const PAGE = 40;

export async function loader({ request, context }: Route.LoaderArgs) {
  const { house, now } = visitBy(context, request, 'work');
  const query = new URL(request.url).searchParams;
  const { open: isOpen, search } = openQuery(query);
  const page = pageFrom(query);
  if (!isOpen) {
    const ended = await listEndedBatches(db, { search, limit: PAGE, offset: (page - 1) * PAGE });
    return {
      show: 'ended' as const,
      search,
      page,
      total: ended.total,
      now: now.getTime(),
      open: [],
      ended: ended.batches.map((batch) => ({
        id: batch.id,
        code: batch.code,
        crop: batch.crop,
        variety: batch.variety,
        on: dayInZone(batch.endedAt!, house.timeZone),
        outcome: batch.outcome!,
        words: batch.outcome === 'finished' ? `${batch.typed} of clean seed` : (batch.reason ?? ''),
      })),
    };
  }
  const open = mostUrgent((await listOpenBatches(db, { search })).map((batch) => viewOf(batch, now, house.timeZone, house)));
  return { show: 'open' as const, search, page: 1, total: open.length, now: now.getTime(), open, ended: [] };
}

const TONES: Record<BatchView['state'], Tone> = {
  overdue: 'poor',
  'past usual': 'doubt',
  ripe: 'good',
  hands: 'plain',
  weight: 'frost',
  running: 'frost',
};

function about(open: readonly BatchView[]): string {
  const overdue = open.filter(({ state }) => state === 'overdue').length;
  const ripe = open.filter(({ state }) => state === 'ripe' || state === 'past usual').length;
  if (open.length === 0) return 'Nothing on the bench.';
  return [
    `${open.length} ${open.length === 1 ? 'batch is' : 'batches are'} in progress`,
    overdue > 0 && `${overdue} overdue`,
    ripe > 0 && `${ripe} ready for the next step`,
  ]
    .filter(Boolean)
    .join('; ')
    .concat('.');
}

export default function Bench({ loaderData: { open, ended, show, search, page, total, now } }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="Bench"
        about={show === 'open' ? about(open) : 'Batches that are finished.'}
        actions={
          <>
            <ButtonLink to="/shelves?state=to+be+cleaned">Lots to be cleaned</ButtonLink>
            <ButtonLink to="/bench/load">Workload by week</ButtonLink>
            <ButtonLink to="/bench/reckoner">Calculators</ButtonLink>
            <ButtonLink to="/bench/devices">Devices</ButtonLink>
          </>
        }
      />
      {open.length > 1 && <BenchPicture batches={open} now={now} />}
      <SearchForm label="Find a batch" hint="Variety, crop or lot code" value={search} table="batches">
        <FilterSelect
          label="Show"
          name="show"
          value={show}
          options={[
            { value: 'open', label: 'In progress' },
            { value: 'ended', label: 'Finished' },
          ]}
        />
      </SearchForm>
      {show === 'ended' ? (
        <Finished ended={ended} search={search} />
      ) : open.length === 0 ? (
        <Empty action={<ButtonLink to="/shelves?state=to+be+cleaned">Choose a lot to clean</ButtonLink>}>
          {search ? 'No batches match. Try a variety, crop or lot code.' : 'Start a batch from a lot that needs cleaning or drying.'}
        </Empty>
      ) : (
        <ol className="divide-y divide-rule border-y border-rule">
          {open.map((batch) => (
            <li key={batch.id}>
              <Link to={`/bench/${batch.id}`} className="grid gap-x-4 gap-y-1 py-3 hover:bg-well sm:grid-cols-[1fr_auto]">
                <span className="min-w-0">
                  <b>
                    {batch.crop} ‘{batch.variety}’
                  </b>{' '}
                  <LotCode>{batch.code}</LotCode> <span className="text-soft">in {batch.vessel}</span>{' '}
                  <TreatedMark treated={batch.treated} />
                  <span className="block text-small text-soft">
                    {batch.step}, step {batch.place + 1} of {batch.of}, since {batch.since}
                  </span>
                </span>
                <span className="self-center">
                  <Mark tone={TONES[batch.state]}>{batch.next}</Mark>
                </span>
              </Link>
            </li>
          ))}
        </ol>
      )}
      {show === 'ended' && <Pager page={page} size={PAGE} total={total} things="batches" />}
    </>
  );
}

function Finished({ ended, search }: { ended: Route.ComponentProps['loaderData']['ended']; search: string }) {
  if (ended.length === 0)
    return <Empty>{search ? 'No batches match. Try a variety, crop or lot code.' : 'No finished batches yet.'}</Empty>;
  return (
    <Table caption="Finished batches">
      <Heads of={['Variety', 'Lot', 'Finished', 'How', '']} />
      <tbody>
        {ended.map((batch) => (
          <tr key={batch.id}>
            <td>
              <Link className="link font-semibold" to={`/bench/${batch.id}`}>
                {batch.crop} ‘{batch.variety}’
              </Link>
            </td>
            <td>
              <LotCode>{batch.code}</LotCode>
            </td>
            <td className="whitespace-nowrap">{formatDate(batch.on)}</td>
            <td>{batch.outcome === 'finished' ? 'finished' : 'stopped'}</td>
            <td>{batch.words}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
