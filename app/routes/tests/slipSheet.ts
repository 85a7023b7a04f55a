import { data } from 'react-router';
import { labelFile } from '#app/platform/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import type { Route } from './+types/slipSheet.ts';
import { readSlip } from './slipWords.server.ts';

/** Slips of one towel as a PDF. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'work');
  const words = await readSlip(Number(params.id), request, house.units);
  if (!words) throw data(null, { status: 404 });
  return labelFile(words, request);
}
