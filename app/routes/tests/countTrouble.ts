import { formatDate } from '#core/calendar/formatDate.ts';
import { PHOTO_TROUBLE } from '#words/photos.ts';
import type { PotProblem, ReopenProblem } from '#services/tests/afterTest.server.ts';
import type { EndProblem, RelayProblem } from '#services/tests/tests.server.ts';
import { shortWords } from '#words/sayings.ts';
import type { Units } from '#core/units/formatAmount.ts';

/** What stands in the way of counting, ending, putting right, re-opening a test or potting from it, at its field. */
export function countTrouble(
  problem: EndProblem | RelayProblem | ReopenProblem | PotProblem,
  units: Units,
  dayField = 'endedOn',
): Record<string, string[]> {
  switch (problem.code) {
    case 'no such test':
      return { '': ['This test no longer exists'] };
    case 'already ended':
      return { '': ['Someone has already ended this test. Reload the page to see it'] };
    case 'in the future':
      return { [dayField]: ['Enter today’s date or an earlier one'] };
    case 'before it was laid':
      return { [dayField]: [`The test started on ${formatDate(problem.laidOn)}. Enter that date or a later one`] };
    case 'before the last count':
      return { [dayField]: [`It was counted on ${formatDate(problem.lastOn)} already. Enter that date or a later one`] };
    case 'more than waiting':
      return {
        more: [
          problem.waiting === 0
            ? 'Every seed is already marked. If there were more seeds than recorded, correct the number below'
            : `Only ${problem.waiting} ${problem.waiting === 1 ? 'seed is' : 'seeds are'} still waiting`,
        ],
      };
    case 'not on the towel':
      return { '': [`The towel has ${problem.seedsLaid} seeds`] };
    case 'counted meanwhile':
      return {
        more: [
          `${problem.by} has counted this towel since you opened it: ${problem.sprouted} of ${problem.seedsLaid} have sprouted. Enter only what has sprouted since`,
        ],
      };
    case 'not a photo':
    case 'photo too large':
    case 'busy':
      return { photo: [PHOTO_TROUBLE[problem.code]] };
    case 'too early without a reason':
      return { reason: [`Its last count is on day ${problem.finalOn}. To end it now, give a reason`] };
    case 'no such replicate':
      return { replicate: ['This replicate does not exist'] };
    case 'nothing changed':
      return { seeds: ['This is already the number on record'] };
    case 'more seen than that':
      return { seeds: [`${problem.seen} seeds have been marked already. Remove some marks first`] };
    case 'not ended':
      return { '': ['Someone has already re-opened it'] };
    case 'a coordinator re-opens':
      return { reason: ['Only a coordinator can re-open an ended test'] };
    case 'not so many':
      return {
        seedlings: [problem.left === 0 ? 'No sprouted seeds are left to pot up' : `Only ${problem.left} sprouted seeds are left to pot up`],
      };
    case 'potted in the future':
      return { pottedOn: ['Enter today’s date or an earlier one'] };
    case 'potted before it was laid':
      return { pottedOn: [`The test started on ${formatDate(problem.laidOn)}. Enter that date or a later one`] };
    case 'short':
      return { seeds: [`${shortWords(problem, units)}. There are not that many more on record`] };
  }
}
