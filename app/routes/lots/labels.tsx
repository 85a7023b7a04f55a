import { FileText } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Form, Link, useRevalidator } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted } from '#app/platform/form.server.ts';
import { formOf, pageFrom } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Pager, SearchForm } from '#app/ui/List.tsx';
import { LotCode, TreatedMark } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { SheetSelect } from '#app/ui/SheetSelect.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { MOST_IN_A_RUN } from '#contracts/labels.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { listNeverLabelled } from '#data/lots/labels.ts';
import { readLabelsToReplace, recordLabels } from '#services/lots/labels.server.ts';
import { labelPartWords } from '#words/labels.ts';
import type { Route } from './+types/labels.ts';
import { labelsAsked } from './labelsAsked.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Labels to replace · Kind Granary' }];

const PAGE = 60;
const NONE_CHOSEN = 'Choose at least one lot.';
const tooManyWords = (labels: number) => `That would be ${labels} labels. Print up to ${MOST_IN_A_RUN} at a time: choose fewer lots.`;

export async function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'work');
  const query = new URL(request.url).searchParams;
  const search = query.get('search')?.trim().slice(0, 60) ?? '';
  const page = pageFrom(query);
  const refused = query.has('labels') ? Number(query.get('labels')) : null;
  const [all, never] = await Promise.all([readLabelsToReplace(db), listNeverLabelled(db, 0, 0)]);
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const found = all.filter(({ code, now }) => words.every((word) => `${now.name} ${code}`.toLowerCase().includes(word)));
  return {
    key: newFormKey(),
    search,
    page,
    refused: refused === null ? null : refused > MOST_IN_A_RUN ? tooManyWords(refused) : NONE_CHOSEN,
    total: found.length,
    all: all.length,
    tooWeak: all.filter(({ now }) => now.sowing === 'not lent').length,
    hazards: all.filter(({ changed }) => changed.includes('hazards')).length,
    never: never.total,
    lots: found.slice((page - 1) * PAGE, page * PAGE).map(({ code, treated, said, now, changed, madeOn, jars, packets, places }) => ({
      code,
      treated,
      name: now.name,
      parts: changed.map((part) => labelPartWords(part, { said, now })),
      isLent: now.sowing !== 'not lent',
      madeOn,
      labels: Math.max(1, jars + packets),
      packets,
      places,
    })),
  };
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const asked = labelsAsked(await formOf(request));
  if (!asked) return notAccepted({ saved: 0, trouble: NONE_CHOSEN });
  const done = await recordLabels(visit, asked);
  return done.ok
    ? { saved: done.answer.lots, trouble: null }
    : notAccepted({ saved: 0, trouble: 'One of these lots no longer exists. Reload the page.' });
}

export default function Labels({ loaderData, actionData }: Route.ComponentProps) {
  const { key, search, page, refused, total, all, tooWeak, hazards, never, lots } = loaderData;
  const { revalidate } = useRevalidator();
  // The sheet opens beside this page: whoever comes back sees what is left.
  useEffect(() => {
    const again = () => void revalidate();
    window.addEventListener('focus', again);
    return () => window.removeEventListener('focus', again);
  }, [revalidate]);
  return (
    <>
      <PageHead
        title="Labels to replace"
        about="Jars and packets whose label says something that is no longer true."
        actions={<ButtonLink to="/shelves">Shelves</ButtonLink>}
      />
      {actionData?.saved ? (
        <Notice tone="good">
          {actionData.saved === 1 ? 'The labels of 1 lot' : `The labels of ${actionData.saved} lots`} are recorded as replaced.
        </Notice>
      ) : null}
      {refused && <Notice tone="poor">{refused}</Notice>}
      {actionData?.trouble && <Notice tone="poor">{actionData.trouble}</Notice>}
      <Reckoning
        tone={all === 0 ? 'good' : hazards > 0 ? 'poor' : 'doubt'}
        question="Do labels still tell the truth?"
        verdict={all === 0 ? 'Yes, as far as we know' : all === 1 ? '1 lot needs new labels' : `${all} lots need new labels`}
        reasons={[
          ...(hazards > 0
            ? [`${hazards === 1 ? '1 lot has' : `${hazards} lots have`} a hazard that differs from its label. Replace these first.`]
            : []),
          ...(tooWeak > 0
            ? [`${tooWeak === 1 ? '1 lot is' : `${tooWeak} lots are`} too weak to lend. Take the packets out of the drawer.`]
            : []),
          ...(never > 0
            ? [
                `${never === 1 ? '1 lot in store has' : `${never} lots in store have`} no label made here, so we do not know what theirs says.`,
              ]
            : []),
        ]}
        working={
          <p>
            When you print labels, we record what they say: name, promise, how thick to sow, hybrid and hazards. A lot is listed when one of
            these has changed since. Germination in numbers does not count: the label gives it with its month.
          </p>
        }
      />
      {all > 0 && (
        <div className="mt-6">
          <SearchForm label="Find a lot" hint="Crop, variety or code" value={search} />
        </div>
      )}
      {lots.length === 0 ? (
        all > 0 && <Empty>No results. Try another search.</Empty>
      ) : (
        <NewLabels key={lots.map(({ code }) => code).join()} lots={lots} made={key} />
      )}
      {all > 0 && <Pager page={page} size={PAGE} total={total} things="lots" />}
    </>
  );
}

