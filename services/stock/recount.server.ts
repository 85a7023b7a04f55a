import type { z } from 'zod';
import { ofLot } from '#contracts/fields.ts';
import { copyCountForm, recountForm } from '#contracts/stock/stock.ts';
import { tenfold } from '#core/kernel/tenfold.ts';
import { unitsForSeeds, type StockUnit } from '#core/units/seedsAndWeight.ts';
import { move, readLedger } from '#data/stock/ledger.ts';
import { findHoldings } from '#data/stock/places.ts';
import { command, type Acting, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { assertWithinLimit, type CoordinatorOnly } from './limit.server.ts';
import { drawFromLot, looseHolding, type Short } from './stock.server.ts';

type CountProblem =
  | NoLot
  | Short
  | CoordinatorOnly
  | { readonly code: 'nothing changed' }
  | { readonly code: 'other unit'; readonly unit: 'seed' | 'mg' }
  | { readonly code: 'is it so'; readonly times: number; readonly onRecord: number; readonly unit: StockUnit; readonly typed: string };

export type RecountProblem =
  CountProblem | { readonly code: 'more than ever'; readonly most: number; readonly unit: StockUnit; readonly typed: string };

/** What was counted, in the lot's unit. */
function unitsCounted(
  amount: Counted['amount'],
  { unit, seedsPerGram }: { readonly unit: StockUnit; readonly seedsPerGram: number },
  refuse: (problem: CountProblem) => never,
): number {
  if (amount === null) return 0;
  if (amount.kind === 'weight') return unit === 'seed' ? refuse({ code: 'other unit', unit: 'seed' }) : amount.milligrams;
  return unitsForSeeds(amount.seeds, unit, seedsPerGram);
}

type Counted = z.output<typeof recountForm>;

/** Asks once about an amount that is off by ten from what is on record; confirmed, it is taken. */
function askIfTenfold(
  { amount, sure }: Counted,
  units: number,
  onRecord: number,
  unit: StockUnit,
  refuse: (problem: CountProblem) => never,
): void {
  const off = tenfold(units, onRecord);
  if (off && amount && sure !== amount.typed) refuse({ code: 'is it so', times: off.times, onRecord, unit, typed: amount.typed });
}

const counted = ({ key, amount, reason }: Counted, { actor, today }: Pick<Acting, 'actor' | 'today'>) => ({
  actKey: key,
  typed: amount?.typed ?? '0',
  reason,
  happenedOn: today,
  personId: actor.personId,
});

/** Seed that came in was judged by eye, or has drawn damp: so many times what was ever there is no slip yet. */
const BY_EYE = 1.25;

/** Corrects the record after a shelf count: the difference is found or missing, with a reason; nothing is erased. */
export const recountLot = command(
  'stock counted',
  { input: ofLot(recountForm) },
  async ({ tx, actor, today, refuse }: Inside<RecountProblem>, recount) => {
    const lot = await lockedLot(tx, recount.code, refuse);
    const units = unitsCounted(recount.amount, lot, refuse);
    const difference = units - lot.onHand;
    if (difference === 0) refuse({ code: 'nothing changed' });
    askIfTenfold(recount, units, lot.onHand, lot.unit, refuse);
    const most = Math.max(0, ...(await readLedger(tx, lot.id)).map(({ balance }) => balance));
    if (units > BY_EYE * most && most > 0 && recount.amount && recount.sure !== recount.amount.typed)
      refuse({ code: 'more than ever', most, unit: lot.unit, typed: recount.amount.typed });
    const movement = counted(recount, { actor, today });
    if (difference < 0) {
      await assertWithinLimit(tx, actor, lot, { units: -difference, today }, refuse);
      await drawFromLot(tx, lot, -difference, { ...movement, kind: 'missing', to: { outside: 'count difference' } }, refuse);
    } else
      await move(tx, {
        ...movement,
        lotId: lot.id,
        kind: 'found',
        from: { outside: 'count difference' },
        to: { holding: await looseHolding(tx, lot.id) },
        amount: difference,
      });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  },
);

export type CopyCountProblem = CountProblem | { readonly code: 'no copy there' };

/** Corrects the record after a keeper has looked: what is missing of a safety copy, or all of it, is missing there and nowhere else. */
export const countCopy = command(
  'copy counted',
  { input: ofLot(copyCountForm) },
  async ({ tx, actor, today, refuse }: Inside<CopyCountProblem>, count) => {
    const lot = await lockedLot(tx, count.code, refuse);
    const there = (await findHoldings(tx, lot.id)).filter(({ place, isAway, balance }) => isAway && balance > 0 && place === count.place);
    const [first] = there;
    if (!first) return refuse({ code: 'no copy there' });
    const [units, onRecord] = [unitsCounted(count.amount, lot, refuse), there.reduce((sum, { balance }) => sum + balance, 0)];
    const difference = units - onRecord;
    if (difference === 0) refuse({ code: 'nothing changed' });
    askIfTenfold(count, units, onRecord, lot.unit, refuse);
    const movement = { ...counted(count, { actor, today }), lotId: lot.id };
    if (difference > 0)
      await move(tx, { ...movement, kind: 'found', from: { outside: 'count difference' }, to: { holding: first.id }, amount: difference });
    let missing = -difference;
    if (missing > 0) await assertWithinLimit(tx, actor, lot, { units: missing, today }, refuse);
    for (const { id, balance } of there) {
      const amount = Math.min(missing, balance);
      if (amount <= 0) break;
      await move(tx, { ...movement, kind: 'missing', from: { holding: id }, to: { outside: 'count difference' }, amount });
      missing -= amount;
    }
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  },
);
