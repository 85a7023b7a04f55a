import { data } from 'react-router';
import { sheetFrom } from '#contracts/labels.ts';
import { labelRunsPdf } from '#services/labels.server.ts';
import { pdfAnswer } from '#app/platform/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import type { Route } from './+types/slipsSheet.ts';
import { readSlips, testIdsFrom } from './slipWords.server.ts';

/** Slips of a whole tray as a PDF, one for each towel. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'work');
  const slips = await readSlips(testIdsFrom(request), request, house.units);
  if (slips.length === 0) throw data(null, { status: 404 });
  const { sheet, start } = sheetFrom(new URL(request.url).searchParams);
  return pdfAnswer(
    await labelRunsPdf(
      slips.map((words) => ({ words, count: 1 })),
      sheet,
      start,
      `${slips.length} towel slips`,
    ),
    'slips',
  );
}
