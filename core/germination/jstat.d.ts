/** The few functions of jstat that the core uses. */
declare module 'jstat' {
  export const jStat: {
    /** Regularised lower incomplete gamma function P(a, x). */
    lowRegGamma(a: number, x: number): number;
    normal: { inv(p: number, mean: number, deviation: number): number; cdf(x: number, mean: number, deviation: number): number };
  };
  const whole: { jStat: typeof jStat };
  export default whole;
}
