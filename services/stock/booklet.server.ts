import PDFDocument from 'pdfkit';
import type { Offered } from '#data/stock/offer.ts';
import { registerFonts } from '#services/pdfFonts.server.ts';
import { CLAIM_WORDS } from '#words/claims.ts';
import { BOOKLET_TITLE, bookletAbout, HOW_TO_ASK, kindLine } from '#words/offer.ts';

const POINTS = 72 / 25.4;
/** A5, which two of a sheet of A4 are folded from. */
const [WIDTH, HEIGHT, EDGE] = [148 * POINTS, 210 * POINTS, 14 * POINTS];
const [TITLE, CROP, KIND, SMALL] = [24, 13, 10.5, 8.5];
/** A crop's name does not stand alone at the foot of a page. */
const ROOM_FOR_A_CROP = 60;
/** And a variety's name not without its line. */
const ROOM_FOR_A_KIND = 30;

/** What a library offers, as a booklet: a title page with how to ask, then every crop with its varieties, and page numbers. */
export async function bookletPdf(offer: {
  readonly library: string;
  readonly howToAsk: string;
  readonly today: string;
  readonly kinds: readonly Omit<Offered, 'lineId'>[];
}): Promise<Buffer> {
  const doc = new PDFDocument({
    size: [WIDTH, HEIGHT],
    margin: EDGE,
    bufferPages: true,
    info: { Title: `${BOOKLET_TITLE}: ${offer.library}` },
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((resolve) => doc.once('end', resolve));
  registerFonts(doc);
  titlePage(doc, offer);
  doc.addPage();
  let crop = '';
  for (const kind of offer.kinds) {
    if (kind.crop !== crop) {
      crop = kind.crop;
      if (doc.y > HEIGHT - EDGE - ROOM_FOR_A_CROP) doc.addPage();
      doc.moveDown(doc.y > EDGE + 1 ? 0.8 : 0);
      doc.font('head').fontSize(CROP).text(crop);
      doc.font('words').fontSize(SMALL).text(kind.species, { oblique: true });
    }
    if (doc.y > HEIGHT - EDGE - ROOM_FOR_A_KIND) doc.addPage();
    doc.moveDown(0.2).font('strong').fontSize(KIND).text(kind.variety);
    doc
      .font('words')
      .fontSize(SMALL)
      .text(kindLine(kind.ease, kind.lifeCycle, kind.promise && CLAIM_WORDS[kind.promise]));
  }
  numberPages(doc);
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}

function titlePage(doc: PDFKit.PDFDocument, { library, howToAsk, today, kinds }: Parameters<typeof bookletPdf>[0]): void {
  doc.y = HEIGHT / 4;
  doc.font('head').fontSize(TITLE).text(BOOKLET_TITLE);
  doc.font('strong').fontSize(CROP).moveDown(0.4).text(library);
  doc.font('words').fontSize(KIND).moveDown(0.4).text(bookletAbout(kinds.length, today));
  doc.moveDown(2).font('strong').text(HOW_TO_ASK);
  doc.font('words').text(howToAsk);
}

/** Numbers at the foot of each page but the first. */
function numberPages(doc: PDFKit.PDFDocument): void {
  const { count } = doc.bufferedPageRange();
  for (let page = 1; page < count; page += 1) {
    doc.switchToPage(page);
    // Below the margin: else the number itself would begin another page.
    doc.page.margins.bottom = 0;
    doc
      .font('words')
      .fontSize(SMALL)
      .text(String(page + 1), EDGE, HEIGHT - EDGE / 1.6, { width: WIDTH - 2 * EDGE, align: 'center', lineBreak: false });
  }
}
