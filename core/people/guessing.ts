/** Wrong passwords that anybody may type before waiting begins. */
const FREE_TRIES = 5;
const LONGEST_WAIT_SECONDS = 15 * 60;

/**
 * Seconds to wait before the next try, from the wrong tries of the last quarter of an hour:
 * none for the first five, then 15, 30, 60 … doubling up to 15 minutes.
 */
export function waitBeforeNextTry(wrongTries: number): number {
  if (wrongTries < FREE_TRIES) return 0;
  return Math.min(LONGEST_WAIT_SECONDS, 15 * 2 ** (wrongTries - FREE_TRIES));
}
