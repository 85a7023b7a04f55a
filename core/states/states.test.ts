import { describe, expect, test } from '@jest/globals';
import { COMMANDS, type CommandName } from '../people/commands.ts';
import { after, mayFollow, type Machine } from './machine.ts';
import {
  BATCH,
  GROW_OUT,
  HOLD,
  LOAN,
  LOT,
  TEST,
  TREATMENT,
  TRIAL,
  batchState,
  growOutState,
  holdState,
  loanState,
  lotState,
  testState,
  treatmentState,
  trialState,
} from './states.ts';

const names = Object.keys(COMMANDS) as CommandName[];

/** Every command that may be given, as `state: command → state`; each of the others leads nowhere. */
function allowed<State extends string>(machine: Machine<State>): string[] {
  const states = Object.keys(machine) as State[];
  return states.flatMap((state) =>
    names.flatMap((name) => {
      const to = after(machine, state, name);
      expect(mayFollow(machine, state, name)).toBe(to !== null);
      if (to !== null) expect(states).toContain(to);
      return to === null ? [] : [`${state}: ${name} → ${to}`];
    }),
  );
}

describe('in every state exactly these commands may be given, of all there are', () => {
  test('a grow-out is offered or agreed, handed over, and back or failed, in that order; it is dropped only before its seed is out of the house', () => {
    const toBeAgreed = (state: string) => [
      `${state}: grow-out offered → offered`,
      `${state}: grow-out agreed → agreed`,
      `${state}: grow-out dropped → dropped`,
    ];
    expect(new Set(allowed(GROW_OUT))).toEqual(
      new Set([
        ...['proposed', 'offered', 'agreed', 'declined'].flatMap(toBeAgreed),
        ...['proposed', 'offered', 'agreed', 'declined', 'handed over'].map((state) => `${state}: grow-out placed → ${state}`),
        'offered: offer accepted → agreed',
        'offered: offer declined → declined',
        'agreed: offer declined → declined',
        'agreed: seed handed over → handed over',
        'handed over: season logged → handed over',
        'handed over: seed returned → back',
        'handed over: grow-out failed → failed',
      ]),
    );
    expect(allowed(LOT).filter((one) => one.includes('grow-out') || one.includes('handed'))).toEqual([
      'kept: grow-out proposed → kept',
      'kept: seed handed over → kept',
    ]);
    expect([null, 'dropped', 'back in part', 'back'].map((step) => growOutState({ step: step as never }))).toEqual([
      'proposed',
      'dropped',
      'handed over',
      'back',
    ]);
  });
  test('a hold is lifted once', () => expect(allowed(HOLD)).toEqual(['standing: hold lifted → lifted']));
  test('a loan takes seed or an ending while it is open; what came up is told at any time', () =>
    expect(allowed(LOAN)).toEqual([
      'open: seed returned → closed',
      'open: emergence of a loan told → open',
      'open: loan closed → closed',
      'open: due date agreed → open',
      'open: failure told → open',
      'closed: emergence of a loan told → closed',
    ]));
  test('what is shut away is taken out before it is shut away again', () =>
    expect(allowed(TREATMENT)).toEqual(['shut: taken out → out', 'out: shut away → shut']));
  test('a trial ends once', () =>
    expect(allowed(TRIAL)).toEqual(['running: trial of methods ended → ended', 'running: trial ended → ended']));
  test('an ended batch takes nothing more', () =>
    expect(allowed(BATCH)).toEqual([
      'open: hazards read → open',
      'open: batch moved on → open',
      'open: batch looked at → open',
      'open: batch weighed → open',
      'open: air read → open',
      'open: batch finished → finished',
      'open: batch given up → abandoned',
      'open: incident → open',
    ]));
  test('an ended test is counted only after it was re-opened; its seedlings may be potted all the same', () =>
    expect(allowed(TEST)).toEqual([
      'counting: towel counted → counting',
      'counting: number laid put right → counting',
      'counting: test read → read',
      'counting: test abandoned → abandoned',
      'counting: seedlings potted → counting',
      'read: test re-opened → counting',
      'read: seedlings potted → read',
      'abandoned: test re-opened → counting',
      'abandoned: seedlings potted → abandoned',
    ]));
  test('seed is packed, lent, moved and given only of a lot that is kept; of one withdrawn nothing is done', () => {
    const list = allowed(LOT);
    for (const name of ['packed', 'packets lent', 'moved', 'seed given', 'seed handed over', 'lots blended', 'sample parted'] as const)
      expect(list.filter((line) => line.includes(`: ${name} →`))).toEqual([`kept: ${name} → kept`]);
    expect(list.filter((line) => line.startsWith('withdrawn'))).toEqual([]);
    expect(list.filter((line) => line.startsWith('to be cleaned'))).toEqual([
      'to be cleaned: batch started → to be cleaned',
      'to be cleaned: clean seed received → kept',
      'to be cleaned: trial of methods begun → to be cleaned',
    ]);
    expect(list).toHaveLength(3 + 14 + 3);
  });
});

test('the state of each is told by its own row', () => {
  expect(lotState({ form: 'heads or pods', onHand: 0 })).toBe('to be cleaned');
  expect(lotState({ form: 'clean seed', onHand: 1 })).toBe('kept');
  expect(lotState({ form: 'on paper', onHand: 0 })).toBe('used up');
  expect([testState({ outcome: null }), testState({ outcome: 'read' })]).toEqual(['counting', 'read']);
  expect([batchState({ outcome: null }), batchState({ outcome: 'abandoned' })]).toEqual(['open', 'abandoned']);
  expect([loanState({ outcome: null }), loanState({ outcome: 'kept on' })]).toEqual(['open', 'closed']);
  expect([holdState({ liftedOn: null }), holdState({ liftedOn: '2026-01-01' })]).toEqual(['standing', 'lifted']);
  expect([treatmentState({ openedOn: null }), treatmentState({ openedOn: '2026-01-01' }), treatmentState(undefined)]).toEqual([
    'shut',
    'out',
    'out',
  ]);
  expect([trialState({ outcome: null }), trialState({ endedOn: '2026-01-01' })]).toEqual(['running', 'ended']);
});
