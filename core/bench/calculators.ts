import type { Seeds, Milligrams } from '../kernel/kinds.ts';
import { containerFacts } from '../stock/containers.ts';
/** What takes water out of seed in a closed jar. */
export type Desiccant = 'silica' | 'rice';
/** Grams of water that a gram of it, dry, takes up at the humidity seed is dried to, about a third. */
const DESICCANT_HOLDS: Record<Desiccant, number> = { silica: 0.2, rice: 0.05 };

export interface Silica {
  /** By the rule of thumb: as much gel as seed, and as much more of another desiccant as it holds less. */
  readonly byRule: number;
  /** Gel for the water that has to go, from moisture now and wanted; null where these are not known. */
  readonly byWater: number | null;
  /** Loads of one rule-of-thumb portion, re-dried in between, that take up the water. */
  readonly loads: number | null;
}

/**
 * Desiccant for a batch, in milligrams: 1 : 1 by weight for gel, and by the water to be taken up, `W·(m₁ − m₂)/(100 − m₂) ÷ capacity`.
 * @param milligrams seed as it is now; @param from, to moisture in % of fresh weight, `from` null when not known
 */
export function silicaGel(milligrams: Milligrams, from: number | null, to: number, desiccant: Desiccant = 'silica'): Silica {
  const byRule = milligrams * (DESICCANT_HOLDS.silica / DESICCANT_HOLDS[desiccant]);
  if (from === null || from <= to) return { byRule, byWater: from === null ? null : 0, loads: from === null ? null : 0 };
  const water = (milligrams * (from - to)) / (100 - to);
  const byWater = water / DESICCANT_HOLDS[desiccant];
  return { byRule, byWater, loads: Math.ceil(byWater / byRule - 1e-9) };
}

/** Soda comes as crystals that are mostly water, or as the dry powder that strengths are told of. */
export const SODA_FORMS = ['dry powder', 'crystals'] as const;
export type SodaForm = (typeof SODA_FORMS)[number];
/** Na₂CO₃·10H₂O weighs 286.14 and Na₂CO₃ 105.99 grams per mole. */
const SODA_WEIGHS: Record<SodaForm, number> = { 'dry powder': 1, crystals: 286.14 / 105.99 };
/** Grams in a level 5 ml teaspoon, about. */
const SODA_TEASPOON: Record<SodaForm, number> = { 'dry powder': 5, crystals: 4.5 };

export type SodaAnswer =
  | { readonly ok: true; readonly grams: number; readonly teaspoons: number; readonly usual: boolean }
  | { readonly ok: false; readonly why: 'strength' | 'volume' };

/** Washing soda for a volume of water at a strength in % weight by volume; 1 to 3 % is usual. Teaspoons to the nearest quarter. */
export function washingSoda(millilitres: number, percent: number, form: SodaForm): SodaAnswer {
  if (!(millilitres > 0 && millilitres <= 100_000)) return { ok: false, why: 'volume' };
  if (!(percent > 0 && percent <= 100)) return { ok: false, why: 'strength' };
  const grams = (millilitres * percent * SODA_WEIGHS[form]) / 100;
  return { ok: true, grams, teaspoons: Math.round((grams / SODA_TEASPOON[form]) * 4) / 4, usual: percent >= 1 && percent <= 3 };
}

export type Dilution =
  | { readonly ok: true; readonly stock: number; readonly water: number }
  | { readonly ok: false; readonly why: 'bottle strength' | 'weaker bottle' | 'strength' | 'volume' };

/** Dilutes a bottle of known strength: `C₁V₁ = C₂V₂`, volumes in millilitres, strengths in %. The bottle's strength is never assumed. */
export function dilute(bottle: number, wanted: number, millilitres: number): Dilution {
  if (!(bottle > 0 && bottle <= 100)) return { ok: false, why: 'bottle strength' };
  if (!(wanted > 0 && wanted <= 100)) return { ok: false, why: 'strength' };
  if (wanted > bottle) return { ok: false, why: 'weaker bottle' };
  if (!(millilitres > 0 && millilitres <= 100_000)) return { ok: false, why: 'volume' };
  const stock = (millilitres * wanted) / bottle;
  return { ok: true, stock, water: millilitres - stock };
}

export interface SampleWeight {
  readonly perGram: number;
  /** 80 % range. */
  readonly low: number;
  readonly high: number;
  /** How many seeds a sample takes for a range of a tenth either way. */
  readonly countFor10: number;
}

/** Seeds of one lot differ by about a fifth in weight. */
const SPREAD_BETWEEN_SEEDS = 0.2;
const Z80 = 1.2816;

/**
 * Seeds per gram from a counted and weighed sample: `n/W`, with the error of scale and of seeds that differ,
 * `√((s/W)² + 0.2²/n)`. @param scaleError in milligrams. Throws RangeError for an empty sample.
 */
export function seedsPerGramOf(seeds: Seeds, milligrams: Milligrams, scaleError: number): SampleWeight {
  if (!(seeds >= 1 && milligrams > 0)) throw new RangeError('a sample has seeds and weight');
  const perGram = (seeds * 1000) / milligrams;
  const share = Z80 * Math.sqrt((scaleError / milligrams) ** 2 + SPREAD_BETWEEN_SEEDS ** 2 / seeds);
  const each = milligrams / seeds;
  const enough = (count: number) => Z80 * Math.sqrt((scaleError / (each * count)) ** 2 + SPREAD_BETWEEN_SEEDS ** 2 / count) <= 0.1;
  const countFor10 = [10, 20, 25, 50, 100, 200, 250, 500, 1000, 2000, 5000, 10_000].find(enough) ?? 20_000;
  return { perGram, low: perGram * Math.max(0, 1 - share), high: perGram * (1 + share), countFor10 };
}

/** Heat a kilogram holds (J/kg·K) of seed and of glass; still air takes 5 W/m²·K off a surface. */
const SEED_HEAT = 1800;
const GLASS_HEAT = 840;
const STILL_AIR = 5;
const SEED_DENSITY = 700;
/** A heap of seed warms later inside than a lump of metal would. */
const HEAP = 2;
const LEAST_HOURS = 1;

/**
 * Hours a cold, closed container should stand before it is opened, so that no water condenses on the seed: lumped warming
 * of a cube, `ΔT = ΔT₀·e^(−t/τ)`, `τ = 2·mc/(hA)`, until a degree above the dew point of the room. Cautious; an hour at least.
 * @param milligrams of seed; @param humidity of the room, 0 to 1; temperatures in °C
 */
export function warmUpHours(milligrams: Milligrams, container: string, from: number, room: number, humidity: number): number {
  const dew = dewPoint(room, humidity);
  const may = Math.max(0.5, room - dew - 1);
  if (room - from <= may) return 0;
  const kilograms = milligrams / 1e6;
  const heat = kilograms * (SEED_HEAT + containerFacts(container).shell * GLASS_HEAT);
  const side = Math.cbrt(kilograms / SEED_DENSITY);
  const hours = (HEAP * heat) / (STILL_AIR * 6 * side * side) / 3600;
  return Math.max(LEAST_HOURS, hours * Math.log((room - from) / may));
}

/** Temperature (°C) at which air of this temperature and humidity (0 to 1) lets its water go (Magnus form, Sonntag 1990). */
export function dewPoint(celsius: number, humidity: number): number {
  const gamma = Math.log(Math.min(1, Math.max(0.01, humidity))) + (17.62 * celsius) / (243.12 + celsius);
  return (243.12 * gamma) / (17.62 - gamma);
}
