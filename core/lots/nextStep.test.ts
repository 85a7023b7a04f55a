import { expect, test } from '@jest/globals';
import { nextStepOf } from './nextStep.ts';

const LOT = {
  toBeCleaned: false,
  openBy: null,
  countDue: null,
  isHeld: false,
  onHand: 300,
  nextTestOn: '2027-03-01',
  lending: { answer: 'yes' },
  packets: 3,
  today: '2026-11-27',
} as const;

test.each([
  [
    'whole fruit is opened before anything else',
    { toBeCleaned: true, openBy: '2026-12-02', isHeld: true },
    { step: 'clean', by: '2026-12-02' },
  ],
  ['a towel that waits is counted, even of the last seed', { countDue: 7, onHand: 0 }, { step: 'count', testId: 7 }],
  ['a lot that is used up needs nothing', { onHand: 0, isHeld: true }, { step: 'nothing' }],
  ['a hold is in the way of a test', { isHeld: true, nextTestOn: '2026-11-01' }, { step: 'settle the hold' }],
  ['a test that is due comes before lending', { nextTestOn: '2026-11-27' }, { step: 'test' }],
  ['good seed is lent', {}, { step: 'lend' }],
  ['without a packet to spare it is grown out', { packets: 0 }, { step: 'grow out' }],
  ['seed too weak to lend is grown out', { lending: { answer: 'refused', why: 'do not lend' } }, { step: 'grow out' }],
] as const)('%s', (_, change, next) => expect(nextStepOf({ ...LOT, ...change } as Parameters<typeof nextStepOf>[0])).toEqual(next));
