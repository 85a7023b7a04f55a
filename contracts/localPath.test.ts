import { describe, expect, test } from '@jest/globals';
import { localPath } from './localPath.ts';

describe('a path to go on to', () => {
  test.each(['/', '/lots/26-0184-K?new=yes', '/desk?search=a%20b#top', '/intake/?typed=3c', '/%09/still-here'])(
    '%s is within this site',
    (path) => {
      expect(localPath(path)).toBe(path);
    },
  );

  test.each([
    'https://elsewhere.example/',
    '//elsewhere.example/x',
    '///elsewhere.example',
    '/\\elsewhere.example',
    '\\\\elsewhere.example',
    '/\t/elsewhere.example/x',
    '/\n/elsewhere.example/x',
    '/\r\n/elsewhere.example',
    ' //elsewhere.example',
    '/ /elsewhere.example',
    '/\0/elsewhere.example',
    '/.//elsewhere.example',
    '/..//elsewhere.example',
    '/a/..//elsewhere.example',
    '/./\\elsewhere.example',
    'javascript:alert(1)',
    'data:text/html,x',
    'lots/26-0184-K',
    '@elsewhere.example',
    '.elsewhere.example',
    '',
    null,
    undefined,
    `/${'x'.repeat(3000)}`,
  ])('%p leads to the start', (path) => {
    expect(localPath(path)).toBe('/');
  });
});
