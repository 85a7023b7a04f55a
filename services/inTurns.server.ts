/** One thread answers everybody: nobody waits longer than about this for somebody else's thousands of rows. */
const STRETCH_MS = 10;

/** Maps many items in stretches of a few milliseconds, between which other requests get their turn. @param now milliseconds of a clock that never goes back */
export async function mapInTurns<Item, Result>(
  items: readonly Item[],
  map: (item: Item) => Result,
  now: () => number = () => performance.now(),
): Promise<Result[]> {
  const results: Result[] = [];
  let since = now();
  for (const item of items) {
    results.push(map(item));
    if (now() - since < STRETCH_MS) continue;
    await new Promise((resolve) => setImmediate(resolve));
    since = now();
  }
  return results;
}
