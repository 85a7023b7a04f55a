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
      return { '': ['There is no such test any more'] };
    case 'already ended':
      return { '': ['This test has been ended meanwhile. Load the page again to see it'] };
    case 'in the future':
      return { [dayField]: ['That is still to come'] };
    case 'before it was laid':
      return { [dayField]: [`It was laid on ${formatDate(problem.laidOn)}`] };
    case 'before the last count':
      return { [dayField]: [`It was counted on ${formatDate(problem.lastOn)} already; counts go forward`] };
    case 'more than waiting':
      return {
        more: [
          problem.waiting === 0
            ? 'Every seed is marked already. Were more laid than written down? Put the number right below'
            : `Only ${problem.waiting} ${problem.waiting === 1 ? 'seed is' : 'seeds are'} still waiting`,
        ],
      };
    case 'not on the towel':
      return { '': [`The towel holds ${problem.seedsLaid} seeds`] };
    case 'not a photo':
    case 'photo too large':
    case 'busy':
      return { photo: [PHOTO_TROUBLE[problem.code]] };
    case 'too early without a reason':
      return { reason: [`Its last count is on day ${problem.finalOn}. To read it now, say why`] };
    case 'no such replicate':
      return { replicate: ['There is no such replicate'] };
    case 'nothing changed':
      return { seeds: ['That is what is written down already'] };
    case 'more seen than that':
      return { seeds: [`${problem.seen} seeds have been marked already. Take marks back first`] };
    case 'not ended':
      return { '': ['It has been re-opened meanwhile'] };
    case 'a coordinator re-opens':
      return { reason: ['Re-opening an ended test is a coordinator’s'] };
    case 'not so many':
      return {
        seedlings: [problem.left === 0 ? 'None that sprouted is left to pot' : `Only ${problem.left} that sprouted are left to pot`],
      };
    case 'potted in the future':
      return { pottedOn: ['That is still to come'] };
    case 'potted before it was laid':
      return { pottedOn: [`It was laid on ${formatDate(problem.laidOn)}`] };
    case 'short':
      return { seeds: [`${shortWords(problem, units)}: the book does not have that many more`] };
  }
}
