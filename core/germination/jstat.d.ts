/** The few functions of jstat that the core uses. */
declare module 'jstat' {
  export const jStat: {
    /** Regularised incomplete beta function I_x(a, b). */
    ibeta(x: number, a: number, b: number): number;
    /** Natural logarithm of the beta function. */
    betaln(a: number, b: number): number;
    /** Regularised lower incomplete gamma function P(a, x). */
    lowRegGamma(a: number, x: number): number;
    beta: { inv(p: number, a: number, b: number): number };
    normal: { inv(p: number, mean: number, deviation: number): number; cdf(x: number, mean: number, deviation: number): number };
  };
  const whole: { jStat: typeof jStat };
  export default whole;
}
