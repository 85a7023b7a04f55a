/** Tells the time. Everything that needs the present moment takes one, so that tests can set it. */
export type Clock = () => Date;

/**
 * The clock of this process: the machine's, or one that stands at `startsAt` when the process begins and runs on from there.
 * @param startsAt an ISO 8601 instant, for tests; absent or empty for the machine's own time
 * @throws Error with a line for the operator when it is not an instant
 */
export function clockFrom(startsAt: string | undefined): Clock {
  if (!startsAt) return () => new Date();
  const start = Date.parse(startsAt);
  if (Number.isNaN(start)) throw new Error(`CLOCK is "${startsAt}": it must be an instant, like 2027-02-28T23:50:00Z`);
  const ahead = start - Date.now();
  return () => new Date(Date.now() + ahead);
}
