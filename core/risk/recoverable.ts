/** Above so many plants a sum of binomials is as good as normal, and its median half a plant under the next. */
const MANY_PLANTS = 100;

/**
 * Whether a sowing of all that is left would give at least so many plants as likely as not: P(Σ Binomial(nᵢ, pᵢ) ≥ plants) ≥ ½.
 * The median of such a sum lies within ln 2 of its mean (Hamza 1995), so that only near the border the sum itself has to be worked out.
 * @param seeds nᵢ, fractions allowed near nothing else; @param shares pᵢ, the chance of each seed to become a plant, 0 to 1
 */
export function isRecoverable(seeds: ArrayLike<number>, shares: ArrayLike<number>, plants: number): boolean {
  let mean = 0;
  for (let index = 0; index < seeds.length; index += 1) mean += seeds[index]! * shares[index]!;
  if (mean >= plants) return true;
  if (mean < plants - Math.LN2) return false;
  if (plants > MANY_PLANTS) return mean >= plants - 0.5;
  return 1 - chanceUnder(seeds, shares, plants) >= 0.5;
}

/** Chance of fewer than so many plants: the binomials folded into each other, as far as they stay under it. */
function chanceUnder(seeds: ArrayLike<number>, shares: ArrayLike<number>, plants: number): number {
  let sum = new Float64Array(plants);
  sum[0] = 1;
  for (let index = 0; index < seeds.length; index += 1) {
    const [n, p] = [Math.floor(seeds[index]!), shares[index]!];
    if (n === 0 || p === 0) continue;
    const one = binomial(n, p, plants);
    const next = new Float64Array(plants);
    for (let a = 0; a < plants; a += 1) {
      const chance = sum[a]!;
      if (chance > 0) for (let b = 0; a + b < plants; b += 1) next[a + b]! += chance * one[b]!;
    }
    sum = next;
  }
  return sum.reduce((all, chance) => all + chance, 0);
}

/** Chances of 0, 1, … plants, `upTo` of them. */
function binomial(n: number, p: number, upTo: number): Float64Array {
  const chances = new Float64Array(upTo);
  if (p >= 1) {
    if (n < upTo) chances[n] = 1;
    return chances;
  }
  const odds = p / (1 - p);
  let chance = Math.exp(n * Math.log1p(-p));
  for (let k = 0; k < upTo && k <= n; k += 1) {
    chances[k] = chance;
    chance *= (odds * (n - k)) / (k + 1);
  }
  return chances;
}
