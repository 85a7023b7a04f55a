import type { StockUnit } from './seedsAndWeight.ts';

/** Milligrams for reading: `850 mg`, `4.2 g`, `180 g`, `1.25 kg`, three figures at most. */
export function formatWeight(milligrams: number): string {
  if (Math.abs(milligrams) < 1_000) return `${milligrams} mg`;
  const [value, unit] = Math.abs(milligrams) < 1_000_000 ? [milligrams / 1_000, 'g'] : [milligrams / 1_000_000, 'kg'];
  return `${trim(value)} ${unit}`;
}

/** Whole seeds with a thousands separator: `1 200 seeds`, `1 seed`. */
export function formatSeeds(seeds: number): string {
  return `${grouped(seeds)} ${Math.abs(seeds) === 1 ? 'seed' : 'seeds'}`;
}

/** An amount of a lot in the unit its ledger is kept in. */
export function formatStock(amount: number, unit: StockUnit): string {
  return unit === 'seed' ? formatSeeds(amount) : formatWeight(amount);
}

/** A count rounded to what is honest for a derived figure: two significant figures, `about 340 seeds`. */
export function formatAboutSeeds(seeds: number): string {
  const step = seeds >= 100 ? 10 ** (Math.floor(Math.log10(seeds)) - 1) : 1;
  return `about ${formatSeeds(Math.round(seeds / step) * step)}`;
}

/** Digits in groups of three with a thin no-break space. */
export function grouped(value: number): string {
  return String(value).replace(/\B(?=(\d{3})+$)/g, '\u202f');
}

function trim(value: number): string {
  const digits = Math.abs(value) >= 100 ? 0 : Math.abs(value) >= 10 ? 1 : 2;
  return String(Number(value.toFixed(digits)));
}
