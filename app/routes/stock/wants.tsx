import { Download } from 'lucide-react';
import { Link } from 'react-router';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Want } from '#core/stock/wants.ts';
import { formatMoney } from '#core/units/formatAmount.ts';
import { readWants } from '#services/stock/wants.server.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { FilterSelect, Pager, SearchForm } from '#app/ui/List.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { chanceWords } from '#words/risk.ts';
import type { Route } from './+types/wants.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Wants list · Kind Granary' }];

const PAGE = 60;
const ACTS: readonly Want['act'][] = ['ask, swap or order', 'grow out, and ask', 'grow out', 'settle its holds'];
const WHY: Record<Want['why'], string> = {
  'nothing lives': 'None of it is alive',
  'too weak to lend': 'It is too weak to lend, or may be',
  'on hold': 'It is on hold',
  'too little': 'There is too little',
};

export async function loader({ request, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'work');
  const query = new URL(request.url).searchParams;
  const search = query.get('search')?.trim().slice(0, 60) ?? '';
  const act = ACTS.find((one) => one === query.get('act')) ?? '';
  const page = pageFrom(query);
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const found = (await readWants(db, house, today)).filter(
    (want) => (!act || want.act === act) && words.every((word) => `${want.crop} ${want.variety}`.toLowerCase().includes(word)),
  );
  const priced = found.reduce((sum, { price }) => sum + price, 0);
  return {
    search,
    act,
    page,
    total: found.length,
    price: formatMoney(priced, house.prices.currency),
    sooner: found.filter(({ by }) => by <= today).length,
    wants: found
      .slice((page - 1) * PAGE, page * PAGE)
      .map(({ price, ...want }) => ({ ...want, price: price > 0 ? formatMoney(price, house.prices.currency) : null })),
  };
}

export default function Wants({ loaderData: { wants, search, act, page, total, price, sooner } }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="Wants list"
        about={
          total === 0
            ? 'There is enough of every line.'
            : `${total} lines need seed. Ordering it all would cost ${price}.${sooner > 0 ? ` ${sooner} of them need it now.` : ''}`
        }
        actions={
          <>
            <ButtonLink to="/wants.csv" reloadDocument>
              <Download aria-hidden className="size-5" />
              Download CSV
            </ButtonLink>
            <ButtonLink to="/tests/plan">Plan of tests</ButtonLink>
          </>
        }
      />
      <SearchForm label="Find a line" hint="Crop or variety" value={search}>
        <FilterSelect
          label="What to do"
          name="act"
          value={act}
          options={[{ value: '', label: 'Anything' }, ...ACTS.map((value) => ({ value, label: value }))]}
        />
      </SearchForm>
      {wants.length === 0 ? (
        <Empty>
          {search || act ? 'No results. Try another search.' : 'Nothing needed: every line has enough for one grow-out and for lending.'}
        </Empty>
      ) : (
        <Table caption="What each line needs">
          <Heads of={['Line', 'What to do', 'By', 'Needed', 'Why', 'Price']} />
          <tbody>
            {wants.map((want) => (
              <tr key={want.lineId}>
                <td>
                  <Link className="link font-semibold" to={`/lines/${want.lineId}`}>
                    {want.crop} ‘{want.variety}’
                  </Link>
                </td>
                <td>
                  {want.sow !== null && want.act.startsWith('grow out') ? (
                    <Link className="link" to={`/lots/${want.sow}/grow-out`} aria-label={`${want.act}: ${want.crop} ‘${want.variety}’`}>
                      {want.act}
                    </Link>
                  ) : (
                    want.act
                  )}
                </td>
                <td className="whitespace-nowrap">{formatDate(want.by)}</td>
                <td>
                  {want.seeds} seeds, {want.packets} {want.packets === 1 ? 'packet' : 'packets'}
                </td>
                <td>
                  {WHY[want.why]}. We can count on {want.usable} of the {want.target} seeds we aim for
                  {want.usable > 0 && `, and lend ${want.lendable}`}
                  {want.risk !== null && want.risk >= 0.05 && `. Chance of losing it in five years: ${chanceWords(want.risk)}`}
                </td>
                <td className="whitespace-nowrap">{want.price ?? '–'}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Pager page={page} size={PAGE} total={total} things="lines" />
      <p className="mt-6 max-w-prose text-small text-soft">
        We aim for enough seed to grow each line out and to lend to members while the seed is good, at the rate of the last three years.
        Lots that are on hold or may be too weak to lend are not counted.
      </p>
    </>
  );
}
