import { expect, test } from '@jest/globals';
import { backupTrouble } from './backup.ts';

test('a backup of the last two days is good; an older one, or none, says who can help', () => {
  expect([0, 1, 2].map((days) => backupTrouble(`2026-11-${27 - days}`, '2026-11-27'))).toEqual([null, null, null]);
  expect(backupTrouble('2026-11-24', '2026-11-27')).toBe(
    'The last backup was made 3 days ago. Ask whoever runs the server to run bin/backup every night.',
  );
  expect(backupTrouble(null, '2026-11-27')).toMatch(/^No backup is on record/);
});
