import { extractText, getDocumentProxy } from 'unpdf';

/** What a reader of this PDF sees as text: one string a page, its lines joined by spaces. */
export async function textOfPdf(pdf: Uint8Array): Promise<string[]> {
  const { text } = await extractText(await getDocumentProxy(new Uint8Array(pdf)), { mergePages: false });
  return text.map((page) => page.replace(/\s+/g, ' ').trim());
}
