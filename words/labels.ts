import type { LabelPart, LabelSays } from '#core/labels/says.ts';
import type { SheetId } from '#core/labels/sheets.ts';
import { CLAIM_WORDS } from './claims.ts';

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

const promised = ({ promise }: LabelSays) => (promise === null ? 'not judged yet' : CLAIM_WORDS[promise].toLowerCase());
const sown = ({ sowing }: LabelSays) => (sowing === 'not lent' ? 'do not lend' : sowing === 'as usual' ? 'sow as usual' : `sow ${sowing}`);
const HAZARDS: Readonly<Record<string, string>> = { treated: 'treated seed', 'may be treated': 'may be treated' };
/** Hazards of the crop share one word: the label itself tells them. */
const dangers = ({ hazards }: LabelSays) =>
  [...new Set(hazards.map((code) => HAZARDS[code] ?? 'a hazard of the crop'))].join(', ') || 'no hazard';
const bred = ({ hybrid }: LabelSays) => (hybrid ? 'F1 hybrid' : 'not a hybrid');

const TOLD: Readonly<Record<LabelPart, (says: LabelSays) => string>> = {
  name: ({ name }) => name,
  promise: promised,
  sowing: sown,
  hybrid: bred,
  hazards: dangers,
};

/** What a label says of a part, and what is true now. */
export const labelPartWords = (part: LabelPart, { said, now }: { readonly said: LabelSays; readonly now: LabelSays }) => ({
  said: TOLD[part](said),
  now: TOLD[part](now) === TOLD[part](said) ? `${TOLD[part](now)}, changed` : TOLD[part](now),
});
