import { formatDate } from '#core/calendar/formatDate.ts';
import type { Units } from '#core/units/formatAmount.ts';
import type { CarryOutProblem } from '#services/growouts/seasonPlans.server.ts';
import { GROW_OUT_STATE_WORDS, heldBackWords } from '#words/growouts.ts';
import { shortWords } from '#words/sayings.ts';

/** Why a line of a plan cannot be proposed as planned, so that nothing was. */
export function lineInTheWayWords({ name, problem }: Extract<CarryOutProblem, { code: 'line in the way' }>, units: Units): string {
  return `Nothing was proposed: ${name}. ${reasonOf(problem, units)}. Plan again, or leave this line out`;
}

function reasonOf(problem: Extract<CarryOutProblem, { code: 'line in the way' }>['problem'], units: Units): string {
  switch (problem.code) {
    case 'no such lot':
    case 'no such grow-out':
      return 'The lot it would be sown from is no longer there';
    case 'nothing to sow':
      return 'It has no clean seed to sow';
    case 'held back':
      return heldBackWords(problem.hold);
    case 'promised':
      return `Only ${problem.free} seeds are available: ${problem.promised} are promised to other grow-outs`;
    case 'tests need it':
      return `Its next tests need ${problem.toTest} seeds`;
    case 'short':
      return shortWords(problem, units);
    case 'moved on':
      return `Its grow-out has changed to: ${GROW_OUT_STATE_WORDS[problem.state].toLowerCase()}`;
    case 'no such garden':
    case 'no such plot':
      return 'Its garden or plot is no longer in use';
    case 'no room':
      return `Only ${problem.left} m² are free there for that time`;
    case 'sow day':
      return `It can only be sown between ${formatDate(problem.from)} and ${formatDate(problem.to)} `;
  }
}
