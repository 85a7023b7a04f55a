import { dryDayOf, dryingPrior, forecastDrying } from './dryingCurve.ts';
import { seeded } from '../distributions/seeded.ts';

/**
 * Share of invented batches whose true drying day lies inside the forecast's 80 % range, after 3 to 7 weighings at irregular days.
 * @param batches how many to invent; @param error the scale's standard error, g; @param seed of the pseudo-random numbers
 */
export function shareInsideRange(batches: number, error: number, seed: number): number {
  const { share: next, normal } = seeded(seed);
  const prior = dryingPrior(60, false);
  let inside = 0;
  for (let batch = 0; batch < batches; batch += 1) {
    const start = 300 + 600 * next();
    const rate = Math.exp(prior.logRate + prior.logRateSpread * normal());
    const lost = Math.min(0.9, Math.exp(prior.logLost + prior.logLostSpread * normal()));
    const weighings = Array.from({ length: 3 + Math.floor(next() * 5) }, (_, index) => {
      const day = index * (0.6 + 0.4 * ((index * 7) % 3));
      return { day, weight: start * (1 - lost * -Math.expm1(-rate * day)) + error * normal(), error };
    });
    const [low, , high] = forecastDrying(weighings, prior).dryDay;
    const truth = dryDayOf({ start, lost, rate });
    if (truth >= low && truth <= high) inside += 1;
  }
  return inside / batches;
}
