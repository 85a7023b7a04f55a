import { createContext, useContext } from 'react';
import { formatStock, type Units } from '#core/units/formatAmount.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';

/** How this house writes weights and distances. */
export const UnitsContext = createContext<Units>('metric');
export const useUnits = (): Units => useContext(UnitsContext);

/** An amount of a lot as the house writes it. */
export function Stock({ amount, unit }: { amount: number; unit: StockUnit }) {
  return <>{formatStock(amount, unit, useUnits())}</>;
}
