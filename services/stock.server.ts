import type { StockUnit } from '#core/units/seedsAndWeight.ts';
import type { Db } from '#data/database.ts';
import { brokenRule } from '#data/databaseErrors.ts';
import { move, type NewMovement } from '#data/ledger.ts';
import { findHoldings } from '#data/places.ts';
import type { Refuse } from './perform.server.ts';

/** There is less on hand than was asked for. */
export interface Short {
  readonly code: 'short';
  readonly onHand: number;
  readonly unit: StockUnit;
}

type Drawing = Omit<NewMovement, 'from' | 'lotId' | 'amount'>;

/**
 * Takes an amount out of a locked lot, from its holdings in order, or refuses when they do not hold as much.
 * @param packetUnits what is taken in packets of this size comes out of packets of this size first
 */
export async function drawFromLot(
  tx: Db,
  lot: { readonly id: number; readonly onHand: number; readonly unit: StockUnit },
  amount: number,
  movement: Drawing,
  refuse: Refuse<Short>,
  packetUnits?: number,
): Promise<void> {
  const short: Short = { code: 'short', onHand: lot.onHand, unit: lot.unit };
  if (amount > lot.onHand) refuse(short);
  let wanted = amount;
  const holdings = await findHoldings(tx, lot.id);
  const inPackets = holdings.filter((holding) => packetUnits !== undefined && holding.packetUnits === packetUnits);
  for (const holding of [...inPackets, ...holdings.filter((one) => !inPackets.includes(one))]) {
    const taken = Math.min(wanted, holding.balance);
    if (taken === 0) continue;
    try {
      await move(tx, { ...movement, lotId: lot.id, from: { holding: holding.id }, amount: taken });
    } catch (error) {
      if (brokenRule(error) === 'holding_never_below_zero') refuse(short);
      throw error;
    }
    wanted -= taken;
  }
}
