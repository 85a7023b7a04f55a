import { data, redirect } from 'react-router';
import { formOf } from '#app/platform/incoming.server.ts';
import { askedIn, pdfAnswer } from '#app/platform/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { MOST_IN_A_RUN, sheetFrom } from '#contracts/labels.ts';
import { labelRunsPdf } from '#services/labels.server.ts';
import { recordLabels } from '#services/lots/labels.server.ts';
import type { Route } from './+types/labelsSheet.ts';
import { labelsAsked } from './labelsAsked.ts';
import { readLabel } from './labelWords.server.ts';

/** The sheet is made by the form of the list. */
export function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'work');
  throw redirect('/labels');
}

/** New labels of several lots on one run of sheets, as a PDF; recorded as made. */
export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const form = await formOf(request);
  const made = labelsAsked(form);
  if (!made) throw redirect('/labels?labels=0');
  const count = made.lots.reduce((sum, { labels }) => sum + labels, 0);
  if (count > MOST_IN_A_RUN) throw redirect(`/labels?labels=${count}`);
  const asked = askedIn(form);
  const runs = await Promise.all(
    made.lots.map(async ({ code, labels }) => {
      const label = await readLabel(code, visit.house, visit.today, request, asked);
      if (!label) throw data(null, { status: 404 });
      return { words: label.words, count: labels };
    }),
  );
  const { sheet, start } = sheetFrom(asked);
  const pdf = await labelRunsPdf(runs, sheet, start, 'Labels');
  await recordLabels(visit, made);
  return pdfAnswer(pdf, 'labels');
}
