/** Larger than any spreadsheet that somebody keeps by hand. */
export const MOST_SHEET_BYTES = 30_000_000;
/** Cells that are pasted instead of a file. */
export const MOST_PASTED = 2_000_000;
/** What a form with a file weighs besides it. */
export const MOST_SHEET_FORM_BYTES = MOST_SHEET_BYTES + 100_000;
