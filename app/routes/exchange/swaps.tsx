import { Download, Upload } from 'lucide-react';
import { Form, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted } from '#app/platform/form.server.ts';
import { formOf, keyOf, pageFrom } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { FileField } from '#app/ui/FileField.tsx';
import { FilterSelect, Pager, SearchForm } from '#app/ui/List.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { useUnits } from '#app/ui/units.tsx';
import { useBusy } from '#app/ui/useBusy.ts';
import { MOST_RECALL_BYTES, parseRecall } from '#contracts/exchange/swap.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { may } from '#core/people/may.ts';
import { formatStock } from '#core/units/formatAmount.ts';
import { listRecallsHeard, listSwapsIn, listSwapsOut } from '#data/exchange/swaps.ts';
import { hearRecall } from '#services/exchange/swaps.server.ts';
import { swapsQuery } from '#services/tables/queries.server.ts';
import type { Route } from './+types/swaps.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Swapped seed · Kind Granary' }];

const PAGE = 60;
const MOST_RECALLS = 50;
const SHOWN = [
  { value: 'went', label: 'Sent' },
  { value: 'came', label: 'Received' },
];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'work');
  const query = new URL(request.url).searchParams;
  const { show, search } = swapsQuery(query);
  const page = pageFrom(query);
  const sought = { search, limit: PAGE, offset: (page - 1) * PAGE };
  const [recalls, went, came] = await Promise.all([
    listRecallsHeard(db, MOST_RECALLS),
    show === 'went' ? listSwapsOut(db, sought) : [],
    show === 'came' ? listSwapsIn(db, sought) : [],
  ]);
  return { key: newFormKey(), mayRecall: may(actor.role, 'lift doubtful holds'), show, search, page, recalls, went, came };
}

/** Hears of a recall of another library, from its file. */
export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'lift doubtful holds');
  const form = await formOf(request);
  const key = keyOf(form);
  const file = form.get('file');
  if (!(file instanceof File) || file.size === 0) return notAccepted({ why: 'Choose a file' });
  if (file.size > MOST_RECALL_BYTES) return notAccepted({ why: TOO_LARGE });
  const recall = parseRecall(new Uint8Array(await file.arrayBuffer()));
  if (!recall) return notAccepted({ why: 'This file is not a recall. Ask them for the file from the recall page of their lot' });
  const done = await hearRecall(visit, { key, recall });
  return done.ok ? { held: done.answer.held, library: recall.library } : null;
}

const TOO_LARGE = `That is more than ${MOST_RECALL_BYTES / 1_000_000} MB, so it cannot be a recall`;

/** Seed that went to other libraries and came from them, and what they have recalled. */
export default function Swaps({
  loaderData: { key, mayRecall, show, search, page, recalls, went, came },
  actionData,
}: Route.ComponentProps) {
  const busy = useBusy();
  const total = (show === 'went' ? went : came)[0]?.total ?? 0;
  return (
    <>
      <PageHead
        title="Swapped seed"
        about="Seed sent to and received from other libraries. Its code and provenance travel with it, so a recall can reach everything grown from it."
        actions={<ButtonLink to="/listings">Other libraries</ButtonLink>}
      />
      {actionData && 'held' in actionData && (
        <Notice tone={actionData.held > 0 ? 'poor' : 'good'}>
          {actionData.held === 0
            ? `Nothing new to put on hold. Seed from what ${actionData.library} recalled that arrives later will be put on hold.`
            : `${actionData.held} ${actionData.held === 1 ? 'lot is' : 'lots are'} now on hold. Open each lot below to see who to warn.`}
        </Notice>
      )}
      {recalls.length > 0 && <Recalls recalls={recalls} />}
      <SearchForm label="Find swapped seed" hint="Library, crop, variety or lot code" value={search} table="swaps">
        <FilterSelect label="Show" name="show" value={show} options={SHOWN} />
      </SearchForm>
      {total === 0 ? (
        <Empty>
          {search
            ? 'No results. Try part of a library’s name, a variety or a lot code.'
            : show === 'went'
              ? 'No seed has been sent to another library yet. To send some, open a lot, choose Give seed away, and tick “It goes to another library”.'
              : 'No seed has come from another library yet. If they send a file with it, import the file. If not, take the seed in, then add their code on the lot’s page, under Provenance.'}
        </Empty>
      ) : show === 'went' ? (
        <Went went={went} />
      ) : (
        <Came came={came} />
      )}
      <Pager page={page} size={PAGE} total={total} things={show === 'went' ? 'swaps' : 'lots'} />
      {mayRecall && (
        <Form key={key} method="post" encType="multipart/form-data" className="mt-10 max-w-prose space-y-3 border-t border-rule pt-6">
          <input type="hidden" name="key" value={key} />
          <h2>Add another library’s recall</h2>
          <p className="text-soft">
            Everything that came from the lots they recalled, and everything grown from it, is put on hold at once. You can undo this.
          </p>
          <FileField
            label="Recall file"
            hint="The file they sent, ending in .json. If they only gave you a code, search for it under Received, open the lot and recall it there."
            accept=".json"
            most={{ bytes: MOST_RECALL_BYTES, refusal: TOO_LARGE }}
            error={actionData && 'why' in actionData ? actionData.why : null}
          />
          <Button type="submit" look="action" disabled={busy}>
            <Upload aria-hidden className="size-5" />
            {busy ? 'Reading …' : 'Add this recall'}
          </Button>
        </Form>
      )}
    </>
  );
}

