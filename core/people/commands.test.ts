import { expect, test } from '@jest/globals';
import { COMMANDS, commandOf, mayGive, type CommandName } from './commands.ts';
import type { ROLES } from './may.ts';

const names = Object.keys(COMMANDS) as CommandName[];
const givenBy = (role: (typeof ROLES)[number] | null) => names.filter((name) => mayGive(role, name));
const SERVERS: readonly CommandName[] = ['held by rule'];
const LEADERS: readonly CommandName[] = [
  'sheet imported',
  'listing read',
  'listing removed',
  'recall heard',
  'test bench set',
  'recall',
  'trial ended',
  'season planned',
  'season plan carried out',
  'grow-out proposed',
  'grow-out placed',
  'grow-out offered',
  'grow-out agreed',
  'grow-out failed',
  'grow-out dropped',
  'access given',
  'access ended',
  'person erased',
  'crop added',
  'crop put right',
  'crop removed',
  'almanac fact changed',
  'almanac fact restored',
  'house rules changed',
  'recipe written',
  'recipe retired',
];

test('members and growers tell what came up of their loans and what failed, answer offers, write their season’s log, undo that and have a calendar, and write nothing else', () => {
  expect(givenBy('member')).toEqual([
    'emergence of a loan told',
    'offer accepted',
    'offer declined',
    'season logged',
    'log entry struck',
    'failure told',
    'act undone',
    'calendar address made',
    'calendar address ended',
  ]);
  expect(givenBy('grower')).toEqual(givenBy('member'));
});

test('a helper does all the work, and what leads the house is a coordinator’s alone', () => {
  expect(givenBy('coordinator')).toEqual(names.filter((name) => !SERVERS.includes(name)));
  expect(givenBy('helper')).toEqual(givenBy('coordinator').filter((name) => !LEADERS.includes(name)));
});

test('what the server does by itself nobody may ask of it, and it does nothing else', () => {
  expect(givenBy(null)).toEqual(SERVERS);
});

test('a kept act is known by its command, with or without a detail', () => {
  expect(commandOf('hold set: drying')).toBe('hold set');
  expect(commandOf('packed')).toBe('packed');
  expect(commandOf('signed in')).toBeNull();
  expect(commandOf('constructor')).toBeNull();
});
