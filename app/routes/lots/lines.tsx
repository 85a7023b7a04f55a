import { Link } from 'react-router';
import { listCropNames } from '#data/almanac/almanac.ts';
import { LINE_SORTS, listLines } from '#data/lots/lines.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { FilterSelect, Pager, SearchForm, SortHead } from '#app/ui/List.tsx';
import { Mark } from '#app/ui/Mark.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { CLAIM_TONES, CLAIM_WORDS } from '#words/claims.ts';
import { Table } from '#app/ui/Table.tsx';
import type { Route } from './+types/lines.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Lines · Kind Granary' }];
const SIZE = 50;

export async function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'work');
  const params = new URL(request.url).searchParams;
  const search = (params.get('search') ?? '').slice(0, 100);
  const crop = params.get('crop') ?? '';
  const sort = LINE_SORTS.find((one) => one === params.get('sort')) ?? 'name';
  const page = pageFrom(params);
  const [{ lines, total }, crops] = await Promise.all([
    listLines(db, { search, crop, sort, limit: SIZE, offset: (page - 1) * SIZE }),
    listCropNames(db),
  ]);
  return { lines, total, crops: crops.map(({ id, name }) => ({ value: id, label: name })), search, crop, sort, page };
}

export default function Lines({ loaderData: { lines, total, crops, search, crop, sort, page } }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="Lines"
        about="Every variety, mixture or “offspring of”, across all its lots: what is left of it, and whether it hangs by one jar."
      />
      <SearchForm label="Find a line" hint="Its name, another name, or the crop" value={search}>
        <FilterSelect label="Crop" name="crop" value={crop} options={[{ value: '', label: 'All crops' }, ...crops]} />
      </SearchForm>
      {lines.length === 0 ? (
        <Empty>{search || crop ? 'No line fits all of that.' : 'Lines come with the first lots that are taken in.'}</Empty>
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
                Hangs by
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
                    {line.aim === 'let adapt' && ', let adapt'}
                  </span>
                </td>
                <td className="text-right">{line.lots}</td>
                <td className="text-right">{line.seeds.toLocaleString('en')}</td>
                <td>
                  {line.promise ? (
                    <Mark tone={CLAIM_TONES[line.promise]}>{CLAIM_WORDS[line.promise].toLowerCase()}</Mark>
                  ) : (
                    'nothing in store'
                  )}
                </td>
                <td>
                  {line.lots === 0
                    ? 'nothing left'
                    : line.lots === 1
                      ? 'one jar'
                      : line.gardens <= 1
                        ? 'one garden'
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
