import { betaQuantile } from '../distributions/beta.ts';
import { atLeast } from '../distributions/binomial.ts';
import type { Seeds } from '../kernel/kinds.ts';
import type { Beta } from './betaPosterior.ts';

/** Share of seedlings that become plants. */
export const SURVIVAL = 0.85;
const MOST = 100_000;
/** Equally likely shares by which an uncertain germination is integrated over. */
const POINTS = 32;

/**
 * Smallest number of seeds to sow so that at least `plants` stand with this assurance: P(Binomial(N, p·s) ≥ plants) ≥ assurance, with p known or
 * integrated over its posterior. Null where no number up to the limit gives that assurance. 24 plants, s 0.85, 95 %: 48 of p 0.72; 54 after 8 of 10
 * (Jeffreys, no spread).
 * @param germination p, above 0 to 1, or its distribution; @param survival s, the share of seedlings that become plants, above 0 to 1
 * @throws RangeError for shares outside
 */
export function seedsToSow(plants: number, germination: number | Beta, survival: number, assurance = 0.95, limit = MOST): Seeds | null {
  const isShare = typeof germination !== 'number' || (germination > 0 && germination <= 1);
  if (!isShare || !(survival > 0 && survival <= 1) || !(assurance > 0 && assurance < 1))
    throw new RangeError('shares lie above 0 and up to 1');
  if (plants <= 0) return 0;
  const points = typeof germination === 'number' ? 1 : POINTS;
  const shares: number[] = [];
  const shareAt = (point: number) =>
    (shares[point] ??= survival * (typeof germination === 'number' ? germination : quantileAt((point + 0.5) / POINTS, germination)));
  const mayFail = (1 - assurance) * points;
  const assured = (seeds: number) => {
    let failing = 0;
    for (let point = 0; point < points && failing <= mayFail; point += 1) {
      const fails = 1 - atLeast(plants, seeds, shareAt(point));
      failing += fails;
      // From worst to best: the rest fail no more often than this one, so that the first few tell.
      if (failing + fails * (points - 1 - point) <= mayFail) return true;
    }
    return failing <= mayFail;
  };
  if (!assured(limit)) return null;
  let [least, most] = [Math.ceil(plants) - 1, Math.min(limit, Math.ceil(plants))];
  while (!assured(most)) [least, most] = [most, Math.min(limit, 2 * most)];
  while (most - least > 1) {
    const middle = Math.floor((least + most) / 2);
    if (assured(middle)) most = middle;
    else least = middle;
  }
  return most;
}

const quantileAt = (chance: number, { a, b }: Beta) => betaQuantile(chance, a, b, 1e-6);
