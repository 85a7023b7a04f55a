import type { UndoableName } from '#core/people/commands.ts';
import type { UndoProblem } from '#core/people/undo.ts';

/** What was just done, as its bar says it; its lot or number follows. */
const DONE: Readonly<Record<UndoableName, string>> = {
  'lot taken in': 'Taken in',
  'seed returned': 'Seed returned',
  'batch started': 'Batch started',
  'batch moved on': 'Next step begun',
  'batch weighed': 'Weighed',
  packed: 'Packed',
  unpacked: 'Packets opened',
  moved: 'Moved',
  'seed given': 'Given away',
  'hold set': 'Hold set',
  'hold lifted': 'Hold lifted',
  'grow-out proposed': 'Grow-out proposed',
  'season plan carried out': 'Proposed from the plan',
  'keeper written': 'Keeper written down',
  'copy counted': 'Copy counted',
  'grow-out placed': 'Place settled',
  'grow-out offered': 'Grow-out offered',
  'offer accepted': 'Offer accepted',
  'offer declined': 'Offer declined',
  'grow-out agreed': 'Grow-out agreed',
  'season logged': 'Log written',
  'log entry struck': 'Entry struck out',
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
  'lot tested': 'a test has been laid from it since',
  'lot lent': 'packets of it have been lent since',
  'lot held': 'a hold has been set on it since',
  'lot on the bench': 'it has been put on the bench since',
  'lot shut away': 'it has been shut away since',
  'lot observed': 'something that was seen of it has been written down since',
  'passport corrected': 'its passport has been corrected since',
  'lot grown on': 'another lot comes from it',
  'lot to be grown out': 'a grow-out of it has been proposed since',
  'batch went on': 'the batch has gone on since',
  'hold lifted': 'a hold on it has been lifted since',
  'lot left': 'seed has been packed or has left the house since',
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
      return 'Only a coordinator can undo what somebody else did';
    case 'too late':
      return 'It is too late to undo this yourself. Ask a coordinator';
    case 'built on':
      return `This cannot be undone: ${BUILT_ON[problem.by]}`;
  }
}
