import type { PlaceFault } from '#core/isolation/gardens.ts';
import type { Sun, Water } from '#core/growout/plots.ts';

/** What is wrong with where a garden is said to be. */
export const PLACE_FAULTS: Readonly<Record<PlaceFault | 'unreadable' | 'unknown garden' | 'kept', string>> = {
  nowhere: '0, 0 is an empty form, not a garden',
  'other hemisphere': 'That lies in the other hemisphere than the library. Check the signs',
  'too far': 'That is more than 200 km from every other garden. Check the figures',
  unreadable: 'Write two figures, 41.21, -34.04, or a distance, 300 m to Alder Row',
  kept: 'Its place is kept by the coordinators. Leave this empty, or ask one of them',
  'unknown garden': 'No garden of that name is known',
};

export const SUN_WORDS: Readonly<Record<Sun, string>> = { 'full sun': 'Full sun', 'half shade': 'Half shade', shade: 'Shade' };
export const WATER_WORDS: Readonly<Record<Water, string>> = {
  tap: 'From a tap or hose',
  carried: 'Carried in cans',
  'rain only': 'Rain only',
};
