import type { UndoableName } from '#core/people/commands.ts';
import type { UndoProblem } from '#core/people/undo.ts';

/** What was just done, as its bar says it; its lot or number follows. */
const DONE: Readonly<Record<UndoableName, string>> = {
  'lot taken in': 'Lot taken in',
  'seed returned': 'Seed returned',
  'batch started': 'Batch started',
  'batch moved on': 'Next step started',
  'batch weighed': 'Weighed',
  packed: 'Packed',
  unpacked: 'Packets opened',
  moved: 'Moved',
  'seed given': 'Given away',
  'hold set': 'Put on hold',
  'hold lifted': 'Hold removed',
  'grow-out proposed': 'Grow-out proposed',
  'season plan carried out': 'Proposed from the plan',
  'keeper written': 'Keeper saved',
  'copy counted': 'Copy counted',
  'grow-out placed': 'Garden and day saved',
  'grow-out offered': 'Grow-out offered',
  'offer accepted': 'Offer accepted',
  'offer declined': 'Offer declined',
  'grow-out agreed': 'Grow-out agreed',
  'season logged': 'Log entry saved',
  'log entry struck': 'Entry deleted',
  'seed handed over': 'Seed handed over',
  'grow-out failed': 'Grow-out failed',
  'grow-out dropped': 'Grow-out dropped',
  'packets lent': 'Packets lent',
  'loan closed': 'Loan closed',
};

/** An act that can be undone, in a few words. @param kind a command's name, with a detail after it or without */
export function doneWords(kind: string): string {
  const [name, detail] = kind.split(': ');
  return [DONE[name as UndoableName], detail].filter(Boolean).join(': ');
}

const BUILT_ON: Readonly<Record<Extract<UndoProblem, { code: 'built on' }>['by'], string>> = {
  'lot used': 'some of this seed has been used since',
  'lot tested': 'a germination test has been started from it since',
  'lot lent': 'packets of it have been lent since',
  'lot held': 'it has been put on hold since',
  'lot on the bench': 'a batch has been started from it since',
  'lot shut away': 'it has gone into the freezer or airtight storage since',
  'lot observed': 'an observation of it has been recorded since',
  'passport corrected': 'its provenance has been corrected since',
  'lot grown on': 'another lot has been grown from it',
  'lot to be grown out': 'a grow-out of it has been proposed since',
  'batch went on': 'the batch has moved on since',
  'hold lifted': 'a hold on it has been removed since',
  'lot left': 'seed has been packed or has left the library since',
  'grow-out went on': 'the grow-out has gone on since',
  'loan told of': 'the loan has been closed, or seed has come back',
};

/** Why an act cannot be taken back. */
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
    case 'built on':
      return `This cannot be undone: ${BUILT_ON[problem.by]}`;
  }
}