/** The lots to choose from, and the ways to new labels for those chosen; choices stay while the page is read again. */
function NewLabels({ lots, made }: { lots: Route.ComponentProps['loaderData']['lots']; made: string }) {
  const [chosen, setChosen] = useState(lots.filter(({ isLent }) => isLent).length);
  return (
    <Form
      reloadDocument
      method="post"
      action="/labels.pdf"
      target="_blank"
      aria-label="New labels"
      onChange={(event) => setChosen(event.currentTarget.querySelectorAll('[name="lot"]:checked').length)}
    >
      <input type="hidden" name="made" value={made} />
      <Table caption="Labels to replace">
        <Heads of={['Print', 'Lot', 'The label says', 'True now', 'Labels', 'Where', 'Printed']} />
        <tbody>
          {lots.map((lot) => (
            <tr key={lot.code}>
              <td>
                <label className="inline-flex min-h-11 min-w-11 items-center">
                  <input
                    type="checkbox"
                    name="lot"
                    value={`${lot.code} ${lot.labels}`}
                    defaultChecked={lot.isLent}
                    className="size-5"
                    aria-label={`New labels for ${lot.name} ${lot.code}`}
                  />
                </label>
              </td>
              <td className="max-sm:min-w-36">
                <Link className="link font-semibold" to={`/lots/${lot.code}`}>
                  {lot.name}
                </Link>{' '}
                <LotCode>{lot.code}</LotCode> <TreatedMark treated={lot.treated} />
              </td>
              <td>
                {lot.parts.map(({ said }) => (
                  <span key={said} className="block text-soft">
                    {said}
                  </span>
                ))}
              </td>
              <td>
                {lot.parts.map(({ now }) => (
                  <b key={now} className="block">
                    {now}
                  </b>
                ))}
              </td>
              <td className="whitespace-nowrap">
                {lot.labels}
                {lot.packets > 0 && <span className="block text-small text-soft">{lot.packets} packets</span>}
              </td>
              <td className="max-sm:min-w-28">{lot.places ?? '–'}</td>
              <td className="whitespace-nowrap">{formatDate(lot.madeOn!)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <div className="mt-5 flex flex-wrap items-end gap-4">
        <SheetSelect />
        <label>
          <span className="font-semibold">First free label</span>
          <input name="start" type="number" min={1} defaultValue={1} className="input mt-1 w-32" />
        </label>
        <Button type="submit" look="action" disabled={chosen === 0}>
          <FileText aria-hidden className="size-5" />
          Print new labels (PDF)
        </Button>
        <Button type="submit" formAction="/labels" formTarget="_self" disabled={chosen === 0}>
          Record as replaced
        </Button>
        {chosen === 0 && <p className="self-center text-soft">{NONE_CHOSEN}</p>}
      </div>
    </Form>
  );
}
