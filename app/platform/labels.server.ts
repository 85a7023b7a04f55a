import bwipjs from 'bwip-js/node';
import { printForm, sheetFrom } from '#contracts/labels.ts';
import { labelPdf, type LabelWords } from '#services/labels.server.ts';
import { recordLabels } from '#services/lots/labels.server.ts';
import { printLabels } from '#services/printing.server.ts';
import { devices } from './devices.server.ts';
import { newFormKey, notAccepted, parseForm } from './form.server.ts';
import type { SignedIn } from './visit.server.ts';

/** The address at which people reach this library, for codes that are scanned. */
export const addressOf = (path: string, request: Request): string => `${process.env['PUBLIC_URL'] ?? new URL(request.url).origin}${path}`;

/** A code to be scanned, as a picture. */
export const qrOf = (address: string): string => bwipjs.toSVG({ bcid: 'qrcode', text: address });

/** What a page that shows and prints a label needs. @param file where its PDF is @param of what is asked of a lot's label, whose printing is recorded; null for tags and slips */
export function labelPage(words: LabelWords, file: string, request: Request, of: { readonly seeds: number | null } | null = null) {
  const count = Math.trunc(Number(new URL(request.url).searchParams.get('count'))) || 1;
  return {
    words,
    file,
    count,
    key: newFormKey(),
    lot: of && { made: newFormKey(), seeds: of.seeds },
    hasPrinter: devices.printers.length > 0,
    qr: qrOf(words.address),
  };
}

/** The fields of a form as an address would hold them. */
export const askedIn = (form: FormData): URLSearchParams =>
  new URLSearchParams([...form].flatMap(([name, value]) => (typeof value === 'string' ? [[name, value]] : [])));

/** Labels as a PDF: `sheet`, `count` and `start` of the address say on what, how many and from which place of a used sheet. */
export async function labelFile(words: LabelWords, request: Request, asked = new URL(request.url).searchParams): Promise<Response> {
  const { sheet, count, start } = sheetFrom(asked);
  return pdfAnswer(await labelPdf(words, sheet, count, start), `labels-${words.code}`);
}

/** A PDF shown in the browser, and kept nowhere. */
export const pdfAnswer = (pdf: Buffer, name: string): Response =>
  new Response(new Uint8Array(pdf), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${name}.pdf"`,
      'cache-control': 'private, no-store',
    },
  });

/** Sends labels to the label printer: the same that the PDF would hold. Those of a lot are recorded as made. */
export async function printFromForm(words: LabelWords, form: FormData, visit: SignedIn) {
  const submission = parseForm(form, printForm);
  if (submission.status !== 'success')
    return notAccepted({ printed: null, trouble: 'Reload the page and choose the sheet, the starting place and the number again' });
  const { made, count } = submission.value;
  const done = await printLabels(visit, { ...submission.value, words });
  if (done.ok && made) await recordLabels(visit, { key: made, lots: [{ code: words.code, labels: count }] });
  return done.ok
    ? { printed: done.answer.labels, trouble: null }
    : notAccepted({
        printed: null,
        trouble: 'The label printer does not answer, so nothing was printed. Check that it is plugged in and switched on',
      });
}
