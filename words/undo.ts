import type { UndoProblem } from '#core/people/undo.ts';

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
