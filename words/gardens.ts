import type { PlaceFault } from '#core/isolation/gardens.ts';
import type { Sun, Water } from '#core/growout/plots.ts';

/** What is wrong with where a garden is said to be. */
export const PLACE_FAULTS: Readonly<Record<PlaceFault | 'unreadable' | 'unknown garden' | 'kept' | 'placed already', string>> = {
  nowhere: 'Enter the real coordinates: 0, 0 is not a garden',
  'other hemisphere': 'Check the coordinates: this is in the other hemisphere',
  'too far': 'Check the coordinates: this is more than 200 km from every other garden',
  unreadable: 'Enter coordinates such as 41.21, -34.04, or a distance such as 300 m to Alder Row',
  kept: 'Only coordinators can see where this garden is. Leave this empty, or ask one of them',
  'placed already': 'This garden already has a location. Open it in the list to change that',
  'unknown garden': 'We know no garden of that name. Check the spelling',
};

export const SUN_WORDS: Readonly<Record<Sun, string>> = { 'full sun': 'Full sun', 'half shade': 'Half shade', shade: 'Shade' };
export const WATER_WORDS: Readonly<Record<Water, string>> = {
  tap: 'From a tap or hose',
  carried: 'Carried in cans',
  'rain only': 'Rain only',
};
