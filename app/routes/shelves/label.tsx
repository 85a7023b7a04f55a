import bwipjs from 'bwip-js/node';
import { FileText, Printer } from 'lucide-react';
import { useState } from 'react';
import { data, Form } from 'react-router';
import { SHEETS, SHEET_IDS, type SheetId } from '#core/labels/sheets.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { PageHead } from '#app/ui/Page.tsx';
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
  return { ...label, qr: bwipjs.toSVG({ bcid: 'qrcode', text: label.words.address }), count };
}

export default function Label({ loaderData: { words, species, qr, count } }: Route.ComponentProps) {
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
      <SheetForm code={words.code} count={count} />
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
function SheetForm({ code, count }: { code: string; count: number }) {
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
      <Button type="submit" look="action">
        <FileText aria-hidden className="size-5" />
        Labels as PDF
      </Button>
    </Form>
  );
}
