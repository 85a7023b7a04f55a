import { expect, test } from '@jest/globals';
import { addDays } from '#core/calendar/plainDate.ts';
import { archiveName, archivesToDrop } from './retention.ts';

const nightly = (from: string, nights: number) =>
  Array.from({ length: nights }, (_, night) => `kind-granary-${addDays(from, night)}T021500.tar`);
const keptOf = (files: readonly string[]) => {
  const dropped = new Set(archivesToDrop(files));
  return files.filter((file) => !dropped.has(file)).map((file) => file.slice(13, 23));
};

test('a year and a half of nights leaves 7 days, 4 weeks and 12 months', () => {
  const kept = keptOf(nightly('2025-06-01', 545));
  // 2026-11-27 is the last night, a Friday.
  expect(kept.slice(-7)).toEqual(nightly('2026-11-21', 7).map((file) => file.slice(13, 23)));
  expect(kept).toEqual(expect.arrayContaining(['2026-11-08', '2026-11-15', '2026-11-22']));
  expect(kept.filter((day) => day < '2026-11-01')).toEqual([
    '2025-12-31',
    '2026-01-31',
    '2026-02-28',
    '2026-03-31',
    '2026-04-30',
    '2026-05-31',
    '2026-06-30',
    '2026-07-31',
    '2026-08-31',
    '2026-09-30',
    '2026-10-31',
  ]);
});

test('one by one, night after night, the same stay as when all are looked at once', () => {
  const all = nightly('2026-01-01', 200);
  let folder: string[] = [];
  for (const file of all) {
    folder.push(file);
    const dropped = new Set(archivesToDrop(folder));
    folder = folder.filter((one) => !dropped.has(one));
  }
  expect(folder.slice(-7)).toEqual(all.slice(-7));
  expect(folder.length).toBeGreaterThanOrEqual(7 + 3);
});

test('of several in a day the newest stays; other files are let be, and a lone archive is never dropped', () => {
  const [early, late] = ['kind-granary-2026-11-27T010000.tar', 'kind-granary-2026-11-27T230000.dump'];
  expect(archivesToDrop([early!, late!, 'holiday.jpg', 'kind-granary-notes.tar', 'kind-granary-2026-99-99T000000.tar'])).toEqual([early]);
  expect(archivesToDrop([early!])).toEqual([]);
  expect(archiveName(new Date('2026-11-27T23:00:05Z'))).toBe('kind-granary-2026-11-27T230005.tar');
});
