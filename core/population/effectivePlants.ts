/**
 * Effective number of plants when only some of those that flowered gave seed: 4·N_m·N_f/(N_m + N_f).
 * One mother among five pollen parents: 3.3. Throws RangeError below one plant of either.
 */
export function effectiveOfMothersAndFathers(mothers: number, fathers: number): number {
  if (!(mothers >= 1 && fathers >= 1)) throw new RangeError('at least one mother and one father');
  return (4 * mothers * fathers) / (mothers + fathers);
}

/**
 * Effective number of an outcrosser with random pollen and unequal seed from its mothers: (4N − 2)/(N·Σcᵢ² + 2).
 * @param shares each mother's share of the seed; they add up to 1; with equal shares of N = 20 the answer is 26
 * @param plants all that flowered, N
 */
export function effectiveOfUnequalMothers(shares: readonly number[], plants: number): number {
  const sum = shares.reduce((total, share) => total + share, 0);
  if (shares.length === 0 || Math.abs(sum - 1) > 1e-6) throw new RangeError('the mothers’ shares add up to one');
  if (plants < shares.length) throw new RangeError('no more mothers than plants that flowered');
  const squares = shares.reduce((total, share) => total + share * share, 0);
  return (4 * plants - 2) / (plants * squares + 2);
}

/** Inbreeding of a line with outcrossing rate t, at balance: F = (1 − t)/(1 + t). */
export function inbreeding(outcrossing: number): number {
  if (!(outcrossing >= 0 && outcrossing <= 1)) throw new RangeError('an outcrossing rate lies between 0 and 1');
  return (1 - outcrossing) / (1 + outcrossing);
}

/** Effective number of a selfer's plants that gave seed alike: N/(1 + F). */
export function effectiveOfSelfers(plants: number, outcrossing: number): number {
  if (!(plants >= 1)) throw new RangeError('at least one plant');
  return plants / (1 + inbreeding(outcrossing));
}

/** Effective number over generations: the harmonic mean. Throws RangeError for none, or one that is not above zero. */
export function effectiveOverGenerations(each: readonly number[]): number {
  if (each.length === 0 || each.some((plants) => !(plants > 0))) throw new RangeError('each generation had some plants');
  return each.length / each.reduce((sum, plants) => sum + 1 / plants, 0);
}

/** Share of a line's diversity that is left: Π(1 − 1/(2Nₑ)). */
export function diversityKept(each: readonly number[]): number {
  return each.reduce((left, effective) => left * (1 - 1 / (2 * Math.max(0.5, effective))), 1);
}

/** Chance that a variant of frequency q is among the plants sampled: 1 − (1 − q)^(2N/(1 + F)). q 0.05, N 20: 0.871 at F 0, 0.642 at F 1. */
export function chanceOfKeeping(frequency: number, plants: number, inbred: number): number {
  if (!(frequency >= 0 && frequency <= 1 && inbred >= 0 && inbred <= 1 && plants >= 0)) throw new RangeError('shares lie between 0 and 1');
  return 1 - (1 - frequency) ** ((2 * plants) / (1 + inbred));
}
