import type { Crop, Range, ViabilityConstants } from '../almanac/crop.ts';
import { settlingMoisture } from '../bench/moisture.ts';
import { addAges, type Age } from './age.ts';

/** Air that seed is kept in: °C, and humidity 0 to 1. */
export interface Air {
  readonly celsius: number;
  readonly humidity: number;
}

/** A stretch of a lot's life in one place. */
export interface Spell {
  readonly days: number;
  readonly air: Air;
  /** A jar that shuts keeps the moisture it was closed with; paper follows the room. */
  readonly sealed: boolean;
  /** Moisture it was closed with, % of fresh weight; null where nobody found it out, and where it follows the room. */
  readonly moisture: number | null;
}

/**
 * What the almanac's lives are told of: the cool, dry cupboard of a house that people live in. Other places are set against it.
 * A drier, colder yardstick would make every ordinary room look like a ruin: lives were seen in ordinary rooms.
 */
export const HOME: Air = { celsius: 18, humidity: 0.5 };
/** Seed is shut into a jar in a room, and keeps in the cold the moisture it had there. */
const CLOSING_CELSIUS = 20;
/** What our bench finds dry enough to seal: humidity of 20 to 35 %, by its middle. */
export const DRY_ENOUGH: Air = { celsius: CLOSING_CELSIUS, humidity: 0.275 };
/**
 * Humidity at which a jar was closed that nobody measured: N(0.50, 0.12) within 0.25 to 0.80, by five equally likely values. A jar that nobody
 * measured is no dry jar: taken as 35 % its seed would seem to live up to six times as long.
 */
const CLOSED_UNMEASURED = [0.357, 0.441, 0.502, 0.563, 0.651] as const;
const MIDDLE = CLOSED_UNMEASURED[2];

const CELSIUS: Range = [-20, 40];
const MOISTURE: Range = [3, 18];
const within = (value: number, [low, high]: Range) => Math.min(high, Math.max(low, value));

/**
 * Days in which viability falls by one probit: `σ = 10^(K_E − C_W·log₁₀ m − C_H·T − C_Q·T²)` (Ellis and Roberts 1980).
 * @param moisture % of fresh weight, 3 to 18; @param celsius −20 to 40; outside, the nearest edge is used
 */
export function daysPerProbit({ KE, CW, CH, CQ }: ViabilityConstants, moisture: number, celsius: number): number {
  const t = within(celsius, CELSIUS);
  return 10 ** (KE - CW * Math.log10(within(moisture, MOISTURE)) - CH * t - CQ * t * t);
}

/** Harrington's rules hold between these; beyond, the nearest edge is used. */
const RULE_MOISTURE: Range = [5, 14];
const RULE_CELSIUS: Range = [0, 50];

/** By Harrington's rules life doubles for each 1 % less moisture, and for each 5 °C less: days against those at the other place. */
function byRule(moisture: number, celsius: number): number {
  return 2 ** -(within(moisture, RULE_MOISTURE) + within(celsius, RULE_CELSIUS) / 5);
}

const middle = ([low, high]: Range) => (low + high) / 2;

/** Moisture of seed, % of fresh weight, in a jar whose air was read once it had settled. */
export function moistureByJar({ celsius, humidity }: Air, oilPercent: Range): number {
  return settlingMoisture(humidity, celsius, middle(oilPercent) / 100).fresh;
}

/** Whether nobody knows how moist the seed was that was shut in. */
export const isUnmeasuredJar = ({ sealed, moisture }: Pick<Spell, 'sealed' | 'moisture'>): boolean => sealed && moisture === null;

/** Moisture of seed in a spell, % of fresh weight, at the middle of what it can be where nobody measured a jar; and whether something had to be brought inside what the equations cover. */
export function moistureIn(spell: Omit<Spell, 'days'>, oilPercent: Range): { readonly moisture: number; readonly clamped: boolean } {
  if (spell.moisture !== null)
    return { moisture: within(spell.moisture, MOISTURE), clamped: spell.moisture !== within(spell.moisture, MOISTURE) };
  const air = spell.sealed ? { celsius: CLOSING_CELSIUS, humidity: MIDDLE } : spell.air;
  const settled = settlingMoisture(air.humidity, air.celsius, middle(oilPercent) / 100);
  return { moisture: within(settled.fresh, MOISTURE), clamped: settled.clamped || settled.fresh !== within(settled.fresh, MOISTURE) };
}

/**
 * How many days in cool dry home storage a day in this place is worth: above 1 where seed ages faster; in an unmeasured jar at the middle of its moisture.
 * By the crop's own viability equation, or by Harrington's rules where it has none.
 */
export function ageing(crop: Pick<Crop, 'oil' | 'constants'>, spell: Omit<Spell, 'days'>): number {
  const here = moistureIn(spell, crop.oil).moisture;
  const home = moistureIn({ air: HOME, sealed: false, moisture: null }, crop.oil).moisture;
  const life = (moisture: number, celsius: number) =>
    crop.constants ? daysPerProbit(crop.constants, moisture, celsius) : byRule(moisture, celsius);
  return life(home, HOME.celsius) / life(here, spell.air.celsius);
}

/** What a day of a spell adds to a lot's age. */
export function ageingOf(crop: Pick<Crop, 'oil' | 'constants'>, spell: Omit<Spell, 'days'>): Age {
  const days = ageing(crop, spell);
  return isUnmeasuredJar(spell) ? { known: 0, shut: days } : days;
}

/** Days of home storage that a lot's spells add up to: probits add, so days over σ do. */
export function homeDays(crop: Pick<Crop, 'oil' | 'constants'>, spells: readonly Spell[]): Age {
  return spells.reduce<Age>((sum, { days, ...spell }) => addAges(sum, ageingOf(crop, spell), days), { known: 0, shut: 0 });
}

/** How much faster seed ages in a jar closed at a humidity than in one closed at the middle of those that are likely. */
export function jarFactor(crop: Pick<Crop, 'oil' | 'constants'>, closed: number): number {
  const life = (humidity: number) => {
    const { moisture } = moistureIn(
      { air: HOME, sealed: true, moisture: moistureByJar({ celsius: CLOSING_CELSIUS, humidity }, crop.oil) },
      crop.oil,
    );
    return crop.constants ? daysPerProbit(crop.constants, moisture, HOME.celsius) : byRule(moisture, HOME.celsius);
  };
  return life(MIDDLE) / life(closed);
}

/** The factors of a jar that nobody measured, equally likely. */
export const jarFactors = (crop: Pick<Crop, 'oil' | 'constants'>): readonly number[] =>
  CLOSED_UNMEASURED.map((humidity) => jarFactor(crop, humidity));

/** Rule of thumb: temperature in °F plus humidity in % is to be under 100. */
export function ruleOfThumb({ celsius, humidity }: Air): { readonly sum: number; readonly holds: boolean } {
  const sum = (celsius * 9) / 5 + 32 + humidity * 100;
  return { sum, holds: sum < 100 };
}
