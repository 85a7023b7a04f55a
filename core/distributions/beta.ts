/** Lanczos' coefficients for g = 607/128, to 15 digits (Godfrey 2001). */
const G = 607 / 128;
const LANCZOS = [
  0.99999999999999709182, 57.156235665862923517, -59.597960355475491248, 14.136097974741747174, -0.49191381609762019978,
  0.33994649984811888699e-4, 0.46523628927048575665e-4, -0.98374475304879564677e-4, 0.15808870322491248884e-3, -0.21026444172410488319e-3,
  0.2174396181152126432e-3, -0.16431810653676389022e-3, 0.84418223983852743293e-4, -0.2619083840158140867e-4, 0.36899182659531622704e-5,
] as const;

/** Natural logarithm of Γ(z), for z > 0. */
function logGamma(z: number): number {
  if (z < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * z)) - logGamma(1 - z);
  let sum: number = LANCZOS[0];
  for (let index = 1; index < LANCZOS.length; index += 1) sum += LANCZOS[index]! / (z - 1 + index);
  const t = z - 0.5 + G;
  return 0.5 * Math.log(2 * Math.PI) + (z - 0.5) * Math.log(t) - t + Math.log(sum);
}

/** ln B(a, b) = ln Γ(a) + ln Γ(b) − ln Γ(a + b), for a, b > 0. */
export const logBeta = (a: number, b: number): number => logGamma(a) + logGamma(b) - logGamma(a + b);

const SMALLEST = 1e-300;
const MOST_TERMS = 20_000;

const apart = (value: number) => (value < SMALLEST && value > -SMALLEST ? SMALLEST : value);

/** The continued fraction of the incomplete beta function (Abramowitz and Stegun 26.5.8), by Lentz' method; converges fast for x < (a + 1) / (a + b + 2). */
function continuedFraction(x: number, a: number, b: number): number {
  let c = 1;
  let d = 1 / apart(1 - ((a + b) * x) / (a + 1));
  let value = d;
  for (let m = 1; m <= MOST_TERMS; m += 1) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / apart(1 + even * d);
    c = apart(1 + even / c);
    value *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / apart(1 + odd * d);
    c = apart(1 + odd / c);
    value *= d * c;
    if (Math.abs(d * c - 1) < 1e-15) return value;
  }
  return value;
}

/**
 * Regularised incomplete beta function I_x(a, b), the chance that a share with a Beta(a, b) distribution is at most x; right to 1e-12 where a and b
 * are up to a thousand. I_0.5(2, 2) = 0.5.
 * @throws RangeError unless a, b > 0 and 0 ≤ x ≤ 1
 */
export function betaBelow(x: number, a: number, b: number): number {
  if (!(a > 0 && b > 0 && x >= 0 && x <= 1)) throw new RangeError(`not a Beta distribution or share: ${a}, ${b}, ${x}`);
  if (x === 0 || x === 1) return x;
  const front = Math.exp(a * Math.log(x) + b * Math.log1p(-x) - logBeta(a, b));
  return x < (a + 1) / (a + b + 2) ? (front * continuedFraction(x, a, b)) / a : 1 - (front * continuedFraction(1 - x, b, a)) / b;
}

/**
 * The share below which a Beta(a, b) distribution lies with chance `p`: bisection, hurried along by Newton's steps where they stay inside.
 * @param within relative error at which it may stop
 * @throws RangeError unless a, b > 0 and 0 ≤ p ≤ 1
 */
export function betaQuantile(p: number, a: number, b: number, within = 1e-15): number {
  if (!(p >= 0 && p <= 1)) throw new RangeError(`not a chance: ${p}`);
  if (p === 0 || p === 1) return p;
  const scale = logBeta(a, b);
  let [low, high] = [0, 1];
  let x = a / (a + b);
  for (let step = 0; step < 200 && high - low > within * high; step += 1) {
    const error = betaBelow(x, a, b) - p;
    if (error === 0) return x;
    if (error > 0) high = x;
    else low = x;
    const next = x - error / Math.exp((a - 1) * Math.log(x) + (b - 1) * Math.log1p(-x) - scale);
    // Where the chance is all in one tail, halving the exponent finds the place that halving the share would not.
    if (Math.abs(next - x) <= 0.1 * within * x) return x;
    x = next > low && next < high ? next : low === 0 ? high / 16 : (low + high) / 2;
    if (x < 1e-300) return x;
  }
  return x;
}
