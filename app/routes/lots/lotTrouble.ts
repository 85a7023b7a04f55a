import { EVERYBODYS_PROBLEMS, limitWords, shortWords, tenfoldWords } from '#words/sayings.ts';
import type { CleanedProblem } from '#services/bench/receiveClean.server.ts';
import type { LiftProblem } from '#services/lots/holdSeed.server.ts';
import type { DiscardProblem } from '#services/stock/discard.server.ts';
import type { RecountProblem } from '#services/stock/recount.server.ts';
import type { LookProblem } from '#services/tests/quickLooks.server.ts';
import { formatStock, formatWeight, type Units } from '#core/units/formatAmount.ts';

/** What a problem says, at the field that it is about. */
export function troubleOf(
  problem: LiftProblem | RecountProblem | CleanedProblem | LookProblem | DiscardProblem,
  units: Units,
  intent: string,
): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'no such hold':
      return { '': ['This hold does not exist'] };
    case 'already lifted':
      return { '': ['Someone has already removed this hold'] };
    case 'not yours to lift':
      return { reason: [`A hold for ${problem.kind} can only be removed by a coordinator`] };
    case 'short':
      return { amount: [shortWords(problem, units)] };
    case 'more than was brought':
      return {
        amount: [`Only ${formatWeight(problem.brought, units)} was brought, before it was cleaned. Check the number and its unit`],
      };
    case 'clean already':
      return { amount: ['This seed is already recorded as clean. To change the amount, correct the stock'] };
    case 'nothing changed':
      return { amount: ['This is already the amount on record'] };
    case 'look in the future':
      return { lookedOn: ['Enter today’s date or an earlier one'] };
    case 'nothing left':
      return { '': ['None of it is left'] };
    case 'coordinator only':
      // Of a count, it is the figure that says how much is missing.
      return { [intent === 'recount' ? 'amount' : 'reason']: [limitWords(problem.most)] };
    case 'more than ever':
      return {
        amount: [
          `There was never more than ${formatStock(problem.most, problem.unit, units)} of it on record. Check the number and the jar, or confirm it below`,
        ],
        sure: [problem.typed],
      };
    case 'is it so':
      return { amount: [tenfoldWords(problem.times, formatStock(problem.onRecord, problem.unit, units))], sure: [problem.typed] };
    case 'other unit':
      return { amount: ['This lot is counted in seeds. Enter a number of seeds, for example 120'] };
  }
}
