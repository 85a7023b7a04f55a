import { readAlmanac } from '#almanac/read.ts';
import { cropReader } from '#core/sheets/readCrop.ts';
import type { Library } from '#core/sheets/library.ts';

const { crops } = readAlmanac();
export const readCrop = cropReader(crops);

/** A library with the almanac's crops and nothing else, as a sheet is reviewed against it. */
export const EMPTY_LIBRARY: Library = {
  crops,
  lines: [],
  people: [],
  gardens: [],
  places: [],
  lots: [],
  imported: new Map(),
  takesHybrids: true,
  southern: false,
  usualOrder: 'day first',
  today: '2026-11-27',
};
