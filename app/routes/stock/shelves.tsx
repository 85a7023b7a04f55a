import { SeedPortrait } from '#app/ui/SeedPortrait.tsx';
import { Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { FilterSelect, Pager, SearchForm, SortHead } from '#app/ui/List.tsx';
import { ClaimMark, HoldMark, LotCode, Mark, TreatedMark, VerdictMark } from '#app/ui/Mark.tsx';
import { Empty, PageHead, Unknown } from '#app/ui/Page.tsx';
import { Table, WIDE } from '#app/ui/Table.tsx';
import { percent } from '#words/sayings.ts';
import { StockLeft } from '#app/ui/units.tsx';
import { KIND_WORDS } from '#words/vocabulary.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { SHELF_STATES } from '#core/lots/words.ts';
import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { listCropNames } from '#data/almanac/almanac.ts';
import { listShelves } from '#data/stock/shelves.ts';
import { shelfQuery } from '#services/tables/queries.server.ts';
import type { Route } from './+types/shelves.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Shelves · Kind Granary' }];

const PAGE = 40;

export async function loader({ request, context }: Route.LoaderArgs) {
  const { today } = visitBy(context, request, 'work');
  const query = new URL(request.url).searchParams;
  const asked = shelfQuery(query, today);
  const page = pageFrom(query);
  const [{ lots, total, more }, crops] = await Promise.all([
    listShelves(db, { ...asked, limit: PAGE, offset: (page - 1) * PAGE }),
    listCropNames(db),
  ]);
  return { ...asked, page, total, more, crops: crops.map(({ id, name }) => ({ value: id, label: name })), lots };
}

const STATES = [
  { value: '', label: 'Any state' },
  ...SHELF_STATES.map((state) => ({ value: state, label: state[0]!.toUpperCase() + state.slice(1) })),
];

export default function Shelves({
  loaderData: { search, crop, state, sort, page, today, total, more, crops, lots },
}: Route.ComponentProps) {
  const narrowed = search !== '' || crop !== '' || state !== '';
  return (
    <>
      <PageHead
        title="Shelves"
        about={narrowed ? undefined : `${more ? 'More than ' : ''}${total} ${total === 1 ? 'lot' : 'lots'}, including used up.`}
        actions={
          <>
            <ButtonLink to="/places">Places</ButtonLink>
            <ButtonLink to="/labels">Labels to replace</ButtonLink>
            <ButtonLink to="/intake">Take in seed</ButtonLink>
          </>
        }
      />
      <SearchForm label="Find a lot" hint="Variety, crop, code or donor" value={search} table="shelves">
        <FilterSelect label="Crop" name="crop" value={crop} options={[{ value: '', label: 'All crops' }, ...crops]} />
        <FilterSelect label="State" name="state" value={state} options={STATES} />
      </SearchForm>
      {lots.length === 0 ? (
        <Empty
          action={
            narrowed ? (
              <ButtonLink to="/shelves">Show all lots</ButtonLink>
            ) : (
              <ButtonLink to="/intake" look="action">
                Take in the first lot
              </ButtonLink>
            )
          }
        >
          {narrowed ? 'No lots match. Remove a filter, or try part of the name.' : 'No lots yet. Take in your first seed.'}
        </Empty>
      ) : (
        <Table caption="Lots on the shelves">
          <thead>
            <tr>
              <SortHead by="variety" now={sort}>
                Variety
              </SortHead>
              <SortHead by="code" now={sort} wide>
                Lot
              </SortHead>
              <SortHead by="harvest" now={sort} wide>
                Harvest
              </SortHead>
              <SortHead by="amount" now={sort} align="right">
                On hand
              </SortHead>
              <SortHead by="germination" now={sort} wide>
                State and outlook
              </SortHead>
              <SortHead by="next test" now={sort} wide>
                Next test
              </SortHead>
            </tr>
          </thead>
          <tbody>
            {lots.map((lot) => (
              <ShelfRow key={lot.code} lot={lot} today={today} />
            ))}
          </tbody>
        </Table>
      )}
      <Pager page={page} size={PAGE} total={total} things="lots" more={more} />
    </>
  );
}

/** What germinates of it now, with its band, and the test that this rests on. */
function Germinates({ lot: { low, median, high, laid, sprouted, testedOn, onHand } }: { lot: ShelfLot }) {
  return (
    <>
      {median !== null && onHand > 0 && (
        <span className="block">
          <b>{percent(median)}</b> germinate now, {percent(low!)} to {percent(high!)}
        </span>
      )}
      {laid !== null && (
        <span className="block text-soft">
          tested {sprouted} of {laid}, {formatDate(testedOn!.slice(0, 7))}
        </span>
      )}
    </>
  );
}

type ShelfLot = Route.ComponentProps['loaderData']['lots'][number];

function ShelfRow({ lot, today }: { lot: ShelfLot; today: Day }) {
  const due = lot.nextTestOn !== null && lot.nextTestOn <= today;
  const marks = (
    <span className="flex flex-wrap gap-1.5">
      {lot.holds.map((kind) => (
        <HoldMark key={kind} kind={kind} />
      ))}
      <VerdictMark verdict={lot.verdict} isTested={lot.laid !== null} />
      <ClaimMark promise={lot.promise} />
      <TreatedMark treated={lot.treated} />
    </span>
  );
  return (
    <tr>
      <td className="sm:min-w-44">
        <Link className="link font-semibold" to={`/lots/${lot.code}`}>
          <SeedPortrait portrait={lot.seedLooks} size={24} className="mr-1.5 inline-block align-text-bottom" />
          {lot.crop} ‘{lot.variety}’
        </Link>
        <span className="block sm:hidden">
          <LotCode>{lot.code}</LotCode>
        </span>
        <span className="block text-soft">
          {[lot.kind === 'open-pollinated' ? null : lot.kind === 'unknown' ? 'kind unknown' : KIND_WORDS[lot.kind], lot.donor]
            .filter(Boolean)
            .join(', ')}
        </span>
        <div className="mt-1 sm:hidden">
          {marks}
          <Germinates lot={lot} />
        </div>
      </td>
      <td className={WIDE}>
        <LotCode>{lot.code}</LotCode>
        {lot.places && <span className="block text-soft">{lot.places}</span>}
      </td>
      <td className={`${WIDE} whitespace-nowrap`}>{lot.harvested ? formatDate(lot.harvested) : <Unknown />}</td>
      <td className="text-right whitespace-nowrap">
        <StockLeft lot={lot} />
        {lot.unit === 'mg' && lot.onHand > 0 && (
          <span className="block text-soft">{formatAboutSeeds(seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram))}</span>
        )}
      </td>
      <td className={WIDE}>
        {marks}
        <Germinates lot={lot} />
      </td>
      <td className={`${WIDE} whitespace-nowrap`}>
        {lot.onHand === 0 || lot.nextTestOn === null ? (
          <span className="text-soft">none</span>
        ) : due ? (
          <Mark tone="doubt">due</Mark>
        ) : (
          formatDate(lot.nextTestOn.slice(0, 7))
        )}
      </td>
    </tr>
  );
}
