import { db } from '#app/platform/database.server.ts';
import { addressOf } from '#app/platform/labels.server.ts';
import { hazardWords } from '#words/promise.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import { findBatch } from '#data/bench/batches.ts';
import type { House } from '#data/house/house.ts';
import type { LabelWords } from '#services/labels.server.ts';
import { methodWords } from '#words/bench.ts';

/** What the tag of a jar or tray says; null where there is no such batch. */
export async function readTag(id: number, house: House, request: Request): Promise<{ vessel: string; words: LabelWords } | null> {
  const batch = await findBatch(db, id);
  if (!batch) return null;
  const begun = formatDate(dayInZone(batch.openedAt, house.timeZone));
  return {
    vessel: batch.vessel,
    words: {
      crop: batch.crop,
      variety: batch.variety,
      code: batch.code,
      address: addressOf(`/bench/${batch.id}`, request),
      lines: [{ text: batch.vessel, strong: true }, { text: `${methodWords(batch.method, house.recipes).title}, started ${begun}` }],
      hazards: hazardWords({ treated: batch.treated, cautions: [] }),
    },
  };
}
