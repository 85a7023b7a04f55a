import { data } from 'react-router';
import { SHEETS, SHEET_IDS } from '#core/labels/sheets.ts';
import { labelPdf } from '#services/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import type { Route } from './+types/labelSheet.ts';
import { readLabel } from './labelWords.server.ts';

const MOST = 600;

/** Labels of one lot as a PDF: `sheet`, `count` and `start` say on what, how many and from which place of a used sheet. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'work');
  const label = await readLabel(params.code, house.name, request);
  if (!label) throw data(null, { status: 404 });
  const query = new URL(request.url).searchParams;
  const sheet = SHEET_IDS.find((id) => id === query.get('sheet')) ?? 'a4-24';
  const count = Math.min(MOST, Math.max(1, Math.trunc(Number(query.get('count'))) || 1));
  const places = SHEETS[sheet].columns * SHEETS[sheet].rows;
  const start = Math.min(places, Math.max(1, Math.trunc(Number(query.get('start'))) || 1));
  const pdf = await labelPdf(label.words, sheet, count, start);
  return new Response(new Uint8Array(pdf), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="labels-${label.words.code}.pdf"`,
      'cache-control': 'private, no-store',
    },
  });
}
