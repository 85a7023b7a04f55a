import bwipjs from 'bwip-js/node';
import PDFDocument from 'pdfkit';
import { drawSeed, seedFill, seedRoom } from '#core/almanac/drawSeed.ts';
import { readPortrait, type Portrait } from '#core/almanac/portrait.ts';
import { placeLabels, SHEETS, type SheetId } from '#core/labels/sheets.ts';
import { registerFonts, type FONTS } from './pdfFonts.server.ts';

/** What stands on a label. Long texts wrap; where there is no room for all, the least important line is left out, and none is cut or too small to read. */
export interface LabelWords {
  readonly crop: string;
  readonly variety: string;
  readonly code: string;
  readonly address: string;
  /** Lines with a `rank` may be left out, the highest first; those without stay. */
  readonly lines: readonly { readonly text: string; readonly strong?: boolean; readonly rank?: number }[];
  /** Hazards stand in a frame. */
  readonly hazards: readonly string[];
  /** How the seed looks, as the almanac writes it; drawn under the code where there is room. */
  readonly looks?: string;
}

const POINTS = 72 / 25.4;
/** What printers leave free at the edge of a page, about. */
const PAD = 2.4 * POINTS;
/** Lettering from a quarter larger than usual down. */
const MOST_SCALE = 1.25;
const LEAST_SCALE = 0.4;
/** No text is smaller than this as long as a line can be left out instead, points. */
export const LEAST_POINTS = 6;
/** A line of the label and the variety's name at their usual sizes, points. */
const LINE_POINTS = 7;
const HEAD_POINTS = 13;
const READABLE_SCALE = LEAST_POINTS / LINE_POINTS;

/** A QR code as a PNG, with the quiet edge that readers need. */
const qrImage = (address: string): Promise<Buffer> =>
  bwipjs.toBuffer({ bcid: 'qrcode', text: address, scale: 6, paddingwidth: 2, paddingheight: 2 });

/** Labels as PDF: `count` alike, on a sheet or roll of real measures, from the `start`-th place on. Fonts are embedded. */
export const labelPdf = (words: LabelWords, sheetId: SheetId, count: number, start = 1): Promise<Buffer> =>
  labelRunsPdf([{ words, count }], sheetId, start, `${words.crop} ‘${words.variety}’ ${words.code}`);

