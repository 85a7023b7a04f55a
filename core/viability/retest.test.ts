import { expect, test } from '@jest/globals';
import { retest, type RetestFacts } from './retest.ts';

const lot = (change: Partial<RetestFacts> = {}): RetestFacts => ({
  today: '2026-11-23',
  somethingLeft: true,
  isDead: false,
  settles: 0.9,
  leftOpenByOddTests: () => false,
  dated: true,
  testedOn: '2026-01-10',
  start: '2024-09-01',
  mayBeLent: 0.97,
  mayBeLentNow: 0.95,
  sureness: 0.8,
  underOn: '2029-05-01',
  daysToFall: 1500,
  lendingOpens: '2027-02-15',
  stake: null,
  ...change,
});

test('a third of its way to 85 % after its last test, not sooner than 6 nor later than 60 months', () => {
  expect(retest(lot())).toEqual({ kind: 'due', on: '2027-05-25', reason: 'a third of its way to 85 %' });
  expect(retest(lot({ daysToFall: 90 }))).toMatchObject({ on: '2026-07-10' });
  expect(retest(lot({ daysToFall: 90_000, underOn: null }))).toMatchObject({ on: '2031-01-10' });
  expect(retest(lot({ daysToFall: Infinity, underOn: null }))).toMatchObject({ on: '2031-01-10' });
});

test('from its harvest where it was never tested; at once where nobody knows how old it is', () => {
  expect(retest(lot({ testedOn: null }))).toMatchObject({ on: '2026-01-14' });
  expect(retest(lot({ testedOn: null, dated: false }))).toEqual({ kind: 'due', on: '2026-11-23', reason: 'never tested and undated' });
});

test('sooner where it may have fallen under what is lent by then', () =>
  expect(retest(lot({ underOn: '2026-12-24' }))).toEqual({ kind: 'due', on: '2026-12-24', reason: 'may fall under what is lent' }));

test('an open question is due since it was left open; a poor lot is not tested again', () => {
  expect(retest(lot({ mayBeLent: 0.6 }))).toEqual({ kind: 'due', on: '2026-01-10', reason: 'last test left it open' });
  expect(retest(lot({ mayBeLent: 0.19 }))).toEqual({ kind: 'none', reason: 'grow out or replace' });
  // Left open then, and too weak by now: no test is due any more. Fit then, it is tested before it is called weak.
  expect(retest(lot({ mayBeLent: 0.6, mayBeLentNow: 0.1 }))).toEqual({ kind: 'none', reason: 'grow out or replace' });
  expect(retest(lot({ mayBeLentNow: 0.1, underOn: '2026-11-23' }))).toMatchObject({ kind: 'due', on: '2026-11-23' });
  expect(retest(lot({ testedOn: null, mayBeLent: 0.1 }))).toEqual({ kind: 'none', reason: 'grow out or replace' });
  expect(retest(lot({ testedOn: null, mayBeLent: 0.5 }))).toEqual({
    kind: 'due',
    on: '2026-11-23',
    reason: 'never tested, and may be too weak',
  });
});

test('an open question is not due again where no test that it affords would settle it', () => {
  expect(retest(lot({ mayBeLent: 0.6, settles: 0.4 }))).toEqual({ kind: 'none', reason: 'no test it affords would settle it' });
  expect(retest(lot({ mayBeLent: 0.6, settles: 0.5 }))).toMatchObject({ kind: 'due' });
});

test('tests that go against each other are followed by one now, never by one in years', () => {
  expect(retest(lot({ leftOpenByOddTests: () => true }))).toEqual({
    kind: 'due',
    on: '2026-11-23',
    reason: 'its tests do not fit together',
  });
  expect(retest(lot({ leftOpenByOddTests: () => true, settles: 0 }))).toEqual({
    kind: 'none',
    reason: 'no test it affords would settle it',
  });
});

test('under 85 % of what it was at harvest its grow-out is due, and no test by that interval', () => {
  expect(retest(lot({ daysToFall: 0, underOn: null }))).toEqual({ kind: 'none', reason: 'grow-out is due' });
  expect(retest(lot({ daysToFall: 0 }))).toMatchObject({ on: '2029-05-01', reason: 'may fall under what is lent' });
});

test('dead seed is not tested again', () => {
  expect(retest(lot({ isDead: true, mayBeLent: 0 }))).toEqual({ kind: 'none', reason: 'nothing lives' });
});

test('what is much lent, or the last of its line, is tested before lending opens, once a season', () => {
  const slow = { daysToFall: 9000, underOn: null };
  expect(retest(lot({ ...slow, testedOn: '2025-12-20', stake: 'much lent' }))).toEqual({
    kind: 'due',
    on: '2027-01-04',
    reason: 'much lent, before lending opens',
  });
  expect(retest(lot({ ...slow, testedOn: '2025-12-20', stake: 'last of its line' }))).toMatchObject({ on: '2027-01-04' });
  expect(retest(lot({ ...slow, testedOn: '2026-01-10', stake: 'much lent' }))).toMatchObject({ reason: 'a third of its way to 85 %' });
  expect(retest(lot({ ...slow, testedOn: '2025-01-01', stake: 'much lent', today: '2027-02-01' }))).toMatchObject({ on: '2027-02-01' });
});

test('nothing is tested that is not there', () =>
  expect(retest(lot({ somethingLeft: false }))).toEqual({ kind: 'none', reason: 'nothing left to test' }));
