/**
 * Effective number of separate sexes: 4·N_m·N_f/(N_m + N_f). Ten females among twenty that flower: 20.
 * Throws RangeError below one plant of either.
 */
export function effectiveOfSexes(males: number, females: number): number {
  if (!(males >= 1 && females >= 1)) throw new RangeError('at least one male and one female');
  return (4 * males * females) / (males + females);
}

/** Sum of the squares of the mothers' shares of the seed, Σcᵢ². Throws RangeError unless the shares add up to 1. */
export function sumOfSquares(shares: readonly number[]): number {
  const sum = shares.reduce((total, share) => total + share, 0);
  if (shares.length === 0 || Math.abs(sum - 1) > 1e-6) throw new RangeError('the mothers’ shares add up to one');
  return shares.reduce((total, share) => total + share * share, 0);
}

/**
 * Effective number of a hermaphrodite outcrosser whose pollen comes at random from all plants, and whose next generation is drawn at random from
 * the mixed seed: (4N − 2)/((N − 1)·Σcᵢ² + 3 − 1/N). Equal spoonfuls from all of 20: 20; from 10 of them: 16.1; one mother of 20: 3.6, of 5: 2.6.
 * @param squares Σcᵢ² of the mothers' shares; @param plants all that flowered, N, at least as many as there are mothers
 */
export function effectiveOfOutcrossers(squares: number, plants: number): number {
  if (!(squares > 0 && squares <= 1 + 1e-9)) throw new RangeError('shares of seed lie above 0 and up to 1');
  if (!(plants * squares >= 1 - 1e-9)) throw new RangeError('no more mothers than plants that flowered');
  return (4 * plants - 2) / ((plants - 1) * squares + 3 - 1 / plants);
}

/** Inbreeding of a line with outcrossing rate t, at balance: F = (1 − t)/(1 + t). */
export function inbreeding(outcrossing: number): number {
  if (!(outcrossing >= 0 && outcrossing <= 1)) throw new RangeError('an outcrossing rate lies between 0 and 1');
  return (1 - outcrossing) / (1 + outcrossing);
}

/** Effective number of a selfer's plants that gave these shares of the seed: 1/((1 + F)·Σcᵢ²). Twenty alike, all selfing: 10. */
export function effectiveOfSelfers(squares: number, outcrossing: number): number {
  if (!(squares > 0 && squares <= 1 + 1e-9)) throw new RangeError('shares of seed lie above 0 and up to 1');
  return 1 / ((1 + inbreeding(outcrossing)) * squares);
}

/**
 * Effective number of one season's plants: t·Nₑ(outcrosser) + (1 − t)·Nₑ(selfer), with t the share of seed from other plants' pollen.
 * @param squares Σcᵢ² of the mothers' shares; @param plants all that flowered
 */
export function effectiveOf(outcrossing: number, squares: number, plants: number): number {
  return outcrossing * effectiveOfOutcrossers(squares, plants) + (1 - outcrossing) * effectiveOfSelfers(squares, outcrossing);
}

/** Effective number over successive generations of one line of descent: the harmonic mean. Throws RangeError for none, or one that is not above zero. */
export function effectiveOverGenerations(each: readonly number[]): number {
  if (each.length === 0 || each.some((plants) => !(plants > 0))) throw new RangeError('each generation had some plants');
  return each.length / each.reduce((sum, plants) => sum + 1 / plants, 0);
}

/** Share of a line's diversity that is left after successive generations: Π(1 − 1/(2Nₑ)). */
export function diversityKept(each: readonly number[]): number {
  return each.reduce((left, effective) => left * (1 - 1 / (2 * Math.max(0.5, effective))), 1);
}

/** Chance that at least one of the plants sampled carries a trait that this share of all plants carries: 1 − (1 − q)^N. 1 in 20, N 20: 0.642. */
export function chanceOfCarrier(carriers: number, plants: number): number {
  if (!(carriers >= 0 && carriers <= 1 && plants >= 0)) throw new RangeError('shares lie between 0 and 1');
  return 1 - (1 - carriers) ** plants;
}
