import { Link } from 'react-router';
import { listCropNames } from '#data/almanac/almanac.ts';
import { listLines } from '#data/lots/lines.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { FilterSelect, Pager, SearchForm, SortHead } from '#app/ui/List.tsx';
import { Mark } from '#app/ui/Mark.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { CLAIM_TONES, CLAIM_WORDS } from '#words/claims.ts';
import { Table } from '#app/ui/Table.tsx';
import { lineQuery } from '#services/tables/queries.server.ts';
import type { Route } from './+types/lines.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Lines · Kind Granary' }];
const SIZE = 50;

export async function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'work');
  const params = new URL(request.url).searchParams;
  const asked = lineQuery(params);
  const page = pageFrom(params);
  const [{ lines, total }, crops] = await Promise.all([
    listLines(db, { ...asked, limit: SIZE, offset: (page - 1) * SIZE }),
    listCropNames(db),
  ]);
  return { lines, total, crops: crops.map(({ id, name }) => ({ value: id, label: name })), ...asked, page };
}

export default function Lines({ loaderData: { lines, total, crops, search, crop, sort, page } }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="Lines"
        about="Every variety, mixture or “offspring of”, with all its lots: how much is left, and whether it depends on only one jar."
      />
      <SearchForm label="Find a line" hint="Name, other name or crop" value={search} table="lines">
        <FilterSelect label="Crop" name="crop" value={crop} options={[{ value: '', label: 'All crops' }, ...crops]} />
      </SearchForm>
      {lines.length === 0 ? (
        <Empty>
          {search || crop
            ? 'No lines match. Clear the crop, or search for part of the name.'
            : 'No lines yet. They are created when you take in seed.'}
        </Empty>
      ) : (
        <Table caption="Lines">
          <thead>
            <tr>
              <SortHead by="name" now={sort}>
                Line
              </SortHead>
              <SortHead by="lots" now={sort} align="right">
                Lots in store
              </SortHead>
              <SortHead by="seeds" now={sort} align="right">
                Seeds, about
              </SortHead>
              <th scope="col" className="px-3 py-2 text-left font-semibold">
                Best promise
              </th>
              <SortHead by="risk" now={sort}>
                At risk
              </SortHead>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <tr key={line.id}>
                <td>
                  <Link className="link font-semibold" to={`/lines/${line.id}`}>
                    ‘{line.name}’
                  </Link>
                  <span className="block text-soft">
                    {line.crop}
                    {line.aim === 'let adapt' && ', allowed to adapt'}
                  </span>
                </td>
                <td className="text-right">{line.lots}</td>
                <td className="text-right">{line.seeds.toLocaleString('en')}</td>
                <td>
                  {line.promise ? <Mark tone={CLAIM_TONES[line.promise]}>{CLAIM_WORDS[line.promise].toLowerCase()}</Mark> : 'none in stock'}
                </td>
                <td>
                  {line.lots === 0
                    ? 'none left'
                    : line.lots === 1
                      ? 'only one jar'
                      : line.gardens <= 1
                        ? 'only one garden'
                        : `${line.gardens} gardens`}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Pager page={page} size={SIZE} total={total} things={total === 1 ? 'line' : 'lines'} />
    </>
  );
}
