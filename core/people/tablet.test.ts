import { expect, test } from '@jest/globals';
import { isPin } from './tablet.ts';

test.each([
  ['4071', true],
  ['90210', true],
  ['1357', true],
  ['407', false],
  ['123456789', false],
  ['40a1', false],
  ['1111', false],
  ['1234', false],
  ['9876', false],
  ['', false],
])('%s as a PIN: %s', (text, fits) => {
  expect(isPin(text)).toBe(fits);
});
