import type { LotId } from '#core/kernel/kinds.ts';
import { planDrawing } from '#core/stock/planDrawing.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';
import type { Db } from '#data/database.ts';
import { brokenRule } from '#data/databaseErrors.ts';
import { move, type NewMovement } from '#data/stock/ledger.ts';
import { createHolding, ensurePlace, findHoldings } from '#data/stock/places.ts';
import type { Refuse } from '#services/perform.server.ts';

/** There is less on hand than was asked for. */
export interface Short {
  readonly code: 'short';
  readonly onHand: number;
  readonly unit: StockUnit;
}

type Drawing = Omit<NewMovement, 'from' | 'lotId' | 'amount'>;

/**
 * Takes an amount out of a locked lot, or refuses when it does not hold as much. Packets of the size that is asked for go first, whole; then
 * loose seed; then whole packets, and where not a whole one is needed, one is opened: that is a movement of its own, and what is left of it is loose.
 * @param packetUnits the size that is asked for, where packets are handed out
 */
export async function drawFromLot(
  tx: Db,
  lot: { readonly id: number; readonly onHand: number; readonly unit: StockUnit },
  amount: number,
  movement: Drawing,
  refuse: Refuse<Short>,
  packetUnits?: number,
): Promise<void> {
  const holdings = await findHoldings(tx, lot.id);
  // A safety copy stays with its keeper, unless all of the lot goes.
  const here = amount < lot.onHand ? holdings.filter(({ isAway }) => !isAway) : holdings;
  const short: Short = { code: 'short', onHand: here.reduce((sum, { balance }) => sum + balance, 0), unit: lot.unit };
  if (amount > lot.onHand) refuse(short);
  const plan = planDrawing(here, amount, packetUnits) ?? refuse(short);
  try {
    if (plan.open) await move(tx, { ...movement, ...(await opening(tx, lot.id, plan.open)), lotId: lot.id });
    for (const { holding, taken } of plan.take) await move(tx, { ...movement, lotId: lot.id, from: { holding }, amount: taken });
    if (plan.open)
      await move(tx, { ...movement, lotId: lot.id, from: { holding: await looseHolding(tx, lot.id) }, amount: plan.open.needed });
  } catch (error) {
    if (brokenRule(error) === 'holding_never_below_zero') refuse(short);
    throw error;
  }
}

async function opening(tx: Db, lotId: LotId, { holding, each }: { holding: number; each: number }) {
  const to = { holding: await looseHolding(tx, lotId) };
  return { kind: 'unpacked', from: { holding }, to, amount: each, typed: '1 packet opened', reason: null } as const;
}

/** The holding of a lot's loose seed; an envelope where its packets lie, where it has none. */
export async function looseHolding(tx: Db, lotId: LotId): Promise<number> {
  const holdings = await findHoldings(tx, lotId);
  const loose = holdings.find(({ packetUnits, isAway }) => packetUnits === null && !isAway);
  if (loose) return loose.id;
  return createHolding(tx, { lotId, placeId: await ensurePlace(tx, holdings[0]!.place), container: 'paper envelope' });
}
