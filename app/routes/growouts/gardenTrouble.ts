import { EVERYBODYS_PROBLEMS, nobodyWords } from '#words/sayings.ts';
import type { PlotProblem } from '#services/growouts/plots.server.ts';
import type { GardenProblem } from '#services/people/gardens.server.ts';
import { PLACE_FAULTS } from '#words/gardens.ts';

/** What stands in the way of writing down a garden, its plots or what flowers there, at its field. */
export function gardenTrouble(problem: GardenProblem | PlotProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'garden place':
      return { place: [PLACE_FAULTS[problem.fault]] };
    case 'no such garden':
      return { '': ['This garden does not exist, or only coordinators can see where it is'] };
    case 'nobody of that name':
      return { person: [nobodyWords(problem.near, 'Add the person first')] };
    case 'changed meanwhile':
      return { '': [EVERYBODYS_PROBLEMS['changed meanwhile']] };
    case 'no such plot':
      return { '': ['This plot no longer exists. Reload the page'] };
    case 'no such crop':
      return { crop: ['This crop is not in the almanac. Choose one from the list'] };
    case 'name taken':
      return { name: ['Another plot in this garden has this name. Choose a different one'] };
  }
}
