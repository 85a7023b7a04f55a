import { effectiveOf } from './effectivePlants.ts';

/** How the seed of a generation is shared out among its mothers. */
export const SHARINGS = ['equal', 'one gives half', 'few give most'] as const;
export type Sharing = (typeof SHARINGS)[number];

/** The mothers' shares of the seed, adding up to one: alike; one gives half of it; or each two thirds of what the one before gave. */
export function sharesOf(plants: number, sharing: Sharing): readonly number[] {
  if (!(Number.isInteger(plants) && plants >= 1)) throw new RangeError('at least one plant');
  if (sharing === 'equal' || plants === 1) return new Array<number>(plants).fill(1 / plants);
  if (sharing === 'one gives half') return [0.5, ...new Array<number>(plants - 1).fill(0.5 / (plants - 1))];
  const raw = Array.from({ length: plants }, (_, turn) => (2 / 3) ** turn);
  const sum = raw.reduce((total, share) => total + share, 0);
  return raw.map((share) => share / sum);
}

export interface Population {
  readonly plants: number;
  readonly shares: readonly number[];
  /** Share of seed from other plants' pollen, 0 to 1. */
  readonly outcrossing: number;
}

/** Effective plants of such a generation: see `effectiveOf`. */
export const effectiveIn = ({ plants, shares, outcrossing }: Population): number =>
  effectiveOf(
    outcrossing,
    shares.reduce((sum, share) => sum + share * share, 0),
    plants,
  );

/** Share of the diversity that is expected to be left after each generation, 1 at first: (1 − 1/(2Nₑ))^g. */
export function expectedDiversity(population: Population, generations: number): number[] {
  const kept = 1 - 1 / (2 * Math.max(0.5, effectiveIn(population)));
  return Array.from({ length: generations + 1 }, (_, generation) => kept ** generation);
}

/**
 * One line through the generations, plant by plant: each seed has a mother, drawn by the shares, and its pollen from the mother herself or, as often
 * as the crop outcrosses, from any plant. Two variants of a gene begin alike often.
 * @param chance uniform numbers from 0 up to 1
 * @returns how often the first variant is, at first and after each generation: `generations + 1` frequencies
 */
export function driftOfPlants({ plants, shares, outcrossing }: Population, generations: number, chance: () => number): number[] {
  // Two genes a plant, each 0 or 1.
  let genes = Array.from({ length: 2 * plants }, (_, gene) => gene % 2);
  const frequency = () => genes.reduce((sum, gene) => sum + gene, 0) / genes.length;
  const path = [frequency()];
  for (let generation = 0; generation < generations; generation += 1) {
    const next = new Array<number>(2 * plants);
    for (let seed = 0; seed < plants; seed += 1) {
      const mother = drawn(shares, chance());
      const father = chance() < outcrossing ? Math.floor(chance() * plants) : mother;
      next[2 * seed] = genes[2 * mother + (chance() < 0.5 ? 0 : 1)]!;
      next[2 * seed + 1] = genes[2 * father + (chance() < 0.5 ? 0 : 1)]!;
    }
    genes = next;
    path.push(frequency());
  }
  return path;
}

function drawn(shares: readonly number[], at: number): number {
  let sum = 0;
  for (let index = 0; index < shares.length; index += 1) {
    sum += shares[index]!;
    if (at < sum) return index;
  }
  return shares.length - 1;
}

/** Diversity left after each generation, of many runs together: the mean of 2p(1 − p), against what it was at first. */
export function diversityOf(runs: readonly (readonly number[])[]): number[] {
  const [first = []] = runs;
  const at = (generation: number) => runs.reduce((sum, run) => sum + 2 * run[generation]! * (1 - run[generation]!), 0) / runs.length;
  const start = at(0);
  return first.map((_, generation) => (start === 0 ? 0 : at(generation) / start));
}
