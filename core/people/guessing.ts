/** Wrong passwords that anybody may type before waiting begins. */
const FREE_TRIES = 5;
const LONGEST_WAIT_SECONDS = 15 * 60;
const QUARTER_HOUR_MS = 15 * 60_000;
const HOUR_MS = 60 * 60_000;
/** However patient somebody is, an account is tried no more often than this in any hour. */
export const MOST_TRIES_AN_HOUR = 10;
/** Many people may sit behind one machine's address, so it is given as many times the room of one account. */
export const ROOM_OF_A_MACHINE = 10;

/** So long a try is remembered. */
export const TRIES_COUNT_FOR_MS = HOUR_MS;

/** Seconds between one try and the next after so many in a quarter of an hour: none for the first five, then 15, 30, 60 … doubling up to 15 minutes. */
export function waitAfter(tries: number): number {
  return tries < FREE_TRIES ? 0 : Math.min(LONGEST_WAIT_SECONDS, 15 * 2 ** (tries - FREE_TRIES));
}

/**
 * Seconds until the next try: ever longer after each of the last quarter of an hour, and at most ten in any hour.
 * @param tries when there were tries of the last hour, latest first
 * @param room how many people may share the name they were made under
 * @returns 0 or less where one may try now
 */
export function secondsToWait(tries: readonly Date[], now: Date, room = 1): number {
  const [latest] = tries;
  if (!latest) return 0;
  const since = (at: Date) => now.getTime() - at.getTime();
  const lately = tries.filter((at) => since(at) < QUARTER_HOUR_MS).length;
  const first = tries[MOST_TRIES_AN_HOUR * room - 1];
  return Math.ceil(Math.max(waitAfter(Math.floor(lately / room)) - since(latest) / 1000, first ? (HOUR_MS - since(first)) / 1000 : 0));
}
