import { halfLifeYears } from '#core/almanac/crop.ts';
import { nextTest } from '#core/germination/nextTest.ts';
import { verdict } from '#core/germination/verdict.ts';
import type { Db } from '#data/database.ts';
import { readHouse } from '#data/house.ts';
import { findLot, readVerdicts, saveOutlook } from '#data/lots.ts';
import { lastReadTest } from '#data/tests.ts';

/** Reckons the lots again whose verdict changes with the house's thresholds. Runs in the transaction that has changed them. */
export async function refreshVerdicts(tx: Db, today: string): Promise<void> {
  const house = (await readHouse(tx))!;
  for (const { id, sprouted, laid, kept } of await readVerdicts(tx)) {
    if (verdict(sprouted, laid, house.thresholds).kind !== kept) await refreshOutlook(tx, id, today);
  }
}

/** Reckons again what a lot's last test says and when the next is due, and keeps it with the lot. */
export async function refreshOutlook(tx: Db, lotId: number, today: string): Promise<void> {
  const [lot, last, house] = await Promise.all([findLot(tx, lotId), lastReadTest(tx, lotId), readHouse(tx)]);
  if (!lot || !house) throw new Error(`lot ${lotId} has vanished`);
  const read =
    last && last.sprouted !== null && last.endedOn !== null
      ? {
          endedOn: last.endedOn,
          sprouted: last.sprouted,
          laid: last.seedsLaid,
          verdict: verdict(last.sprouted, last.seedsLaid, house.thresholds).kind,
        }
      : null;
  const next = nextTest({ harvested: lot.harvested, last: read, somethingLeft: lot.onHand > 0 }, halfLifeYears(lot.facts), today);
  await saveOutlook(tx, lotId, {
    verdict: read?.verdict ?? null,
    sprouted: read?.sprouted ?? null,
    laid: read?.laid ?? null,
    testedOn: read?.endedOn ?? null,
    nextTestOn: next.kind === 'due' ? next.on : null,
    nextTestReason: next.reason,
  });
}
