import type { Milligrams, Metres, Seeds } from '../kernel/kinds.ts';
import type { StockUnit } from './seedsAndWeight.ts';

/** A weight for reading, three figures at most: `850 mg`, `4.2 g`, `180 g`, `1.25 kg`; or `0.15 oz`, `2 lb 12 oz`. */
export function formatWeight(milligrams: Milligrams, units: Units = 'metric'): string {
  if (units === 'imperial') return formatOunces(milligrams);
  if (Math.abs(milligrams) < 1_000) return `${milligrams} mg`;
  const [value, unit] = Math.abs(milligrams) < 1_000_000 ? [milligrams / 1_000, 'g'] : [milligrams / 1_000_000, 'kg'];
  return `${trim(value)} ${unit}`;
}

/** Whole seeds with a thousands separator: `1 200 seeds`, `1 seed`. */
export function formatSeeds(seeds: Seeds): string {
  return `${grouped(seeds)} ${Math.abs(seeds) === 1 ? 'seed' : 'seeds'}`;
}

/** How the house writes weights and distances. */
export type Units = 'metric' | 'imperial';

const MILLIGRAMS_PER_OUNCE = 28_349.523_125;
const METRES_PER_FOOT = 0.3048;
const FEET_PER_MILE = 5280;

/** An amount of a lot in the unit its ledger is kept in, written as the house writes weights: `1.25 kg`, `2 lb 12 oz`, `0.15 oz`. */
export function formatStock(amount: number, unit: StockUnit, units: Units = 'metric'): string {
  return unit === 'seed' ? formatSeeds(amount) : formatWeight(amount, units);
}

function formatOunces(milligrams: Milligrams): string {
  const ounces = milligrams / MILLIGRAMS_PER_OUNCE;
  if (Math.abs(Number(trim(ounces))) < 16) return `${trim(ounces)} oz`;
  // Rounded before it is parted: three pounds are not two and sixteen ounces.
  const whole = Math.round(ounces);
  const [pounds, rest] = [Math.trunc(whole / 16), Math.abs(whole % 16)];
  return rest === 0 ? `${pounds} lb` : `${pounds} lb ${rest} oz`;
}

/** A distance for reading: `60 m`, `1.2 km`, `200 ft`, `0.5 miles`. */
export function formatMetres(metres: Metres, units: Units = 'metric'): string {
  if (units === 'metric') return metres < 1000 ? `${trim(Math.round(metres))} m` : `${trim(metres / 1000)} km`;
  const feet = metres / METRES_PER_FOOT;
  return feet < FEET_PER_MILE / 4
    ? `${Math.round(feet)} ft`
    : `${trim(feet / FEET_PER_MILE)} ${trim(feet / FEET_PER_MILE) === '1' ? 'mile' : 'miles'}`;
}

/** A count rounded to what is honest for a derived figure: two significant figures, `about 340 seeds`. */
export function formatAboutSeeds(seeds: Seeds): string {
  const step = seeds >= 100 ? 10 ** (Math.floor(Math.log10(seeds)) - 1) : 1;
  return `about ${formatSeeds(Math.round(seeds / step) * step)}`;
}

/** Hundredths of a currency for reading: `€4.20`. @param currency an ISO 4217 code */
export function formatMoney(hundredths: number, currency: string): string {
  return new Intl.NumberFormat('en', { style: 'currency', currency }).format(hundredths / 100);
}

const IN_THREES = new Intl.NumberFormat('en', { maximumFractionDigits: 20 });

/** Digits in groups of three with a thin no-break space. */
export function grouped(value: number): string {
  return IN_THREES.format(value + 0).replaceAll(',', '\u202f');
}

function trim(value: number): string {
  const digits = Math.abs(value) >= 100 ? 0 : Math.abs(value) >= 10 ? 1 : 2;
  // Adding nothing turns a minus zero into zero.
  return String(Number(value.toFixed(digits)) + 0);
}
