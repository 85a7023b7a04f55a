import type { Remedy } from './remedies.ts';

/** What might be done for one line. */
export interface Choice<Line> {
  readonly line: Line;
  /** Chance of losing it, 0 to 1, if nothing is done. */
  readonly risk: number;
  /** Best for an hour of hands first. */
  readonly remedies: readonly Remedy[];
}

export interface FirstThings<Line> {
  readonly things: readonly { readonly line: Line; readonly remedy: Remedy; readonly saves: number }[];
  readonly hours: number;
  /** Lines that are expected to be saved by all of them. */
  readonly saves: number;
}

/**
 * What to do with so many hours: for each line the remedy that is worth most for an hour, the worthiest line first, as long as it fits into the hours that are left. A line
 * is helped once: what a second remedy would add after the first is not known here.
 * @param hours of hands, 0 or more
 */
export function firstThings<Line>(choices: readonly Choice<Line>[], hours: number): FirstThings<Line> {
  const best = choices
    .flatMap(({ line, risk, remedies }) => {
      const [remedy] = remedies.filter(({ worth }) => worth > 0);
      return remedy ? [{ line, remedy, saves: risk - remedy.risk }] : [];
    })
    .sort((one, other) => other.remedy.worth - one.remedy.worth);
  const things: { line: Line; remedy: Remedy; saves: number }[] = [];
  let [used, saves] = [0, 0];
  for (const one of best) {
    if (used + one.remedy.hours > hours) continue;
    used += one.remedy.hours;
    saves += one.saves;
    things.push(one);
  }
  return { things, hours: used, saves };
}
