import { printInput } from '#contracts/labels.ts';
import { command, type Inside } from '#services/command.server.ts';
import { labelPdf } from './labels.server.ts';

/** What is asked of the label printer here. */
export interface Printer {
  print(pdf: Uint8Array): Promise<boolean>;
}

/** Sends labels to the printer once, however often the form is sent, and records who did. */
export const printLabels = command(
  'labels printed',
  {
    input: printInput,
    prepare: async ({ printer }, { words, sheet, count, start }) => ({
      ok: true,
      answer: { printer, pdf: new Uint8Array(await labelPdf(words, sheet, count, start)) },
    }),
  },
  async ({ refuse }: Inside<{ readonly code: 'no printer' }>, { count, words }, { printer, pdf }) => {
    if (!(await printer?.print(pdf))) refuse({ code: 'no printer' });
    return { answer: { labels: count }, subject: words.code };
  },
);
