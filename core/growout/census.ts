import { daysBetween, addDays } from '../calendar/plainDate.ts';
import { SURVIVAL } from '../germination/seedsToSow.ts';
import type { Day } from '../kernel/kinds.ts';
import { atLeast } from '../distributions/binomial.ts';
import type { Census } from './log.ts';

/** Whether enough plants will give seed. */
export type Standing =
  | { readonly kind: 'enough'; readonly plants: number }
  /** Fewer stand than are needed: whatever happens, it will be too few. */
  | { readonly kind: 'too few'; readonly plants: number; readonly needed: number }
  /** Enough stand today, and by this day it is as likely as not that they are too few. */
  | { readonly kind: 'in danger'; readonly plants: number; readonly needed: number; readonly chance: number; readonly by: Day };

/** Losses are even over the season: of 100 seedlings so many see its end, 100·s; of those that stand on a day, s^(what is left of it). */
function survivalTo(census: Day, until: Day, { sownOn, ripeOn }: Growing): number {
  const season = Math.max(1, daysBetween(sownOn, ripeOn));
  return SURVIVAL ** (Math.max(0, daysBetween(census, until)) / season);
}

export interface Growing {
  readonly sownOn: Day;
  readonly ripeOn: Day;
}

/** Chance that of the plants counted on a day at least `needed` stand on a later one: binomial, P(X ≥ needed). */
export function chanceOfEnough(census: Census, needed: number, until: Day, growing: Growing): number {
  return atLeast(needed, census.plants, survivalTo(census.on, until, growing));
}

/**
 * How a grow-out stands by its last count of plants: too few is certain once fewer are counted than are needed; before that, the first day by
 * which the chance of enough has fallen under a half, if there is one before the seed is ripe.
 */
export function standingOf(census: Census, needed: number, growing: Growing): Standing {
  const { plants } = census;
  if (plants < needed) return { kind: 'too few', plants, needed };
  const chance = chanceOfEnough(census, needed, growing.ripeOn, growing);
  if (chance >= 0.5) return { kind: 'enough', plants };
  let [early, late] = [0, daysBetween(census.on, growing.ripeOn)];
  while (late - early > 1) {
    const middle = Math.floor((early + late) / 2);
    if (chanceOfEnough(census, needed, addDays(census.on, middle), growing) < 0.5) late = middle;
    else early = middle;
  }
  return { kind: 'in danger', plants, needed, chance, by: addDays(census.on, late) };
}
