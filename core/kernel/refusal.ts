/**
 * What stands against something that was typed, as a code: `what: why`, and the figures its sentence names after bars, as `text: too long|80`.
 * The sentences are in words/refusals.ts; a test holds the codes of the code against those that have words.
 */
export const refusal = (code: string, ...figures: readonly (string | number)[]): string =>
  [code, ...figures.map((one) => String(one).replaceAll('|', '/'))].join('|');
