/** Sentences that are kept with a record: they are read as they were written, also when the words of today's pages are others. */

export const CLEANED_HERE = 'Cleaned here';
export const CLEANING_WASTE = 'Water, chaff and bad seed removed at the bench';
export const FOUND_DRY = 'Weight settled, sign seen, air dry';
export const CLEANED_NOT_DRY = 'Cleaned and put away before it was dry';
export const NOXIOUS_WEED = 'Noxious weed seed in its sample: check local law on what to do with it';
/** How a library is called until somebody names it. */
export const UNNAMED_LIBRARY = 'Our seed library';

export const putAwayDamp = (why: string) => `Put away before it was dry: ${why}`;
export const partForTrial = (code: string, method: string) => `Part of ${code} for a method trial: ${method.toLowerCase()}`;
export const toBeCleaned = (typed: string) => `To be cleaned: ${typed}`;
/** The name of a line raised from a hybrid or from an unknown father. */
export const offspringOf = (variety: string) => `Offspring of ${variety}`;
export const blendNote = (parts: string) => `Blend of ${parts}`;
export const wentInto = (code: string) => `Into ${code}`;
