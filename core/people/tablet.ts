/** A shared tablet that nobody touched for so long asks for a PIN again. */
export const LOCKS_AFTER_MS = 5 * 60_000;

/** Whether a PIN is four to eight digits, and none that anybody would try first: all the same, or one after the other. */
export function isPin(text: string): boolean {
  if (!/^\d{4,8}$/.test(text)) return false;
  const steps = [...text].slice(1).map((digit, index) => Number(digit) - Number(text[index]));
  return !steps.every((step) => step === steps[0] && Math.abs(step) <= 1);
}
