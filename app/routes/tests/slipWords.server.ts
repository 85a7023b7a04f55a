import { formatDate } from '#core/calendar/formatDate.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import { findTest } from '#data/tests.ts';
import type { LabelWords } from '#services/labels.server.ts';
import { db } from '#app/platform/database.server.ts';
import { addressOf } from '#app/platform/labels.server.ts';
import { hazardWords } from '#app/ui/promiseWords.ts';

/** What the slip in a towel says; null where there is no such test. */
export async function readSlip(id: number, request: Request): Promise<LabelWords | null> {
  const test = Number.isSafeInteger(id) ? await findTest(db, id) : undefined;
  if (!test) return null;
  return {
    crop: test.crop,
    variety: test.variety,
    code: test.code,
    address: addressOf(`/tests/${id}`, request),
    lines: [
      {
        text: `Test ${id}: ${test.replicates > 1 ? `${test.replicates} × ${test.seedsLaid / test.replicates}` : test.seedsLaid} seeds, laid ${formatDate(test.laidOn)}`,
        strong: true,
      },
      { text: `Counted: ${test.counted}, at ${test.celsius} °C` },
      {
        text: `First count ${formatDate(addDays(test.laidOn, test.firstCountDays))}, last ${formatDate(addDays(test.laidOn, test.finalCountDays))}`,
      },
    ],
    hazards: hazardWords({ treated: test.treated, cautions: [] }),
  };
}
