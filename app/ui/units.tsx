import { createContext, useContext } from 'react';
import { lotState } from '#core/states/states.ts';
import { formatStock, type Units } from '#core/units/formatAmount.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';

/** How this house writes weights and distances. */
export const UnitsContext = createContext<Units>('metric');
export const useUnits = (): Units => useContext(UnitsContext);

/** How amounts can be written, said where they are asked for. */
export const EXAMPLES: Record<Units, { readonly weight: string; readonly clean: string; readonly part: string; readonly sample: string }> =
  {
    metric: { weight: '640 g, 1 lb 6 oz', clean: '42 g, about 300 seeds', part: '12 g, 200 seeds', sample: '4.2 g' },
    imperial: { weight: '1 lb 6 oz, 640 g', clean: '1½ oz, about 300 seeds', part: '½ oz, 200 seeds', sample: '0.15 oz' },
  };

/** An amount of a lot as the house writes it. */
export function Stock({ amount, unit }: { amount: number; unit: StockUnit }) {
  return <>{formatStock(amount, unit, useUnits())}</>;
}

/** What is left of a lot: its amount, or that it is still to be cleaned, or used up. */
export function StockLeft({ lot }: { lot: { readonly form: string; readonly onHand: number; readonly unit: StockUnit } }) {
  return lot.onHand > 0 ? <Stock amount={lot.onHand} unit={lot.unit} /> : <span className="text-soft">{lotState(lot)}</span>;
}
