import { Link } from 'react-router';
import { readCrops } from '#data/almanac/almanac.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { SeedPortrait } from '#app/ui/SeedPortrait.tsx';
import { ButtonLink } from '#app/ui/Button.tsx';
import { SearchForm, SortHead } from '#app/ui/List.tsx';
import { Table } from '#app/ui/Table.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { may } from '#core/people/may.ts';
import type { Route } from './+types/almanac.ts';
import { useUnits } from '#app/ui/units.tsx';
import { formatMetres } from '#core/units/formatAmount.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Almanac · Kind Granary' }];

const SORTS = ['name', 'family', 'life'] as const;

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'read almanac');
  const query = new URL(request.url).searchParams;
  const search = query.get('search')?.trim().slice(0, 60) ?? '';
  const sort = SORTS.find((one) => one === query.get('sort')) ?? 'name';
  const crops = (await readCrops(db, search)).map(
    ({ id, name, species, family, lifeCycle, breeding, homeDistance, plantsToKeep, longevity, ease, seedLooks }) => ({
      id,
      name,
      species,
      family,
      lifeCycle,
      breeding,
      homeDistance,
      seedLooks,
      plantsToKeep,
      longevity,
      ease,
    }),
  );
  if (sort === 'family') crops.sort((one, other) => one.family.localeCompare(other.family) || one.name.localeCompare(other.name));
  if (sort === 'life') crops.sort((one, other) => other.longevity[1] - one.longevity[1] || one.name.localeCompare(other.name));
  return { search, sort, crops, leads: may(actor.role, 'set house rules') };
}

export default function Almanac({ loaderData: { search, sort, crops, leads } }: Route.ComponentProps) {
  const units = useUnits();
  return (
    <>
      <PageHead
        title="Almanac"
        about="What each crop needs to give good seed. The figures are general: check them against your own place and experience."
        actions={
          <>
            <ButtonLink to="/almanac/crossing">What crosses with what</ButtonLink>
            <ButtonLink to="/almanac/compare">Compare two crops</ButtonLink>
            <ButtonLink to="/almanac/words">Glossary</ButtonLink>
            {leads && <ButtonLink to="/almanac/new">Add a crop</ButtonLink>}
          </>
        }
      />
      <SearchForm label="Find a crop" hint="Name or species" value={search} />
      {crops.length === 0 ? (
        <Empty
          action={
            leads && (
              <ButtonLink to={`/almanac/new?${new URLSearchParams({ name: search })}`} look="action">
                Add “{search}”
              </ButtonLink>
            )
          }
        >
          No results for “{search}”. {leads ? 'You can add it in two minutes.' : 'A coordinator can add it.'}
        </Empty>
      ) : (
        <Table caption="Crops">
          <thead>
            <tr>
              <SortHead by="name" now={sort}>
                Crop
              </SortHead>
              <SortHead by="family" now={sort}>
                Family
              </SortHead>
              <th scope="col" className="px-3 py-2 text-left font-semibold">
                Pollination
              </th>
              <th scope="col" className="px-3 py-2 text-right font-semibold">
                Keep apart
              </th>
              <th scope="col" className="px-3 py-2 text-right font-semibold">
                Plants
              </th>
              <SortHead by="life" now={sort} align="right">
                Keeps
              </SortHead>
              <th scope="col" className="px-3 py-2 text-left font-semibold">
                Seed saving
              </th>
            </tr>
          </thead>
          <tbody>
            {crops.map((crop) => (
              <tr key={crop.id}>
                <td>
                  <Link className="link font-semibold" to={`/almanac/${crop.id}`}>
                    <SeedPortrait portrait={crop.seedLooks} size={24} className="mr-1.5 inline-block align-text-bottom" />
                    {crop.name}
                  </Link>
                  <span className="block text-soft italic">{crop.species}</span>
                </td>
                <td>{crop.family}</td>
                <td>
                  {crop.breeding}, {crop.lifeCycle}
                </td>
                <td className="text-right whitespace-nowrap">{formatMetres(crop.homeDistance, units)}</td>
                <td className="text-right">{crop.plantsToKeep}</td>
                <td className="text-right whitespace-nowrap">
                  {crop.longevity[0]} to {crop.longevity[1]} years
                </td>
                <td>{crop.ease}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  );
}
