import { data } from 'react-router';
import { labelFile } from '#app/platform/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import type { Route } from './+types/labelSheet.ts';
import { readLabel } from './labelWords.server.ts';

/** Labels of one lot as a PDF. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'work');
  const label = await readLabel(params.code, house, today, request);
  if (!label) throw data(null, { status: 404 });
  return labelFile(label.words, request);
}
