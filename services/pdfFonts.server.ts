import { createRequire } from 'node:module';

const { resolve } = createRequire(import.meta.url);
const fontFile = (of: string, file: string) => resolve(`${of}/files/${file}`);
export const FONTS = {
  words: () => fontFile('@fontsource/atkinson-hyperlegible-next', 'atkinson-hyperlegible-next-latin-400-normal.woff'),
  strong: () => fontFile('@fontsource/atkinson-hyperlegible-next', 'atkinson-hyperlegible-next-latin-700-normal.woff'),
  head: () => fontFile('@fontsource/zilla-slab', 'zilla-slab-latin-600-normal.woff'),
  code: () => fontFile('@fontsource/atkinson-hyperlegible-mono', 'atkinson-hyperlegible-mono-latin-500-normal.woff'),
};

/** Gives a document the house's lettering, which is embedded in it: `words`, `strong`, `head`, `code`. */
export function registerFonts(doc: PDFKit.PDFDocument): void {
  for (const [name, file] of Object.entries(FONTS)) doc.registerFont(name, file());
}
