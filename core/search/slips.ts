/**
 * How many slips of the pen lie between two texts: a letter too many, missing, another, or two changed over (optimal string alignment
 * distance, Damerau 1964).
 */
export function slipsBetween(one: string, other: string): number {
  const [a, b] = [[...one], [...other]];
  let [before, last] = [[] as number[], Array.from({ length: b.length + 1 }, (_, index) => index)];
  for (let i = 1; i <= a.length; i += 1) {
    const now = [i];
    for (let j = 1; j <= b.length; j += 1) {
      const isSame = a[i - 1] === b[j - 1];
      now[j] = Math.min(last[j]! + 1, now[j - 1]! + 1, last[j - 1]! + (isSame ? 0 : 1));
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) now[j] = Math.min(now[j]!, before[j - 2]! + 1);
    }
    [before, last] = [last, now];
  }
  return last[b.length]!;
}

/** Shared letter triples, 0 to 1, from which two names are alike; two letters changed over share fewer, and are found by counting slips. */
const ALIKE = 0.55;
const SLIPS = 2;
const LETTERS_A_SLIP = 4;
/** Names that share fewer triples than this need not be compared at all. */
export const LEAST_ALIKE = 0.35;

const digits = (text: string) => text.replaceAll(/\D+/g, ' ').trim();

/**
 * Whether one name is probably the other, mistyped: a slip in four letters, two in eight. Another number is another thing. Both as search keys.
 * @param likeness their trigram similarity, 0 to 1
 */
export function isNearly(one: string, other: string, likeness: number): boolean {
  if (digits(one) !== digits(other)) return false;
  return likeness > ALIKE || slipsBetween(one, other) <= Math.min(SLIPS, Math.floor(Math.max(one.length, other.length) / LETTERS_A_SLIP));
}
