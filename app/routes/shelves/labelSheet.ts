import { data } from 'react-router';
import { sheetFrom } from '#contracts/bench.ts';
import { labelPdf } from '#services/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import type { Route } from './+types/labelSheet.ts';
import { readLabel } from './labelWords.server.ts';

/** Labels of one lot as a PDF: `sheet`, `count` and `start` say on what, how many and from which place of a used sheet. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'work');
  const label = await readLabel(params.code, house.name, request);
  if (!label) throw data(null, { status: 404 });
  const { sheet, count, start } = sheetFrom(new URL(request.url).searchParams);
  const pdf = await labelPdf(label.words, sheet, count, start);
  return new Response(new Uint8Array(pdf), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="labels-${label.words.code}.pdf"`,
      'cache-control': 'private, no-store',
    },
  });
}
