/** Where a place stands on the page of places. */
export const placeAnchor = (name: string): string => `place-${name.trim().replace(/\s+/g, '-')}`;
