import type { OwnCropProblem } from '#services/almanac/almanac.server.ts';
import { FACT_TITLES } from '#words/almanac.ts';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import { refusalWords } from '#words/refusals.ts';

/** What stands in the way of a crop of the library's own, at its field. */
export function ownCropTrouble(problem: OwnCropProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'changed meanwhile':
      return { '': [EVERYBODYS_PROBLEMS['changed meanwhile']] };
    case 'no such crop':
      return { like: ['Choose a crop from the list'] };
    case 'in the almanac':
      return { name: [`The almanac already has it, as ${problem.name}`] };
    case 'contradiction':
      return { like: [`${FACT_TITLES[problem.fault.fact]} would be wrong: ${refusalWords(problem.fault.why)}. Choose another crop`] };
  }
}

/** What depends on a crop, and keeps it; null where nothing does. */
export function hangsWords({
  lines,
  facts,
  likes,
}: {
  readonly lines: number;
  readonly facts: number;
  readonly likes: number;
}): string | null {
  const count = (of: number, one: string, more: string) => (of === 0 ? [] : [`${of} ${of === 1 ? one : more}`]);
  const all = [
    ...count(lines, 'line uses it', 'lines use it'),
    ...count(facts, 'fact of your own was set for it', 'facts of your own were set for it'),
    ...count(likes, 'other crop copies from it', 'other crops copy from it'),
  ];
  return all.length === 0 ? null : all.join(', ');
}
