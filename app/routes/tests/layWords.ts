import type { ProposedSize } from '#core/germination/proposeSize.ts';
import type { LayProblem } from '#services/tests/layTests.server.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { percent, EVERYBODYS_PROBLEMS, frozenWords, shortWords } from '#words/sayings.ts';
import { formatTemperature } from '#core/units/temperature.ts';
import type { Units } from '#core/units/formatAmount.ts';

/** Which field of the form a problem of laying belongs to, and what it says. */
export function layTrouble(problem: LayProblem, units: Units): { field: 'seeds' | 'laidOn' | 'celsius' | ''; words: string } {
  switch (problem.code) {
    case 'short':
      return { field: 'seeds', words: shortWords(problem, units) };
    case 'still frozen':
      return { field: '', words: `${problem.of}: ${frozenWords(problem.place, problem.opens)}` };
    case 'no such lot':
      return { field: '', words: EVERYBODYS_PROBLEMS['no such lot'] };
    case 'in the future':
      return { field: 'laidOn', words: 'Enter today’s date or an earlier one' };
    case 'before intake':
      return { field: 'laidOn', words: `The lot came in on ${formatDate(problem.takenInOn)}` };
    case 'not a hard start':
      return {
        field: 'celsius',
        words:
          problem.kind === 'vigour in cold'
            ? `For a cold start, enter ${formatTemperature(problem.limit, units)} or less for this crop; ${formatTemperature(10, units)} is usual`
            : `For a hot start, enter ${formatTemperature(problem.limit, units)} or more for this crop`,
      };
    case 'no such series':
      return { field: '', words: 'This series of batches does not exist' };
  }
}

const times = (chance: number) => `about ${Math.round(chance * 10)} times in 10`;
const cost = (share: number) => (share < 0.01 ? 'under 1 % of the jar' : `${percent(share)} of the jar`);

/** Why so many seeds are proposed, with the trade in words. */
export function proposalWords({ seeds, wanted, question, chance, limitedBy, share }: ProposedSize): string {
  if (limitedBy === 'too few to test') return 'Too few seeds are left to test. Grow it out instead.';
  const asks = question === 'lend' ? 'whether to lend it' : 'whether it is at full strength';
  if (question === 'confirm') return `The result is already clear; ${seeds} seeds are enough to confirm it, ${cost(share)}.`;
  const settles = chance >= 0.795 ? 'four times in five' : times(chance);
  if (limitedBy === 'stock')
    return `${wanted} seeds would be needed to settle ${asks}. A tenth of what is left is ${seeds} seeds, which settle it ${settles}.`;
  return `${seeds} seeds settle ${asks} ${settles}; that is ${cost(share)}.`;
}
