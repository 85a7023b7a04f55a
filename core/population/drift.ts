/**
 * One run of what chance does to a variant from generation to generation: each time 2N genes are drawn anew.
 * @param start frequency at first, 0 to 1; @param plants effective plants; @param chance a generator of numbers from 0 up to 1
 * @returns frequencies, the start among them: `generations + 1` of them
 */
export function driftRun(start: number, plants: number, generations: number, chance: () => number): number[] {
  if (!(start >= 0 && start <= 1) || !(plants >= 1)) throw new RangeError('a frequency from 0 to 1, and at least one plant');
  const genes = Math.max(1, Math.round(2 * plants));
  const path = [start];
  for (let generation = 0; generation < generations; generation += 1) {
    const frequency = path.at(-1)!;
    let drawn = 0;
    for (let gene = 0; gene < genes; gene += 1) if (chance() < frequency) drawn += 1;
    path.push(drawn / genes);
  }
  return path;
}
