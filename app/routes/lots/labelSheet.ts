import { data } from 'react-router';
import { formOf } from '#app/platform/incoming.server.ts';
import { askedIn, labelFile } from '#app/platform/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { labelsMade, sheetFrom } from '#contracts/labels.ts';
import { recordLabels } from '#services/lots/labels.server.ts';
import type { Route } from './+types/labelSheet.ts';
import { readLabel } from './labelWords.server.ts';

/** Labels of one lot as a PDF, to look at. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'work');
  const label = await readLabel(params.code, house, today, request);
  if (!label) throw data(null, { status: 404 });
  return labelFile(label.words, request);
}

/** The same to be printed: recorded as made. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const asked = askedIn(await formOf(request));
  const label = await readLabel(params.code, visit.house, visit.today, request, asked);
  if (!label) throw data(null, { status: 404 });
  const made = labelsMade.safeParse({ key: asked.get('made'), lots: [{ code: label.words.code, labels: sheetFrom(asked).count }] });
  if (!made.success) throw data(null, { status: 400 });
  await recordLabels(visit, made.data);
  return labelFile(label.words, request, asked);
}
