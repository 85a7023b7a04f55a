import { FileText, Printer } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Form, useFetcher, useLocation } from 'react-router';
import { readPortrait } from '#core/almanac/portrait.ts';
import { classes } from './classes.ts';
import { SeedPortrait } from './SeedPortrait.tsx';
import { SHEETS, type SheetId } from '#core/labels/sheets.ts';
import { Button } from './Button.tsx';
import { Notice, PageHead } from './Page.tsx';
import { SheetSelect } from './SheetSelect.tsx';

interface Label {
  readonly crop: string;
  readonly variety: string;
  readonly code: string;
  readonly lines: readonly { readonly text: string; readonly strong?: boolean }[];
  readonly hazards: readonly string[];
  readonly looks?: string;
}

/** A label as it will be, and the ways to paper: one from the browser, many on a sheet or a roll, or the label printer. */
export function LabelPage({
  title,
  about,
  back,
  label: { words, qr, count, key, file, hasPrinter, lot },
  italic,
  done,
}: {
  title: string;
  about: ReactNode;
  back: ReactNode;
  label: {
    words: Label;
    qr: string;
    count: number;
    key: string;
    file: string;
    hasPrinter: boolean;
    /** For the labels of a lot, which are recorded as made: under which key, and how many seeds a packet has. */
    lot: { made: string; seeds: number | null } | null;
  };
  /** Words at the head of a line that are set in italics, as a species is. */
  italic?: string;
  done: { printed: number | null; trouble: string | null } | undefined;
}) {
  const recorder = useFetcher();
  const looks = words.looks === undefined ? null : readPortrait(words.looks);
  return (
    <>
      <PageHead
        title={title}
        about={about}
        actions={
          <>
            {back}
            <Button
              type="button"
              onClick={() => {
                if (lot) void recorder.submit({ intent: 'made', made: lot.made }, { method: 'post' });
                window.print();
              }}
            >
              <Printer aria-hidden className="size-5" />
              Print this label
            </Button>
          </>
        }
      />
      {done?.printed && (
        <Notice tone="good">
          {done.printed} {done.printed === 1 ? 'label' : 'labels'} sent to the printer.
        </Notice>
      )}
      {done?.trouble && <Notice tone="poor">{done.trouble}.</Notice>}
      <div className="grid items-start gap-x-10 xl:grid-cols-[auto_1fr]">
        <article className="packet-label" aria-label={`${title} of ${words.code}`}>
          <div className="packet-label-words">
            <p className="packet-label-crop">{words.crop}</p>
            <p className="packet-label-variety">‘{words.variety}’</p>
            {words.lines.map(({ text, strong }) => (
              <p key={text}>{strong ? <b>{text}</b> : italic && text.startsWith(italic) ? <Italic head={italic} text={text} /> : text}</p>
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
            {looks && <SeedPortrait portrait={looks} size={44} className="packet-label-seed" />}
          </div>
        </article>
        <SheetForm key={key} file={file} count={count} formKey={key} hasPrinter={hasPrinter} lot={lot} />
      </div>
    </>
  );
}

const Italic = ({ head, text }: { head: string; text: string }) => (
  <>
    <i>{head}</i>
    {text.slice(head.length)}
  </>
);

/** Many of them on a sheet or a roll, as a PDF or to the label printer. */
function SheetForm({
  file,
  count,
  formKey,
  hasPrinter,
  lot,
}: {
  file: string;
  count: number;
  formKey: string;
  hasPrinter: boolean;
  lot: { made: string; seeds: number | null } | null;
}) {
  const [sheet, setSheet] = useState<SheetId>('a4-24');
  const { pathname } = useLocation();
  const places = SHEETS[sheet].columns * SHEETS[sheet].rows;
  return (
    <Form
      reloadDocument
      action={file}
      {...(lot && { method: 'post', target: '_blank' })}
      className="no-print max-w-2xl space-y-5 max-xl:mt-8"
      aria-label="Print labels (PDF)"
    >
      <h2>Sheets or a roll</h2>
      <input type="hidden" name="key" value={formKey} />
      {lot && <input type="hidden" name="made" value={lot.made} />}
      <div className={classes('grid items-end gap-5', lot ? 'sm:grid-cols-3' : 'sm:grid-cols-2')}>
        <SheetSelect className="sm:col-span-full" value={sheet} onSheet={setSheet} />
        <label>
          <span className="font-semibold">Labels</span>
          <input name="count" type="number" min={1} max={600} defaultValue={count} className="input mt-1" />
        </label>
        <label>
          <span className="font-semibold">First free label</span>
          <input name="start" type="number" min={1} max={places} defaultValue={1} className="input mt-1" disabled={places === 1} />
        </label>
        {lot && (
          <label>
            <span className="font-semibold">Seeds in each (optional)</span>
            <input name="seeds" type="number" min={1} defaultValue={lot.seeds ?? ''} className="input mt-1" />
          </label>
        )}
      </div>
      <p className="text-small text-soft">
        On a part-used sheet, count from the top left, row by row, to the first free label. Print at 100 %, not “fit to page”.
      </p>
      <div className="flex flex-wrap gap-3">
        <Button type="submit" look="action">
          <FileText aria-hidden className="size-5" />
          Print labels (PDF)
        </Button>
        {hasPrinter && (
          <Button type="submit" formMethod="post" formAction={pathname} formTarget="_self">
            <Printer aria-hidden className="size-5" />
            Send to label printer
          </Button>
        )}
      </div>
    </Form>
  );
}
