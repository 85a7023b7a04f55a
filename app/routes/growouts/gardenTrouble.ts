import type { PlotProblem } from '#services/growouts/plots.server.ts';
import type { GardenProblem } from '#services/people/gardens.server.ts';
import { PLACE_FAULTS } from '#words/gardens.ts';

/** What stands in the way of writing down a garden, its plots or what flowers there, at its field. */
export function gardenTrouble(problem: GardenProblem | PlotProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'garden place':
      return { place: [PLACE_FAULTS[problem.fault]] };
    case 'no such garden':
      return { '': ['There is no such garden, or its place is kept by the coordinators'] };
    case 'nobody of that name':
      return { person: ['There is nobody of that name. Add the person first'] };
    case 'no such plot':
      return { '': ['There is no such plot any more. Reload the page'] };
    case 'no such crop':
      return { crop: ['No crop of that name is in the almanac. Choose one from the list'] };
    case 'name taken':
      return { name: ['Another plot of this garden is called so'] };
  }
}
