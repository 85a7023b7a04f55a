import { db } from '#app/platform/database.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { FilterSelect, Pager, SearchForm } from '#app/ui/List.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { listGrowOuts } from '#data/growouts/growOuts.ts';
import { readShown } from './shown.server.ts';
import { openQuery } from '#services/tables/queries.server.ts';
import type { Route } from './+types/list.ts';
import { GrowOutTable } from './GrowOutTable.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'All grow-outs · Kind Granary' }];

const PAGE = 60;
const SHOWN = [
  { value: 'open', label: 'In progress' },
  { value: 'ended', label: 'Ended' },
];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'work');
  const query = new URL(request.url).searchParams;
  const { open, search } = openQuery(query);
  const show = open ? 'open' : 'ended';
  const page = pageFrom(query);
  const { growOuts, total } = await listGrowOuts(db, { open, search, limit: PAGE, offset: (page - 1) * PAGE });
  return { search, show, page, total, growOuts: await readShown(growOuts, house, today) };
}

export default function AllGrowOuts({ loaderData: { search, show, page, growOuts, total } }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="All grow-outs"
        about="Earliest sowing first."
        actions={<ButtonLink to="/grow-outs">What needs growing out</ButtonLink>}
      />
      <SearchForm label="Find a grow-out" hint="Crop, variety, lot code, grower or garden" value={search} table="grow-outs">
        <FilterSelect label="Show" name="show" value={show} options={SHOWN} />
      </SearchForm>
      {growOuts.length === 0 ? (
        <Empty>
          {search
            ? 'No results. Try part of a crop or variety name, or a lot code.'
            : show === 'open'
              ? 'No grow-outs in progress.'
              : 'No grow-outs have ended yet.'}
        </Empty>
      ) : (
        <GrowOutTable caption={show === 'open' ? 'Grow-outs in progress' : 'Grow-outs that have ended'} growOuts={growOuts} />
      )}
      <Pager page={page} size={PAGE} total={total} things="grow-outs" />
    </>
  );
}
