import { readPart } from '#core/stock/readPart.ts';
import { unitsForSeeds, type StockUnit } from '#core/units/seedsAndWeight.ts';
import type { Holding } from './moving.server.ts';
import type { Amount } from '#core/units/parseAmount.ts';

/** How much of a holding was typed, in its lot's units; `null` is all of it. */
export type PartProblem =
  | { readonly code: 'unreadable part'; readonly ofPackets: boolean }
  | { readonly code: 'weight of counted seed' }
  | { readonly code: 'more than there is'; readonly most: number; readonly ofPackets: boolean };

/** Reads how much of a holding is meant, or refuses. */
export function unitsOfPart(
  { balance, packetUnits }: Pick<Holding, 'balance' | 'packetUnits'>,
  lot: { readonly unit: StockUnit; readonly seedsPerGram: number },
  typed: string | null,
  refuse: (problem: PartProblem) => never,
): number {
  const ofPackets = packetUnits !== null;
  if (typed === null) return balance;
  const part = readPart(typed, ofPackets) ?? refuse({ code: 'unreadable part', ofPackets });
  const units = part === 'too much' ? Infinity : 'packets' in part ? part.packets * packetUnits! : unitsOf(part.loose, lot, refuse);
  if (units > balance) refuse({ code: 'more than there is', most: Math.floor(balance / (packetUnits ?? 1)), ofPackets });
  return units;
}

function unitsOf(
  amount: Amount,
  { unit, seedsPerGram }: { readonly unit: StockUnit; readonly seedsPerGram: number },
  refuse: (problem: PartProblem) => never,
): number {
  if (amount.kind === 'count') return unitsForSeeds(amount.seeds, unit, seedsPerGram);
  return unit === 'mg' ? amount.milligrams : refuse({ code: 'weight of counted seed' });
}
