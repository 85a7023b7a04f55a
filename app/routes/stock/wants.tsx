import { Download } from 'lucide-react';
import { Form, Link } from 'react-router';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Want } from '#core/stock/wants.ts';
import { formatMoney } from '#core/units/formatAmount.ts';
import { WANT_STATES } from '#core/stock/wantStates.ts';
import { noteWant, readWants } from '#services/stock/wants.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { pageFrom } from '#app/platform/incoming.server.ts';
import { FilterSelect, Pager, SearchForm } from '#app/ui/List.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { WANT_STATE_WORDS } from '#words/wants.ts';
import { chanceWords } from '#words/risk.ts';
import type { Route } from './+types/wants.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Wants list · Kind Granary' }];

const PAGE = 60;
const ACTS: readonly Want['act'][] = ['ask, swap or order', 'grow out, and ask', 'grow out', 'settle its holds'];
const TO_DO: Record<Want['act'], string> = {
  'ask, swap or order': 'Ask for, swap or order',
  'grow out, and ask': 'Grow out and also ask for',
  'grow out': 'Grow out',
  'settle its holds': 'Settle the holds of',
};
const GOT = WANT_STATES;
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
  const all = await readWants(db, house, today);
  const got = GOT.find((one) => one === query.get('got')) ?? '';
  const found = all.filter(
    (want) =>
      (!act || want.act === act) &&
      (!got || (want.got?.state ?? 'open') === got) &&
      words.every((word) => `${want.crop} ${want.variety}`.toLowerCase().includes(word)),
  );
  const money = (cents: number) => (cents > 0 ? formatMoney(cents, house.prices.currency) : null);
  return {
    search,
    act,
    got,
    page,
    total: found.length,
    // What has been asked for or ordered presses no more.
    sooner: all.filter((want) => want.by <= today && want.got === null).length,
    // Soonest first, as the wants are.
    toDo: [...new Set(all.map((want) => want.act))].map((one) => {
      const of = all.filter((want) => want.act === one);
      return { act: one, lines: of.length, by: of[0]!.by, price: money(of.reduce((sum, { price }) => sum + price, 0)) };
    }),
    wants: found.slice((page - 1) * PAGE, page * PAGE).map(({ price, ...want }) => ({ ...want, price: money(price), key: newFormKey() })),
  };
}

/** Says how far a want has got, or that it is as before. */
export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { give } = formActs<{ readonly code: 'no such line' }>(await formOf(request), visit, ['want'], () => ({
    '': ['This line does not exist'],
  }));
  return give(noteWant, {});
}

export default function Wants({ loaderData: { wants, search, act, got, page, total, toDo, sooner } }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="Wants list"
        about="Lines that have too little good seed for one grow-out and for lending."
        actions={
          <>
            <ButtonLink to="/wants.csv" reloadDocument>
              <Download aria-hidden className="size-5" />
              Download CSV
            </ButtonLink>
            <ButtonLink to="/listings">Other libraries</ButtonLink>
            <ButtonLink to="/tests/plan">Plan of tests</ButtonLink>
          </>
        }
      />
      {toDo[0] && (
        <div className="mb-6">
          <Reckoning
            tone={sooner > 0 ? 'poor' : 'doubt'}
            question="What is needed first"
            verdict={`${TO_DO[toDo[0].act]} ${toDo[0].lines === 1 ? '1 line' : `${toDo[0].lines} lines`} by ${formatDate(toDo[0].by)}`}
            figure={sooner > 0 && <p>{sooner === 1 ? '1 line needs' : `${sooner} lines need`} seed now.</p>}
            reasons={toDo.map(({ act: one, lines, by, price }) => (
              <span key={one}>
                <Link className="link" to={`/wants?act=${encodeURIComponent(one)}`}>
                  {TO_DO[one]} {lines === 1 ? '1 line' : `${lines} lines`}
                </Link>
                , the first by {formatDate(by)}
                {price && `; ordering it all would cost ${price}`}
              </span>
            ))}
            working={
              <p>
                We aim for enough seed to grow each line out and to lend to members while the seed is good, at the rate of the last three
                years. Lots that are on hold or may be too weak to lend are not counted. Seed from elsewhere is asked for six weeks before
                sowing starts.
              </p>
            }
          />
        </div>
      )}
      <SearchForm label="Find a line" hint="Crop or variety" value={search}>
        <FilterSelect
          label="What to do"
          name="act"
          value={act}
          options={[{ value: '', label: 'Anything' }, ...ACTS.map((value) => ({ value, label: value }))]}
        />
        <FilterSelect
          label="How far"
          name="got"
          value={got}
          options={[{ value: '', label: 'All' }, ...GOT.map((value) => ({ value, label: WANT_STATE_WORDS[value] }))]}
        />
      </SearchForm>
      {wants.length === 0 ? (
        <Empty>
          {search || act ? 'No results. Try another search.' : 'Nothing needed: every line has enough for one grow-out and for lending.'}
        </Empty>
      ) : (
        <Table caption="What each line needs">
          <Heads of={['Line', 'What to do', 'By', 'Needed', 'How far', 'Counted on, of our aim', 'Why', 'Risk in 5 years', 'Price']} />
          <tbody>
            {wants.map((want) => (
              <tr key={want.lineId}>
                <td className="max-sm:min-w-36">
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
                <td className="max-sm:min-w-28">
                  {want.seeds} seeds, {want.packets} {want.packets === 1 ? 'packet' : 'packets'}
                </td>
                <td className="min-w-40">
                  <HowFar want={want} />
                </td>
                <td>
                  {want.usable} of {want.target}
                  {want.usable > 0 && <span className="block text-small text-soft">{want.lendable} can be lent</span>}
                </td>
                <td>{WHY[want.why]}</td>
                <td className="whitespace-nowrap">{want.risk !== null && want.risk >= 0.05 ? chanceWords(want.risk) : '–'}</td>
                <td className="whitespace-nowrap">{want.price ?? '–'}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Pager page={page} size={PAGE} total={total} things="lines" />
    </>
  );
}

/** How far a want has got, with whom and since when; and the way to say so. */
function HowFar({ want }: { want: Route.ComponentProps['loaderData']['wants'][number] }) {
  const { got, lineId, key } = want;
  const name = `${want.crop} ‘${want.variety}’`;
  return (
    <details>
      <summary className="link -my-3 inline-flex min-h-11 items-center" aria-label={`How far: ${name}`}>
        {got ? `${WANT_STATE_WORDS[got.state]}, ${formatDate(got.on)}` : WANT_STATE_WORDS.open}
      </summary>
      {got && <p className="text-small text-soft">{[got.whom, got.by && `by ${got.by}`].filter(Boolean).join(', ')}</p>}
      <Form key={key} method="post" className="mt-1 space-y-2">
        <input type="hidden" name="key" value={key} />
        <input type="hidden" name="intent" value="want" />
        <input type="hidden" name="lineId" value={lineId} />
        <select name="state" className="input" defaultValue={got?.state ?? 'asked'} aria-label={`How far is ${name}`}>
          {GOT.map((state) => (
            <option key={state} value={state}>
              {WANT_STATE_WORDS[state]}
            </option>
          ))}
        </select>
        <input name="whom" className="input" placeholder="Whom (optional)" defaultValue={got?.whom ?? ''} aria-label={`Whom: ${name}`} />
        <Button type="submit">Save</Button>
      </Form>
      {got?.state === 'arrived' && (
        <Link className="link inline-flex min-h-11 items-center" to="/intake">
          Take it in
        </Link>
      )}
    </details>
  );
}
