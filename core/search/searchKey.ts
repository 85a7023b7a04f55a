/**
 * Text as searches compare it: without case, accents, apostrophes and quotes, so that `guard's` finds "Guard’s" and `rube` "Rübe".
 * The database's function `search_key` does the same to what is searched.
 */
export const searchKey = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/[\u0300-\u036f'\u2018\u2019\u201b"\u201c\u201d\u201e`\u00b4]/g, '')
    .toLowerCase();
