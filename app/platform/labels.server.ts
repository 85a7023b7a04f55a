import bwipjs from 'bwip-js/node';
import { printForm, sheetFrom } from '#contracts/bench/bench.ts';
import { labelPdf, type LabelWords } from '#services/labels.server.ts';
import { printLabels } from '#services/printing.server.ts';
import { devices } from './devices.server.ts';
import { newFormKey, notAccepted, readForm } from './form.server.ts';
import type { SignedIn } from './visit.server.ts';

/** The address at which people reach this library, for codes that are scanned. */
export const addressOf = (path: string, request: Request): string => `${process.env['PUBLIC_URL'] ?? new URL(request.url).origin}${path}`;

/** A code to be scanned, as a picture. */
export const qrOf = (address: string): string => bwipjs.toSVG({ bcid: 'qrcode', text: address });

/** What a page that shows and prints a label needs. @param file where its PDF is */
export function labelPage(words: LabelWords, file: string, request: Request) {
  const count = Math.trunc(Number(new URL(request.url).searchParams.get('count'))) || 1;
  return {
    words,
    file,
    count,
    key: newFormKey(),
    hasPrinter: devices.printer !== null,
    qr: qrOf(words.address),
  };
}

/** Labels as a PDF: `sheet`, `count` and `start` of the address say on what, how many and from which place of a used sheet. */
export async function labelFile(words: LabelWords, request: Request): Promise<Response> {
  const { sheet, count, start } = sheetFrom(new URL(request.url).searchParams);
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

/** Sends labels to the label printer: the same that the PDF would hold. */
export async function printFromForm(words: LabelWords, request: Request, visit: SignedIn) {
  const { submission } = await readForm(request, printForm);
  if (submission.status !== 'success')
    return notAccepted({ printed: null, trouble: 'Reload the page and choose the sheet, the starting place and the number again' });
  const done = await printLabels(visit, { ...submission.value, words });
  return done.ok
    ? { printed: done.answer.labels, trouble: null }
    : notAccepted({
        printed: null,
        trouble: 'The label printer does not answer, so nothing was printed. Check that it is plugged in and switched on',
      });
}