/** Runs of labels alike, one after the other on the same sheets. */
export async function labelRunsPdf(
  runs: readonly { readonly words: LabelWords; readonly count: number }[],
  sheetId: SheetId,
  start: number,
  title: string,
): Promise<Buffer> {
  const sheet = SHEETS[sheetId];
  const [width, height] = [sheet.label.width * POINTS, sheet.label.height * POINTS];
  const doc = new PDFDocument({
    size: [sheet.page.width * POINTS, sheet.page.height * POINTS],
    margin: 0,
    autoFirstPage: false,
    info: { Title: title },
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const done = new Promise<Buffer>((resolve) => doc.on('end', () => resolve(Buffer.concat(chunks))));
  registerFonts(doc);
  const box = { x: 0, y: 0, width, height };
  const places = placeLabels(
    sheet,
    runs.reduce((sum, { count }) => sum + count, 0),
    start,
  );
  let [page, at] = [-1, 0];
  for (const { words, count } of runs) {
    const qr = await qrImage(words.address);
    const { lines } = fitLabel(words, sheetId);
    let drawn: readonly string[] | null = null;
    for (const { page: on, x, y } of places.slice(at, (at += count))) {
      if (on > page) drawn = null;
      for (; page < on; page += 1) doc.addPage();
      doc.save();
      doc.translate(x * POINTS, y * POINTS);
      if (drawn) for (const chunk of drawn) doc.addContent(chunk);
      else drawn = recordContent(doc, () => draw(doc, words, lines, qr, box));
      doc.restore();
    }
  }
  doc.end();
  return done;
}

interface WritesContent {
  addContent(chunk: string): unknown;
}

/** What drawing writes onto the page, so that labels alike are laid out once a page: setting text is slow. */
function recordContent(doc: PDFKit.PDFDocument, drawing: () => void): readonly string[] {
  const chunks: string[] = [];
  const writer = doc as unknown as WritesContent;
  const write = writer.addContent.bind(doc);
  writer.addContent = (chunk) => {
    chunks.push(chunk);
    return write(chunk);
  };
  drawing();
  writer.addContent = write;
  return chunks;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const qrSide = ({ width, height }: Pick<Box, 'width' | 'height'>) => Math.min(height - 2 * PAD - 10, width * 0.3);

/**
 * The largest lettering at which everything fits; where that would be under six points, the least important lines go first. Nothing is ever cut: a name and
 * hazards that alone are too long are written smaller. Measured on a page that is thrown away. In points.
 */
export function fitLabel(
  words: LabelWords,
  sheetId: SheetId,
): { readonly lines: readonly Line[]; readonly tall: number; readonly room: number } {
  const { label } = SHEETS[sheetId];
  const box = { width: label.width * POINTS, height: label.height * POINTS };
  const scratch = new PDFDocument({ size: [2000, 2000], margin: 0 });
  registerFonts(scratch);
  const room = box.height - 2 * PAD;
  let [kept, head] = [words.lines, HEAD_POINTS];
  for (let scale = MOST_SCALE; ;) {
    const lines = layOut(scratch, { ...words, lines: kept }, textWidth(box), scale, head);
    const tall = lines.reduce((sum, line) => sum + line.height, 0);
    if (tall <= room || scale <= LEAST_SCALE) return { lines, tall, room };
    const last = Math.max(0, ...kept.map(({ rank }) => rank ?? 0));
    if (scale > READABLE_SCALE) scale = Math.max(READABLE_SCALE, scale - 0.05);
    else if (last > 0) [kept, scale] = [kept.filter(({ rank }) => rank !== last), MOST_SCALE];
    else if (head > LINE_POINTS) [head, scale] = [head - 1, MOST_SCALE];
    else scale -= 0.05;
  }
}

const textWidth = (box: Pick<Box, 'width' | 'height'>) => box.width - qrSide(box) - 3 * PAD;

interface Line {
  readonly text: string;
  readonly font: keyof typeof FONTS;
  readonly size: number;
  readonly framed: boolean;
  readonly height: number;
}

function layOut(doc: PDFKit.PDFDocument, words: LabelWords, width: number, scale: number, head: number): Line[] {
  const raw = [
    { text: words.crop, font: 'words' as const, size: 8, framed: false },
    { text: `‘${words.variety}’`, font: 'head' as const, size: head, framed: false },
    ...words.lines.map(({ text, strong }) => ({
      text,
      font: strong ? ('strong' as const) : ('words' as const),
      size: LINE_POINTS,
      framed: false,
    })),
    ...words.hazards.map((text) => ({ text, font: 'strong' as const, size: LINE_POINTS, framed: true })),
  ];
  return raw.map((line) => {
    let size = line.size * scale;
    doc.font(line.font).fontSize(size);
    // A single word that is wider than the label is written smaller: it has nowhere to wrap.
    const widest = Math.max(...line.text.split(/\s+/).map((word) => doc.widthOfString(word)));
    if (widest > width) size *= width / widest;
    doc.fontSize(size);
    return { ...line, size, height: doc.heightOfString(line.text, { width: line.framed ? width - 4 : width }) + (line.framed ? 4 : 1) };
  });
}

function draw(doc: PDFKit.PDFDocument, { code, looks }: LabelWords, lines: readonly Line[], qr: Buffer, box: Box): void {
  const width = textWidth(box);
  const left = box.x + PAD;
  let top = box.y + PAD;
  for (const line of lines) {
    doc.font(line.font).fontSize(line.size).fillColor('#111');
    if (line.framed)
      doc
        .lineWidth(0.6)
        .rect(left, top, width, line.height - 1)
        .stroke('#111');
    doc.text(line.text, left + (line.framed ? 2 : 0), top + (line.framed ? 1.5 : 0), { width: line.framed ? width - 4 : width });
    top += line.height;
  }
  const side = qrSide(box);
  const x = box.x + box.width - side - PAD;
  doc.image(qr, x, box.y + PAD, { width: side, height: side });
  doc.font('code').fontSize(7);
  const codeSize = Math.min(9, (7 * side) / doc.widthOfString(code));
  doc.fontSize(codeSize).text(code, x, box.y + PAD + side + 1, { width: side, align: 'center', lineBreak: false });
  const under = box.y + PAD + side + codeSize + 4;
  const portrait = looks === undefined ? null : readPortrait(looks);
  if (portrait) drawPortrait(doc, portrait, { x, y: under, width: side, height: box.y + box.height - PAD - under });
}

/** Smaller, a seed is a dot; larger, it would outshine the words. Points. */
const LEAST_SEED = 12;
const MOST_SEED = 42;

/** The seed in the middle of a box that is left over, as large as fits; nothing where that is too little. */
function drawPortrait(doc: PDFKit.PDFDocument, portrait: Portrait, box: Box): void {
  const { across, high } = seedRoom(portrait);
  const scale = Math.min(MOST_SEED / Math.max(across, high), box.width / across, box.height / high);
  if (across * scale < LEAST_SEED) return;
  doc.save();
  doc.translate(box.x + box.width / 2, box.y + (high * scale) / 2).scale(scale);
  const [light] = seedFill(portrait);
  for (const { d, fill, stroke, width, opacity } of drawSeed(portrait, 0.6 / scale)) {
    doc.path(d).opacity(opacity).lineWidth(width).lineCap('round').lineJoin('round');
    const colour = fill === 'body' ? light : fill;
    if (colour !== null && stroke !== null) doc.fillAndStroke(colour, stroke);
    else if (colour !== null) doc.fill(colour);
    else doc.stroke(stroke!);
  }
  doc.restore();
}