type Data = Route.ComponentProps['loaderData'];

function Recalls({ recalls }: Pick<Data, 'recalls'>) {
  return (
    <section aria-label="Recalls of other libraries" className="mb-8 border-l-4 border-poor bg-sheet px-4 py-3">
      <h2>Recalled by other libraries</h2>
      <ul>
        {recalls.map(({ id, library, recalledOn, lots, here }) => (
          <li key={id} className="border-t border-rule py-2 first:border-t-0">
            <b>{library}</b>, {formatDate(recalledOn)}
            {lots
              .filter(({ code }) => childrenOf(here, code).length > 0)
              .map((lot) => (
                <span key={lot.code} className="block">
                  {lot.crop} ‘{lot.variety}’, their lot {lot.code}: {lot.reason}.{' '}
                  {childrenOf(here, lot.code).map(({ code }) => (
                    <Link key={code} className="link mr-3 inline-flex min-h-11 items-center" to={`/lots/${code}/recall`}>
                      See who to warn about {code}
                    </Link>
                  ))}
                </span>
              ))}
            <NothingCame lots={lots.filter(({ code }) => childrenOf(here, code).length === 0)} />
          </li>
        ))}
      </ul>
    </section>
  );
}

type Recalled = Data['recalls'][number];

const childrenOf = (here: Recalled['here'], theirs: string) =>
  here.filter(({ theirCode }) => theirCode.trim().toLowerCase() === theirs.trim().toLowerCase());

const MOST_NAMED = 5;

/** Lots of theirs from which nothing came here: a few by name, many as a number. */
function NothingCame({ lots }: Pick<Recalled, 'lots'>) {
  if (lots.length === 0) return null;
  return (
    <span className="block text-soft">
      We have nothing from{' '}
      {lots.length > MOST_NAMED
        ? `${lots.length} other lots they recalled`
        : lots.map(({ crop, variety, code }) => `${crop} ‘${variety}’, lot ${code}`).join('; ')}
      .
    </span>
  );
}

function Went({ went }: Pick<Data, 'went'>) {
  const units = useUnits();
  return (
    <Table caption="Seed that went to other libraries">
      <Heads of={['Sent', 'To', 'Seed', 'File']} />
      <tbody>
        {went.map(({ receiver, givenOn, lots }) => (
          <tr key={`${receiver} ${givenOn}`}>
            <td className="whitespace-nowrap">{formatDate(givenOn)}</td>
            <td>{receiver}</td>
            <td className="min-w-56">
              {lots.map(({ code, crop, variety, amount, unit }) => (
                <span key={code} className="block">
                  <Link className="link" to={`/lots/${code}`}>
                    <LotCode>{code}</LotCode>
                  </Link>{' '}
                  {crop} ‘{variety}’, {formatStock(amount, unit, units)}
                </span>
              ))}
            </td>
            <td>
              <a
                className="link inline-flex min-h-11 items-center gap-1.5 whitespace-nowrap"
                href={`/swaps.csv?to=${encodeURIComponent(receiver)}&on=${givenOn}`}
              >
                <Download aria-hidden className="size-5" />
                Download file<span className="sr-only"> for {receiver}</span>
              </a>
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

function Came({ came }: Pick<Data, 'came'>) {
  return (
    <Table caption="Lots that came from other libraries">
      <Heads of={['Lot', 'Variety', 'Came from', 'Their code', 'Taken in']} />
      <tbody>
        {came.map(({ code, crop, variety, library, theirCode, takenInOn }) => (
          <tr key={code}>
            <td>
              <Link className="link" to={`/lots/${code}`}>
                <LotCode>{code}</LotCode>
              </Link>
            </td>
            <td>
              {crop} ‘{variety}’
            </td>
            <td>{library}</td>
            <td className="whitespace-nowrap">{theirCode}</td>
            <td className="whitespace-nowrap">{formatDate(takenInOn)}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
