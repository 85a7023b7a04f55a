import { expect, test } from '@jest/globals';
import { matchListing } from './matchListing.ts';

const pea = (variety: string, aliases: readonly string[] = []) => ({ crop: 'Pea', species: 'Pisum sativum', variety, aliases });

test('a kind is found by its name, by another name of it, or nearly, and only among its own crop', () => {
  const theirs = [
    pea('long siding'),
    pea('Green Flgg'),
    { crop: 'Bean', species: 'Phaseolus vulgaris', variety: 'Long Siding' },
    pea('Semaphore'),
  ];
  const matched = matchListing([pea('Long Siding'), pea('Green Flagg'), pea('Signal Arm', ['Semaphore']), pea('Nobody Has It')], theirs);
  expect(matched.map(({ ours, theirs: { variety }, isSameName }) => [ours.variety, variety, isSameName])).toEqual([
    ['Long Siding', 'long siding', true],
    ['Green Flagg', 'Green Flgg', false],
    ['Signal Arm', 'Semaphore', true],
  ]);
});

test('another library’s name for a crop does not matter where the species is the same', () => {
  const theirs = [{ crop: 'Garden pea', species: 'pisum sativum', variety: 'Turntable' }];
  expect(matchListing([pea('Turntable')], theirs)).toMatchObject([{ isSameName: true }]);
});

test('what is listed by crop and by species is found once', () => {
  expect(matchListing([pea('Turntable')], [pea('Turntable')])).toHaveLength(1);
});
