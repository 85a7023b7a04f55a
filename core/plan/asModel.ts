import { EPSILON, type SeasonPlan, type SeasonProblem } from './season.ts';

/**
 * A season as a plain mixed-integer model, in the text that solvers of such models read (LP format): a variable for each option, a row for each line, bed and day, cage and day, and
 * grower, and for each option one that keeps its pollen under what it bears if it is chosen, Σ S·x ≤ most + M·(1 − x). It shares nothing with the planner but the problem.
 */
export function asModel({ lines, plots, growers, options, crosses, pollen, pinned, must }: SeasonProblem): string {
  const rows: string[] = [];
  const byLine: number[][] = Array.from({ length: lines }, () => []);
  for (const [option, { line }] of options.entries()) byLine[line]!.push(option);
  const sum = (of: readonly (readonly [number, number])[]) =>
    of.map(([amount, option]) => `${amount >= 0 ? '+' : '-'} ${Math.abs(amount)} x${option}`).join(' ');
  const add = (of: readonly (readonly [number, number])[], how: '<=' | '=', most: number) => {
    if (of.length > 0 && Number.isFinite(most)) rows.push(`${sum(of)} ${how} ${most}`);
  };
  for (const [line, own] of byLine.entries())
    add(
      own.map((option) => [1, option]),
      must.includes(line) ? '=' : '<=',
      1,
    );
  for (const option of pinned) add([[1, option]], '=', 1);
  for (const [plot, { squareMetres, cages }] of plots.entries()) {
    const here = [...options.keys()].filter((option) => options[option]!.plot === plot);
    for (const day of new Set(here.map((option) => options[option]!.from))) {
      const standing = here.filter((option) => options[option]!.from <= day && day < options[option]!.free);
      add(
        standing.map((option) => [options[option]!.squareMetres, option]),
        '<=',
        squareMetres + EPSILON,
      );
      const caged = standing.filter((option) => options[option]!.cages > 0);
      add(
        caged.map((option) => [options[option]!.cages, option]),
        '<=',
        cages,
      );
    }
  }
  for (const [grower, { lines: most, hours }] of growers.entries()) {
    const theirs = [...options.keys()].filter((option) => options[option]!.grower === grower);
    add(
      theirs.map((option) => [1, option]),
      '<=',
      most,
    );
    add(
      theirs.map((option) => [options[option]!.hours, option]),
      '<=',
      hours + EPSILON,
    );
  }
  for (const [option, { line, anyway, most }] of options.entries()) {
    if (!Number.isFinite(most)) continue;
    const left = most + EPSILON - anyway;
    if (left <= 0) {
      add([[1, option]], '=', 0);
      continue;
    }
    // As parts of what may still come, and no more than twice that: beyond it all is as bad, and a solver reckons best with numbers near one.
    const part = (one: number) => Math.min(2, pollen(one, option) / left);
    const others = crosses[line]!.map((other) => byLine[other]!.map((one) => [part(one), one] as const).filter(([amount]) => amount > 0));
    // Of each line that crosses one option at most brings pollen.
    const loose = others.reduce((all, of) => all + Math.max(0, ...of.map(([amount]) => amount)), 0);
    if (loose > 1) add([...others.flat(), [loose - 1, option]], '<=', loose);
  }
  return [
    'maximize',
    ` obj: ${sum(options.map(({ worth }, option) => [worth, option]))}`,
    'subject to',
    ...rows.map((row, index) => ` r${index}: ${row}`),
    'binary',
    ` ${options.map((_, option) => `x${option}`).join(' ')}`,
    'end',
  ].join('\n');
}

/** The plan that a solver found, from the value of each variable. */
export function planFrom({ lines, options }: SeasonProblem, valueOf: (name: string) => number | undefined): SeasonPlan {
  const plan: (number | null)[] = Array.from({ length: lines }, () => null);
  for (const [option, { line }] of options.entries()) if ((valueOf(`x${option}`) ?? 0) > 0.5) plan[line] = option;
  return plan;
}
