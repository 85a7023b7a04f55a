import { expect, test } from '@jest/globals';
import { readPart } from './readPart.ts';

test('of packets a whole number is meant, with its word or without', () => {
  expect(readPart('3', true)).toEqual({ packets: 3 });
  expect(readPart(' 1 packet ', true)).toEqual({ packets: 1 });
  for (const typed of ['', '0', '2.5', 'some', '-3', '3 jars', '200 seeds']) expect(readPart(typed, true)).toBeNull();
});

test('of loose seed an amount is meant; a bare number is seeds', () => {
  expect(readPart('200', false)).toEqual({ loose: { kind: 'count', seeds: 200, approximate: false } });
  expect(readPart('12 g', false)).toEqual({ loose: { kind: 'weight', milligrams: 12_000, approximate: false } });
  for (const typed of ['', '0', 'some', '3 packets']) expect(readPart(typed, false)).toBeNull();
  for (const typed of ['99999 kg', '99999999 seeds', '999999999']) expect(readPart(typed, false)).toBe('too much');
});
