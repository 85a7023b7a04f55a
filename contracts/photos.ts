/** What a phone's photo weighs, and some more. */
export const MOST_PHOTO_BYTES = 16 * 2 ** 20;
/** Stands for a photo that was not even read. */
export const TOO_LARGE = 'too large';
