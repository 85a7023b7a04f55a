import { thickerOf } from '#core/germination/sowThicker.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readOutlook } from '#data/lots/outlooks.ts';
import { db } from '#app/platform/database.server.ts';
import { lotMeant } from '#services/lots/lotMeant.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { termsOf } from '#app/ui/StockBar.tsx';
import { hazardWords } from '#words/promise.ts';
import { nextTestWords } from '#words/sayings.ts';
import { readStockOfLine } from '#services/stock/lineStock.server.ts';
import type { Route } from './+types/aboutLot.ts';
import { lendingOfLot } from '#core/stock/lineStock.ts';

/** What the lending desk shows of a lot as soon as its code is read: its promise, its outlook, a test that is due, its hazards, and how many packets may be lent. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'work');
  const read = await lotMeant(db, new URL(request.url).searchParams.get('code') ?? '', today);
  const lot = read.ok ? await findLotByCode(db, read.code) : undefined;
  if (!lot) return { lot: null };
  const [outlook, stock] = await Promise.all([readOutlook(db, lot.id), readStockOfLine(db, house, today, lot.lineId)]);
  const { answer: lending, packets } = lendingOfLot(stock, lot.code);
  return {
    lot: {
      code: lot.code,
      crop: lot.crop,
      variety: lot.variety,
      promise: lot.promise,
      lending,
      packets,
      isTested: lot.laid !== null,
      stock: termsOf(stock),
      hazards: hazardWords({ treated: lot.treated, cautions: lot.facts.cautions }),
      outlook: outlook && { low: outlook.low, median: outlook.median, high: outlook.high },
      thicker: outlook && thickerOf(lot.verdict, outlook.median),
      testDue: lot.nextTestOn !== null && lot.nextTestOn <= today ? nextTestWords(lot.nextTestReason) : null,
      ease: lot.facts.ease,
      easeWhy: lot.facts.easeWhy,
    },
  };
}
