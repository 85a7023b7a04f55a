import { EVERYBODYS_PROBLEMS, shortWords } from '#words/sayings.ts';
import type { CleanedProblem } from '#services/bench/receiveClean.server.ts';
import type { LiftProblem } from '#services/lots/holdSeed.server.ts';
import type { DiscardProblem } from '#services/stock/discard.server.ts';
import type { RecountProblem } from '#services/stock/recount.server.ts';
import type { LookProblem } from '#services/tests/quickLooks.server.ts';
import type { Units } from '#core/units/formatAmount.ts';

/** What a problem says, at the field that it is about. */
export function troubleOf(
  problem: LiftProblem | RecountProblem | CleanedProblem | LookProblem | DiscardProblem,
  units: Units,
): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'no such hold':
      return { '': ['There is no such hold'] };
    case 'already lifted':
      return { '': ['It has been lifted meanwhile'] };
    case 'not yours to lift':
      return { reason: [`A hold for ${problem.kind} is lifted by a coordinator`] };
    case 'short':
      return { amount: [shortWords(problem, units)] };
    case 'clean already':
      return { amount: ['It is clean already. Count the shelf instead'] };
    case 'nothing changed':
      return { amount: ['That is what the book says already'] };
    case 'look in the future':
      return { lookedOn: ['That is still to come'] };
    case 'nothing left':
      return { '': ['Nothing of it is left'] };
    case 'coordinator only':
      return { reason: [`More than ${problem.most} seeds are a coordinator’s to throw away`] };
    case 'other unit':
      return { amount: ['This lot is counted in seeds. Write a number of seeds'] };
  }
}
