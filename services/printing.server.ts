import type { SheetId } from '#core/labels/sheets.ts';
import type { Actor } from '#data/people/accounts.ts';
import type { Db } from '#data/database.ts';
import { labelPdf, type LabelWords } from './labels.server.ts';
import { perform } from './perform.server.ts';

/** What is asked of the label printer here. */
export interface Printer {
  print(pdf: Uint8Array): Promise<boolean>;
}

/** Sends labels to the printer once, however often the form is sent, and writes down who did. */
export async function printLabels(
  db: Db,
  actor: Actor,
  printer: Printer | null,
  print: { key: string; sheet: SheetId; count: number; start: number; words: LabelWords },
) {
  const pdf = await labelPdf(print.words, print.sheet, print.count, print.start);
  return perform<{ labels: number }, { readonly code: 'no printer' }>(
    db,
    { key: print.key, command: 'labels printed', actor },
    async (_tx, refuse) => {
      if (!(await printer?.print(new Uint8Array(pdf)))) refuse({ code: 'no printer' });
      return { answer: { labels: print.count }, subject: print.words.code };
    },
  );
}
