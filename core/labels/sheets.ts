/** A sheet of labels, or a roll of single ones; all measures in millimetres. */
export interface Sheet {
  readonly page: { readonly width: number; readonly height: number };
  readonly label: { readonly width: number; readonly height: number };
  readonly columns: number;
  readonly rows: number;
  /** From the page's left and top edge to the first label. */
  readonly left: number;
  readonly top: number;
  /** From one label's edge to the next one's. */
  readonly gapX: number;
  readonly gapY: number;
}

const A4 = { width: 210, height: 297 };
const LETTER = { width: 215.9, height: 279.4 };

/** Sheets whose labels stand in the middle of the page, with the gaps given. */
function sheet(page: Sheet['page'], label: Sheet['label'], columns: number, rows: number, gapX = 0, gapY = 0): Sheet {
  const left = (page.width - columns * label.width - (columns - 1) * gapX) / 2;
  const top = (page.height - rows * label.height - (rows - 1) * gapY) / 2;
  return { page, label, columns, rows, left, top, gapX, gapY };
}

const roll = (width: number, height: number): Sheet => ({
  page: { width, height },
  label: { width, height },
  columns: 1,
  rows: 1,
  left: 0,
  top: 0,
  gapX: 0,
  gapY: 0,
});

export const SHEETS = {
  'a4-24': sheet(A4, { width: 70, height: 37 }, 3, 8),
  'a4-8': sheet(A4, { width: 105, height: 74 }, 2, 4),
  'a4-21': sheet(A4, { width: 63.5, height: 38.1 }, 3, 7, 2.5),
  'letter-30': sheet(LETTER, { width: 66.7, height: 25.4 }, 3, 10, 3.1),
  'letter-10': sheet(LETTER, { width: 101.6, height: 50.8 }, 2, 5, 4.1),
  'roll-62': roll(62, 40),
  'roll-57': roll(57, 32),
} as const;
export type SheetId = keyof typeof SHEETS;
export const SHEET_IDS = Object.keys(SHEETS) as SheetId[];

export interface Placed {
  readonly page: number;
  /** Left and top edge on its page, mm. */
  readonly x: number;
  readonly y: number;
}

/**
 * Where `count` labels go, row by row, from the `start`-th free place of a used sheet on.
 * @param start 1 for a fresh sheet, at most the places on one. Throws RangeError outside.
 */
export function placeLabels(of: Sheet, count: number, start = 1): readonly Placed[] {
  const places = of.columns * of.rows;
  if (!(start >= 1 && start <= places && Number.isInteger(start))) throw new RangeError(`a sheet has places 1 to ${places}`);
  return Array.from({ length: count }, (_, index) => {
    const place = index + start - 1;
    const onPage = place % places;
    return {
      page: Math.floor(place / places),
      x: of.left + (onPage % of.columns) * (of.label.width + of.gapX),
      y: of.top + Math.floor(onPage / of.columns) * (of.label.height + of.gapY),
    };
  });
}
