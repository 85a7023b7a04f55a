import { describe, expect, test } from '@jest/globals';
import { HOLD_KINDS } from '../lots/words.ts';
import { waitBeforeNextTry } from './guessing.ts';
import { may, mayLift, ROLES } from './may.ts';

describe('who may', () => {
  test('only those who work here work here', () => {
    expect(ROLES.filter((role) => may(role, 'work'))).toEqual(['coordinator', 'helper']);
  });

  test.each(['manage people', 'set house rules', 'override policy', 'lift doubtful holds', 'read audit'] as const)(
    '%s is for coordinators alone',
    (permission) => {
      expect(ROLES.filter((role) => may(role, permission))).toEqual(['coordinator']);
    },
  );

  test('helpers lift what the bench can see, coordinators every hold, members none', () => {
    expect(HOLD_KINDS.filter((hold) => mayLift('helper', hold))).toEqual(['drying', 'pests', 'test']);
    expect(HOLD_KINDS.every((hold) => mayLift('coordinator', hold))).toBe(true);
    expect(HOLD_KINDS.some((hold) => mayLift('member', hold) || mayLift('grower', hold))).toBe(false);
  });
});

test('guessing passwords gets slower, up to a quarter of an hour', () => {
  expect([0, 4, 5, 6, 8, 30].map(waitBeforeNextTry)).toEqual([0, 0, 15, 30, 120, 900]);
});
