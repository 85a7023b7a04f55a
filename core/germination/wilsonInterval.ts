/** Two-sided 95 % point of the standard normal. */
const Z_95 = 1.959963984540054;

export interface Interval {
  readonly low: number;
  readonly high: number;
}

/**
 * Wilson score interval for a share, for showing beside k of n.
 * @param k germinated seeds, 0 ≤ k ≤ n
 * @param n seeds laid, n ≥ 1
 * @param z normal quantile of the two-sided level; 95 % unless given
 * @returns bounds as shares 0–1, clamped exactly at 0 of n and n of n
 * @throws RangeError outside that domain
 * Source: E. B. Wilson 1927.
 */
export function wilsonInterval(k: number, n: number, z: number = Z_95): Interval {
  if (!(Number.isInteger(k) && Number.isInteger(n) && n >= 1 && k >= 0 && k <= n)) throw new RangeError(`not k of n: ${k} of ${n}`);
  const share = k / n;
  const weight = 1 + (z * z) / n;
  const middle = (share + (z * z) / (2 * n)) / weight;
  const half = (z / weight) * Math.sqrt((share * (1 - share)) / n + (z * z) / (4 * n * n));
  return { low: k === 0 ? 0 : middle - half, high: k === n ? 1 : middle + half };
}
