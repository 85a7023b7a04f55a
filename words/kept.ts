import type { Milligrams } from '#core/kernel/kinds.ts';
import { parseAmount } from '#core/units/parseAmount.ts';

/** Sentences that are kept with a record: they are read as they were written, also when the words of today's pages are others. */

export const FROM_A_SHEET = 'From an imported sheet';
export const CLEANED_HERE = 'Cleaned here';
export const CLEANING_WASTE = 'Water, chaff and bad seed removed at the bench';
export const FOUND_DRY = 'Weight settled, sign seen, air dry';
export const CLEANED_NOT_DRY = 'Cleaned and put away before it was dry';
export const NOXIOUS_WEED = 'Noxious weed seed in its sample: check local law on what to do with it';
/** Whoever was erased, where a text named them. */
export const FORMER_MEMBER = 'a former member';
/** In the place of a text that was emptied because it told of somebody who was erased. */
export const INSTEAD_OF_A_TEXT = 'Removed';
/** How a library is called until somebody names it. */
export const UNNAMED_LIBRARY = 'Our seed library';

export const putAwayDamp = (why: string) => `Put away before it was dry: ${why}`;
export const partForTrial = (code: string, method: string) => `Part of ${code} for a method trial: ${method.toLowerCase()}`;
export const toBeCleaned = (typed: string) => `To be cleaned: ${typed}`;
/** Milligrams of fruit or heads that were brought, where what was said of them at intake begins with a weight; null otherwise. */
export function weightBrought(note: string | null): Milligrams | null {
  const said = /^To be cleaned: (?:about )?([\d.,/½¼¾ ]{1,12}(?:kg|g|lb|oz)\b)/i.exec(note ?? '')?.[1];
  const read = said === undefined ? null : parseAmount(said);
  return read?.ok && read.amount.kind === 'weight' ? read.amount.milligrams : null;
}
/** The name of a line raised from a hybrid or from an unknown father. */
export const offspringOf = (variety: string) => `Offspring of ${variety}`;
export const blendNote = (parts: string) => `Blend of ${parts}`;
export const wentInto = (code: string) => `Into ${code}`;
