import type { TakenBack } from '#core/people/commands.ts';
import type { BuiltOn, UndoProblem } from '#core/people/undo.ts';

/** What somebody built on an act, and what to do instead of undoing it. */
const BUILT_ON: Readonly<Record<BuiltOn, readonly [what: string, instead: string]>> = {
  'lot used': ['some of this seed has been used since', 'Undo that first, or correct the stock'],
  'lot tested': ['a germination test has been started from it since', 'Undo the test first, or correct the lot'],
  'lot lent': ['packets of it have been lent since', 'Undo the loan first, or correct the lot'],
  'lot held': ['it has been put on hold since', 'Undo the hold first, or correct the lot'],
  'lot on the bench': ['a batch has been started from it since', 'Undo the batch first, or correct the lot'],
  'lot shut away': ['it has gone into the freezer or airtight storage since', 'Undo that first'],
  'lot observed': ['an observation of it has been recorded since', 'Undo the observation first, or correct the lot'],
  'passport corrected': ['its provenance has been corrected since', 'Undo that correction first, or correct it again'],
  'lot grown on': ['another lot has been grown from it', 'Correct its provenance, name, donor or garden instead'],
  'lot to be grown out': ['a grow-out of it has been proposed since', 'Undo the proposal first, or correct the lot'],
  'batch went on': ['the batch has moved on since', 'Undo what happened since first, the newest first'],
  'hold lifted': ['a hold on it has been removed since', 'Undo that removal first'],
  'lot left': ['seed has been packed or has left the library since', 'Put the lot on hold again'],
  'grow-out went on': ['the grow-out has gone on since', 'Undo its newest step first'],
  'loan told of': ['the loan has been closed, or seed has come back', 'Undo the closing or the return first'],
  'vessel taken': ['another batch is in its vessel now', 'Move that batch to another vessel first'],
  'taken out since': ['it has been taken out since', 'Undo that first'],
  'container opened': ['the container has been opened since', 'Undo that first'],
  'test went on': ['the test has gone on since', 'Undo the newest count first, or mark the seeds again as they are'],
  'test ended': ['the test has ended since', 'Re-open the test first'],
  'test re-opened': ['the test has been re-opened since', 'End it again'],
  'trial ended': ['the trial has ended since', 'Undo its end first'],
  'count corrected': ['this count has been corrected since', 'Undo the correction first, or correct it again'],
  'purity tested': ['a newer sample has been sorted since', 'Undo that one first, or sort another sample'],
  'lot corrected': ['the lot’s name or origin has been corrected since', 'Undo that correction first, or correct it again'],
  'due date agreed': ['another date has been agreed since', 'Undo that one first, or agree on another date'],
  'failure answered': ['it has been answered since', 'Ask the desk to undo the answer first'],
  'want noted': ['it has been updated since', 'Undo that first, or update it again'],
  'listing read': ['a newer listing of this library has been read since', 'Undo that one first, or remove the listing'],
  'origin noted': ['its code at another library has been changed since', 'Undo that first, or enter the code again'],
  'rule taken on': ['its result became a house rule', 'Change the rule under Settings'],
};

/** How to mend what undo does not take back. */
const INSTEAD: Readonly<Record<Exclude<TakenBack, 'undo'>, string>> = {
  'written anew': 'Enter it again: the newest entry counts, and the older ones stay in the history.',
  'its opposite': 'Do the opposite: it is on the same page.',
  'out of the house': 'It has left the program: a printed label or erased data does not come back.',
};
export const insteadOfUndo = (way: Exclude<TakenBack, 'undo'>): string => INSTEAD[way];

/** Why an act cannot be taken back, and what to do instead where there is something. */
export function undoProblemWords(problem: UndoProblem): string {
  switch (problem.code) {
    case 'no such act':
      return 'There is nothing to undo';
    case 'cannot be undone':
      return 'This cannot be undone';
    case 'undone already':
      return 'This was already undone';
    case 'not yours':
      return 'Only a coordinator can undo what someone else did';
    case 'too late':
      return 'It is too late to undo this yourself. Ask a coordinator';
    case 'reason wanted':
      return 'Give a reason, so that others understand';
    case 'built on': {
      const [what, instead] = BUILT_ON[problem.by];
      return `This cannot be undone: ${what}. ${instead}`;
    }
  }
}
