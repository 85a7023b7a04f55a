/** From so many times upwards, and from so small a share downwards, a figure has probably a digit too many or too few, or another unit. */
const TIMES = 8;

/** A figure that is far from what one would expect: how many times as much it is, or what share of it. */
export interface Tenfold {
  readonly times: number;
}

/**
 * Whether a figure is off by about ten, as slips of a digit, a comma or a unit are; null where it is not, and for none at all, which is an
 * answer of its own.
 * @param expected what there is on record, above 0; nothing is expected of 0
 */
export function tenfold(figure: number, expected: number): Tenfold | null {
  if (figure <= 0 || expected <= 0) return null;
  const times = figure / expected;
  return times >= TIMES || times <= 1 / TIMES ? { times } : null;
}
