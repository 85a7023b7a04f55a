import { Link, redirect } from 'react-router';
import { readLotCode } from '#core/lotcode/lotCode.ts';
import { existingCodes, findLotByCode } from '#data/lots/lots.ts';
import { listShelves } from '#data/stock/shelves.ts';
import { findPlaces } from '#data/stock/places.ts';
import { suggestPeople } from '#data/people/people.ts';
import { findByTheirCode } from '#data/exchange/swaps.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { placeAnchor } from '#app/ui/anchors.ts';
import { LotCode, TreatedMark } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import type { Route } from './+types/find.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Find · Kind Granary' }];

const MOST = 12;

/** Goes straight to a lot whose code was typed or scanned; else shows the lots, people and places that fit. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { today } = visitBy(context, request, 'work');
  const typed = (new URL(request.url).searchParams.get('q') ?? '').trim().slice(0, 200);
  const read = readLotCode(typed);
  if (read.ok && (await findLotByCode(db, read.code))) throw redirect(`/lots/${read.code}`);
  const mistyped = !read.ok && read.why === 'check letter';
  const near = mistyped ? await existingCodes(db, read.near) : [];
  const search = read.ok || mistyped ? null : typed;
  const elsewhere = typed === '' ? [] : await findByTheirCode(db, typed, MOST);
  const [shelves, people, places] = search
    ? await Promise.all([
        listShelves(db, { search, crop: '', state: '', sort: 'variety', today, limit: MOST, offset: 0 }),
        suggestPeople(db, search),
        findPlaces(db, search),
      ])
    : [{ lots: [], total: 0 }, [], []];
  return { typed, mistyped, missing: read.ok, near, elsewhere, lots: shelves.lots, total: shelves.total, people, places };
}

export default function Find({ loaderData: found }: Route.ComponentProps) {
  const nothing = found.near.length + found.elsewhere.length + found.lots.length + found.people.length + found.places.length === 0;
  return (
    <>
      <PageHead title={`Results for “${found.typed}”`} />
      {found.mistyped && found.elsewhere.length === 0 && (
        <Notice tone="doubt">
          The last letter does not match the numbers, so there is a typing mistake.{' '}
          {found.near.length > 0 ? 'These lots differ by one character:' : 'No lot differs by one character.'}
        </Notice>
      )}
      {found.missing && found.elsewhere.length === 0 && <Notice tone="doubt">This is a valid code, but no lot has it.</Notice>}
      {nothing && !found.mistyped && !found.missing && (
        <Empty>No results. Try part of a variety, person or place name, or a lot code.</Empty>
      )}
      <ul className="divide-y divide-rule">
        {[...found.near, ...found.lots].map((lot) => (
          <li key={lot.code}>
            <Link to={`/lots/${lot.code}`} className="flex min-h-12 flex-wrap items-center gap-x-4">
              <LotCode>{lot.code}</LotCode>
              <span className="link">
                {lot.crop} ‘{lot.variety}’
              </span>
              <TreatedMark treated={lot.treated} />
            </Link>
          </li>
        ))}
        {found.elsewhere.map((lot) => (
          <li key={`elsewhere ${lot.code}`}>
            <Link to={`/lots/${lot.code}`} className="flex min-h-12 flex-wrap items-center gap-x-4">
              <LotCode>{lot.code}</LotCode>
              <span className="link">
                {lot.crop} ‘{lot.variety}’
              </span>
              <span className="text-soft">
                is {lot.theirCode} {lot.library ? `at ${lot.library}` : 'in the sheet that it came from'}
              </span>
            </Link>
          </li>
        ))}
        {found.people.map((person) => (
          <li key={person.id}>
            <Link to={`/people/${person.id}`} className="flex min-h-12 items-center gap-4">
              <span className="text-soft">person</span>
              <span className="link">{person.name}</span>
            </Link>
          </li>
        ))}
        {found.places.map((place) => (
          <li key={place.id}>
            <Link to={`/places#${encodeURIComponent(placeAnchor(place.name))}`} className="flex min-h-12 items-center gap-4">
              <span className="text-soft">place</span>
              <span className="link">{place.name}</span>
            </Link>
          </li>
        ))}
      </ul>
      {found.total > MOST && (
        <p className="mt-4">
          <Link className="link" to={`/shelves?search=${encodeURIComponent(found.typed)}`}>
            All {found.total} lots
          </Link>
        </p>
      )}
    </>
  );
}
