import { formatMetres, type Units } from './formatAmount.ts';
import { degreesIn } from './temperature.ts';

const MEASURE = /([−-]?\d{1,6}(?:\.\d{1,3})?)(?: to ([−-]?\d{1,6}(?:\.\d{1,3})?))? (°C|cm|m|km)(?![\p{L}²³])/gu;
const METRES = { m: 1, km: 1000 } as const;

/**
 * A sentence of the craft, written in degrees Celsius, metres and centimetres, as the house writes them: `20 to 25 °C` is `68 to 77 °F`,
 * `5 cm deep` is `2 in deep`. Weights and volumes stay: where they stand in a sentence they are a recipe's.
 */
export function proseIn(units: Units, text: string): string {
  if (units === 'metric') return text;
  return text.replace(MEASURE, (_, first: string, second: string | undefined, unit: '°C' | 'cm' | 'm' | 'km') => {
    const told = [first, second].filter((part) => part !== undefined).map((part) => Number(part.replace('−', '-')));
    if (unit === '°C') return `${told.map((degrees) => String(degreesIn(degrees, units)).replace('-', '−')).join(' to ')} °F`;
    if (unit === 'cm') return `${told.map(inches).join(' to ')} in`;
    return told.map((length) => formatMetres(length * METRES[unit], units)).join(' to ');
  });
}

/** Inches to the half, and no less than half of one. */
function inches(centimetres: number): string {
  const halves = Math.max(1, Math.round((centimetres / 2.54) * 2));
  const whole = Math.floor(halves / 2);
  return `${whole === 0 ? '' : whole}${halves % 2 === 1 ? '½' : ''}`;
}
