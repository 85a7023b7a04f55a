import { Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { FilterSelect, Pager, SearchForm } from '#app/ui/List.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { may } from '#core/people/may.ts';
import { searchKey } from '#core/search/searchKey.ts';
import { listGrowOuts } from '#data/growouts/growOuts.ts';
import { readLinesInNeed } from '#services/growouts/needs.server.ts';
import { needsWords } from '#words/growouts.ts';
import { chanceWords } from '#words/risk.ts';
import type { Route } from './+types/growOuts.ts';
import { readShown } from './shown.server.ts';
import { GrowOutTable } from './GrowOutTable.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Grow-outs · Kind Granary' }];

const PAGE = 40;
const NEXT = 8;
const SORTS = [
  { value: '', label: 'Most urgent first' },
  { value: 'name', label: 'By name' },
];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'work');
  const query = new URL(request.url).searchParams;
  const search = query.get('search')?.trim().slice(0, 60) ?? '';
  const sort = query.get('sort') === 'name' ? 'name' : '';
  const page = pageFrom(query);
  const [lines, { growOuts, total: underWay }] = await Promise.all([
    readLinesInNeed(db, house, today),
    listGrowOuts(db, { open: true, search: '', limit: NEXT, offset: 0 }),
  ]);
  const words = searchKey(search).split(/\s+/).filter(Boolean);
  const found = lines.filter(({ name, crop }) => words.every((word) => searchKey(`${crop.name} ${name}`).includes(word)));
  const sorted =
    sort === 'name'
      ? [...found].sort((one, other) => `${one.crop.name} ${one.name}`.localeCompare(`${other.crop.name} ${other.name}`))
      : found;
  return {
    search,
    sort,
    page,
    total: found.length,
    all: lines.length,
    leads: may(actor.role, 'plan grow-outs'),
    growOuts: await readShown(growOuts, house, today),
    underWay,
    lines: sorted.slice((page - 1) * PAGE, page * PAGE).map(({ id, name, crop, needs, sow, growing, risk, grown }) => ({
      id,
      name,
      crop: crop.name,
      needs: needsWords(needs),
      code: sow.code,
      growing,
      risk,
      grown,
    })),
  };
}

export default function GrowOuts({
  loaderData: { search, sort, page, total, all, leads, growOuts, underWay, lines },
}: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="Grow-outs"
        about={
          all === 0
            ? 'No lines need growing out.'
            : `${all} ${all === 1 ? 'line needs' : 'lines need'} growing out; ${underWay === 0 ? 'no grow-out is' : underWay === 1 ? 'one grow-out is' : `${underWay} grow-outs are`} in progress.`
        }
        actions={
          <>
            {leads && <ButtonLink to="/grow-outs/plan">Plan the season</ButtonLink>}
            <ButtonLink to="/grow-outs/season">Map of the season</ButtonLink>
            <ButtonLink to="/gardens">Gardens</ButtonLink>
            <ButtonLink to="/grow-outs/log">Season’s log</ButtonLink>
            <ButtonLink to="/grow-outs/risk">Lines at risk</ButtonLink>
            <ButtonLink to="/grow-outs/all">All grow-outs</ButtonLink>
          </>
        }
      />
      {growOuts.length > 0 && (
        <section aria-labelledby="proposed" className="mb-10">
          <h2 id="proposed" className="mb-2">
            {underWay > growOuts.length ? `In progress: the next ${growOuts.length}` : 'In progress'}
          </h2>
          <GrowOutTable caption="Grow-outs in progress" growOuts={growOuts} />
        </section>
      )}
      <h2 className="mb-2">What needs growing out</h2>
      <SearchForm label="Find a line" hint="Crop or variety" value={search}>
        <FilterSelect label="Order" name="sort" value={sort} options={SORTS} />
      </SearchForm>
      {lines.length === 0 ? (
        <Empty>
          {search
            ? 'No results. Try part of a crop or variety name.'
            : 'Every line has enough good seed, in more than one container and from more than one garden.'}
        </Empty>
      ) : (
        <ul aria-label="Lines that need growing out">
          {lines.map((line) => (
            <li key={line.id} className="grid gap-x-6 gap-y-2 border-t border-rule py-3 md:grid-cols-[14rem_1fr_auto] md:items-center">
              <Link className="link font-semibold" to={`/lines/${line.id}`}>
                {line.crop} ‘{line.name}’
              </Link>
              <p>
                <b>{line.needs.first}.</b> <span className="text-small text-soft">{line.needs.others}</span>
                {line.risk !== null && line.risk >= 0.05 && (
                  <span className="block text-small">
                    Chance of losing it in five years: {chanceWords(line.risk)}
                    {line.grown !== null && line.grown < line.risk && `, ${chanceWords(line.grown)} after a grow-out`}
                  </span>
                )}
              </p>
              {line.growing > 0 ? (
                <p className="text-small text-soft">
                  {line.growing === 1 ? 'A grow-out is in progress' : `${line.growing} grow-outs are under way`}
                </p>
              ) : leads ? (
                <ButtonLink to={`/lots/${line.code}/grow-out`} aria-label={`Propose a grow-out of ${line.crop} ‘${line.name}’`}>
                  Propose a grow-out
                </ButtonLink>
              ) : (
                <ButtonLink to={`/lots/${line.code}/grow-out`} aria-label={`How to grow out ${line.crop} ‘${line.name}’`}>
                  How to grow it out
                </ButtonLink>
              )}
            </li>
          ))}
        </ul>
      )}
      <Pager page={page} size={PAGE} total={total} things="lines" />
      <p className="mt-6 max-w-prose text-small text-soft">
        A line needs growing out when it has seed for fewer than three grow-outs, when its best lot germinates below 85 % of fresh seed,
        when it is all in one container, in one place or from one garden, when there is less than the aim, or when none of its lots is
        likely to be true to type. Lines with no living seed are on the wants list.
      </p>
    </>
  );
}
