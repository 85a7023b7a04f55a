import { z } from 'zod';
import { actKey } from '#contracts/fields.ts';
import { SHEETS, SHEET_IDS, type SheetId } from '#core/labels/sheets.ts';

const MOST_LABELS = 600;
const places = (sheet: SheetId) => SHEETS[sheet].columns * SHEETS[sheet].rows;

/** Labels to print: on what, how many, and from which place of a used sheet; `made` is the key under which those of a lot are recorded. */
export const printForm = z
  .object({
    key: actKey,
    sheet: z.enum(SHEET_IDS),
    count: z.int().min(1).max(MOST_LABELS),
    start: z.int().min(1).default(1),
    made: actKey.optional(),
  })
  .refine(({ sheet, start }) => start <= places(sheet), { path: ['start'], message: 'label place: none' });

/** The same from an address; what makes no sense becomes the nearest that does. */
export function sheetFrom(query: URLSearchParams): { sheet: SheetId; count: number; start: number } {
  const sheet = SHEET_IDS.find((id) => id === query.get('sheet')) ?? 'a4-24';
  const whole = (name: string, most: number) => Math.min(most, Math.max(1, Math.trunc(Number(query.get(name))) || 1));
  return { sheet, count: whole('count', MOST_LABELS), start: whole('start', places(sheet)) };
}

/** What stands on a label. */
const labelWords = z.object({
  crop: z.string(),
  variety: z.string(),
  code: z.string(),
  address: z.string(),
  lines: z.array(z.object({ text: z.string(), strong: z.boolean().optional() })).readonly(),
  /** Hazards stand in a frame. */
  hazards: z.array(z.string()).readonly(),
  looks: z.string().optional(),
});

const MOST_LOTS = 200;
/** Labels on one run of sheets: setting more of them would keep everybody else waiting for seconds. */
export const MOST_IN_A_RUN = 2_400;

/** Labels made of lots, on paper by whatever way: how many of each. */
export const labelsMade = z.object({
  key: actKey,
  lots: z
    .array(z.object({ code: z.string(), labels: z.int().min(1).max(MOST_LABELS) }))
    .min(1)
    .max(MOST_LOTS),
});

/** Sending labels to the printer: on what and how many, and what stands on them. */
export const printInput = printForm.and(z.object({ words: labelWords }));
