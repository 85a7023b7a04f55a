import { describe, expect, test } from '@jest/globals';
import { HOLD_KINDS } from '../lots/words.ts';
import { secondsToWait, waitAfter } from './guessing.ts';
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
  expect([0, 4, 5, 6, 8, 30].map(waitAfter)).toEqual([0, 0, 15, 30, 120, 900]);
});

test('however patient somebody is, an account is tried ten times an hour, and a machine a hundred times', () => {
  const start = Date.UTC(2026, 10, 27);
  const triedIn = (minutes: number, room: number) => {
    const tries: Date[] = [];
    for (let second = 0; second < minutes * 60; second += 1) {
      const now = new Date(start + second * 1000);
      if (secondsToWait(tries, now, room) <= 0) tries.unshift(now);
    }
    return tries.map((at) => (at.getTime() - start) / 1000).reverse();
  };
  const account = triedIn(90, 1);
  expect(account.slice(0, 8)).toEqual([0, 1, 2, 3, 4, 19, 49, 109]);
  for (const at of account) expect(account.filter((other) => other >= at && other < at + 3600).length).toBeLessThanOrEqual(10);
  expect(account.length).toBeGreaterThan(10);
  expect(triedIn(59, 10)).toHaveLength(100);
});
