import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { refusal } from '#core/kernel/refusal.ts';
import { refusalWords, WORDED_REFUSALS } from './refusals.ts';

/** Where something that was typed is refused by a code. */
const sources = ['contracts', 'core/almanac', 'app/routes/intake', 'almanac'].flatMap((folder) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !file.endsWith('.test.ts'))
    .map((file) => readFileSync(join(folder, file), 'utf8')),
);
const found = (pattern: RegExp) => [...new Set(sources.flatMap((text) => [...text.matchAll(pattern)].map(([, code]) => code!)))];

/** Codes written out, `what: why`, and what precedes a reason that a parser of the core names. */
const written = found(/'([a-z][a-z-]*(?: [a-z]+)*: [a-z0-9][a-z0-9 -]*)'/g);
const parsed = found(/`([a-z]+: )\$\{read\.why\}`/g);

test('every refusal has its sentence, and every sentence a refusal', () => {
  expect(written.length).toBeGreaterThan(150);
  expect(written.filter((code) => !WORDED_REFUSALS.includes(code))).toEqual([]);
  expect(
    WORDED_REFUSALS.filter((code) => !written.includes(code) && !parsed.some((what) => code.startsWith(what)) && code !== 'text: too long'),
  ).toEqual([]);
  expect(parsed.sort()).toEqual(['amount: ', 'date: ', 'distance: ', 'when: ']);
});

test('a sentence names its figures, and no code reaches a page', () => {
  expect(refusalWords(refusal('text: too long', 80))).toBe('Keep it under 80 characters');
  expect(refusalWords(refusal('whole: too few', 1, 'plants'))).toBe('Enter at least 1 plant');
  expect(refusalWords(refusal('fact: unreadable', 'a|b', '5 m'))).toBe('we could not read “a/b”; write it like 5 m');
  expect(refusalWords(refusal('container: not yet', 'clean', 'use'))).toMatch(/^First make sure: it is clean and dry; its label/);
  for (const code of written) expect(refusalWords(code)).not.toBe(code);
});
