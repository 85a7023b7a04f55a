import bwipjs from 'bwip-js/node';
import { FileText, Printer } from 'lucide-react';
import { useState } from 'react';
import { data, Form } from 'react-router';
import { SHEETS, SHEET_IDS, type SheetId } from '#core/labels/sheets.ts';
import { printForm } from '#contracts/bench.ts';
import { printLabels } from '#services/printing.server.ts';
import { db } from '#app/platform/database.server.ts';
import { devices } from '#app/platform/devices.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import type { Route } from './+types/label.ts';
import labelStyles from '../../ui/label.css?url';
import { readLabel } from './labelWords.server.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Label · Kind Granary' }];
export const links: Route.LinksFunction = () => [{ rel: 'stylesheet', href: labelStyles }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'work');
  const label = await readLabel(params.code, house.name, request);
  if (!label) throw data(null, { status: 404 });
  const count = Math.trunc(Number(new URL(request.url).searchParams.get('count'))) || 1;
  return {
    ...label,
    key: newFormKey(),
    hasPrinter: devices.printer !== null,
    qr: bwipjs.toSVG({ bcid: 'qrcode', text: label.words.address }),
    count,
  };
}

/** Sends labels to the label printer: the same that the PDF would hold. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const { house, actor } = visitBy(context, request, 'work');
  const { submission } = await readForm(request, printForm);
  if (submission.status !== 'success')
    return notAccepted({ printed: null, trouble: 'Load the page again: the sheet or the number is not known' });
  const label = await readLabel(params.code, house.name, request);
  if (!label) throw data(null, { status: 404 });
  const { key, sheet, count, start } = submission.value;
  const done = await printLabels(db, actor, devices.printer, { key, sheet, count, start, words: label.words });
  return done.ok
    ? { printed: done.answer.labels, trouble: null }
    : notAccepted({ printed: null, trouble: 'The label printer does not answer: is it plugged in? Nothing was printed' });
}

export default function Label({ loaderData: { words, species, qr, count, key, hasPrinter }, actionData }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title="Label"
        about={
          <>
            For jars and packets of <LotCode>{words.code}</LotCode>. The code opens {words.address.replace(/^https?:\/\//, '')}
          </>
        }
        actions={
          <>
            <ButtonLink to={`/lots/${words.code}`}>Back to the lot</ButtonLink>
            <Button type="button" onClick={() => window.print()}>
              <Printer aria-hidden className="size-5" />
              Print this one
            </Button>
          </>
        }
      />
      {actionData?.printed && (
        <Notice tone="good">
          {actionData.printed} {actionData.printed === 1 ? 'label' : 'labels'} sent to the printer.
        </Notice>
      )}
      {actionData?.trouble && <Notice tone="poor">{actionData.trouble}.</Notice>}
      <article className="packet-label" aria-label={`Label of ${words.code}`}>
        <div className="packet-label-words">
          <p className="packet-label-crop">{words.crop}</p>
          <p className="packet-label-variety">‘{words.variety}’</p>
          {words.lines.map(({ text, strong }) => (
            <p key={text}>{strong ? <b>{text}</b> : text.startsWith(species) ? <Species species={species} text={text} /> : text}</p>
          ))}
          {words.hazards.map((caution) => (
            <p key={caution} className="packet-label-caution">
              {caution}
            </p>
          ))}
        </div>
        <div className="packet-label-side">
          <div dangerouslySetInnerHTML={{ __html: qr }} role="img" aria-label={`QR code of ${words.code}`} />
          <p className="packet-label-code">{words.code}</p>
        </div>
      </article>
      <SheetForm code={words.code} count={count} formKey={key} hasPrinter={hasPrinter} />
    </>
  );
}

const Species = ({ species, text }: { species: string; text: string }) => (
  <>
    <i>{species}</i>
    {text.slice(species.length)}
  </>
);

/** Many of them on a sheet or a roll, as a PDF. */
function SheetForm({ code, count, formKey, hasPrinter }: { code: string; count: number; formKey: string; hasPrinter: boolean }) {
  const [sheet, setSheet] = useState<SheetId>('a4-24');
  const places = SHEETS[sheet].columns * SHEETS[sheet].rows;
  return (
    <Form reloadDocument action={`/lots/${code}/labels.pdf`} className="no-print mt-8 max-w-2xl space-y-5" aria-label="Labels as PDF">
      <h2>On sheets or a roll</h2>
      <div className="grid gap-5 sm:grid-cols-[2fr_1fr_1fr]">
        <label>
          <span className="font-semibold">Sheet</span>
          <select name="sheet" className="input mt-1" value={sheet} onChange={(event) => setSheet(event.target.value as SheetId)}>
            {SHEET_IDS.map((id) => (
              <option key={id} value={id}>
                {SHEETS[id].title}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="font-semibold">Labels</span>
          <input name="count" type="number" min={1} max={600} defaultValue={count} className="input mt-1" />
        </label>
        <label>
          <span className="font-semibold">From place</span>
          <input name="start" type="number" min={1} max={places} defaultValue={1} className="input mt-1" disabled={places === 1} />
        </label>
      </div>
      <p className="text-small text-soft">
        On a used sheet, count the places from the top left, row by row: the first free one. Print at full size, not “fit to page”.
      </p>
      <input type="hidden" name="key" value={formKey} />
      <div className="flex flex-wrap gap-3">
        <Button type="submit" look="action">
          <FileText aria-hidden className="size-5" />
          Labels as PDF
        </Button>
        {hasPrinter && (
          <Button type="submit" formMethod="post" formAction={`/lots/${code}/label`}>
            <Printer aria-hidden className="size-5" />
            To the label printer
          </Button>
        )}
      </div>
    </Form>
  );
}
