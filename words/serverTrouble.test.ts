import { expect, test } from '@jest/globals';
import { adviceFor } from './serverTrouble.ts';

test('a line of the log says what to do about it', () => {
  expect(adviceFor('53100', false)).toContain('Free some space');
  expect(adviceFor('53300', true)).toContain('max_connections');
  expect(adviceFor('ECONNREFUSED', true)).toContain('cannot be reached');
  expect(adviceFor(undefined, false)).toContain('a bug in the application');
});
