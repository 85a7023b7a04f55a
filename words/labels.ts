import type { SheetId } from '#core/labels/sheets.ts';

/** Sheets and rolls of labels, by their measures. */
export const SHEET_WORDS: Readonly<Record<SheetId, string>> = {
  'a4-24': 'A4, 24 labels of 70 × 37 mm',
  'a4-8': 'A4, 8 labels of 105 × 74 mm',
  'a4-21': 'A4, 21 labels of 63.5 × 38.1 mm',
  'letter-30': 'Letter, 30 labels of 2⅝ × 1 in',
  'letter-10': 'Letter, 10 labels of 4 × 2 in',
  'roll-62': 'Roll 62 mm wide, cut at 40 mm',
  'roll-57': 'Roll of 57 × 32 mm',
};
