import type { Amount } from '../units/parseAmount.ts';
import { readStock } from '../units/readStock.ts';
import { tidied } from '../units/typed.ts';
import { headKey, type Field } from './fields.ts';
import { noted, plainly, type Answers, type Note, type Read } from './notes.ts';
import { saysNothing, saysUnknown } from './readYesNo.ts';

/** In what a column counts where its cells do not say. */
const COLUMN_UNITS = ['seeds', 'g', 'kg', 'oz', 'packets'] as const;
export type ColumnUnit = (typeof COLUMN_UNITS)[number];

const UNIT_IN_HEAD: readonly (readonly [RegExp, ColumnUnit])[] = [
  [/\b(?:packets?|pkts?|packs?|envelopes?)\b/, 'packets'],
  [/\b(?:kg|kilos?|kilograms?)\b/, 'kg'],
  [/\b(?:g|gr|gm|grams?|grammes?|weight)\b/, 'g'],
  [/\b(?:oz|ounces?)\b/, 'oz'],
  [/\b(?:seeds?|count|number)\b/, 'seeds'],
];

const UNITS_SEEN = new Map<string, ColumnUnit | null>();

/** The unit that a column's head names, or null; each head is looked at once. */
export function unitInHead(head: string): ColumnUnit | null {
  const seen = UNITS_SEEN.get(head);
  if (seen !== undefined) return seen;
  const unit = UNIT_IN_HEAD.find(([pattern]) => pattern.test(headKey(head)))?.[1] ?? null;
  if (UNITS_SEEN.size < 1000) UNITS_SEEN.set(head, unit);
  return unit;
}

export interface Measuring {
  readonly field: Field;
  /** What the column counts in, where its head says so. */
  readonly unit: ColumnUnit | null;
  /** The question whose answer gives the unit where the head does not. */
  readonly unitQuestion: string;
  readonly answers: Answers;
  /** Seeds in one packet of this crop, and grams that a millilitre of it weighs. */
  readonly packet: number;
  readonly density: number;
}

const NUMBER = String.raw`\d{1,9}(?:[.,]\d{1,6})?`;

/**
 * Reads how much there is: `1/2 lb`, `abt 300`, `2 pkts`, `50-60 seeds`, `100+`, `250` in a column of grams.
 * @returns `none` for nothing left; null with a note where nothing can be read, and without one for an empty cell
 */
export function readHowMuch(cell: string, measuring: Measuring): Read<Amount | 'none'> {
  const said = cell.trim();
  const { field } = measuring;
  if (saysUnknown(said)) return plainly<Amount>(null);
  if (/^(?:0+(?:[.,]0+)?(?: ?\w{1,7})?|none|nil|empty|all gone|gone|used up|finished|out)$/i.test(said))
    return plainly<Amount | 'none'>('none');
  if (saysNothing(said)) return plainly<Amount>(null);
  const { text, approximate } = untangled(said);
  const bare = new RegExp(`^(?:${NUMBER}|\\d+ \\d/\\d|\\d/\\d{1,2})$`).test(text);
  const unit = bare ? (measuring.unit ?? unitAnswered(measuring)) : null;
  const read = readStock(unit ? `${text} ${unit}` : bare ? `${text} seeds` : text, measuring.packet, measuring.density);
  const notes: Note[] = [];
  if (!read.ok)
    return noted<Amount>(null, { level: 'wrong', field, code: read.why === 'too much' ? 'amount too much' : 'amount unreadable', said });
  const amount: Amount = approximate ? { ...read.amount, approximate } : read.amount;
  if (bare && unit === null)
    notes.push({
      level: 'doubtful',
      field,
      code: 'amount without unit',
      said,
      taken: 'seeds',
      question: measuring.unitQuestion,
      readings: COLUMN_UNITS.map((value) => ({ value, shows: value })),
    });
  else if (/pack|pkt|envel/i.test(`${text} ${unit ?? ''}`) && !/of \d/.test(text))
    notes.push({ level: 'assumed', field, code: 'amount in packets', said, taken: String(measuring.packet) });
  else if (approximate) notes.push({ level: 'assumed', field, code: 'amount approximate', said, taken: text });
  return noted(amount, ...notes);
}

const unitAnswered = ({ answers, unitQuestion }: Measuring): ColumnUnit | null =>
  COLUMN_UNITS.find((unit) => unit === answers[unitQuestion]) ?? null;

/** Without what says only that it is not exact; of a range the middle. */
function untangled(said: string): { readonly text: string; readonly approximate: boolean } {
  const tidy = tidied(said).replace(/\.$/, '');
  const vague =
    /^(?:abt|about|around|approx(?:imately)?|circa|ca|c|roughly|some|over|under|more than|at least|up to|nearly|almost|~|>|<|±)\.? ?(?=[\d½¼¾.])/;
  const plain = tidy
    .replace(vague, '')
    .replace(/(?<=\d) ?\+| ?\?{1,3}$| ?\(?(?:approx|est|ish)\.?\)?$/, '')
    .trim();
  const range = new RegExp(`^(${NUMBER}) ?(?:-|–|to) ?(${NUMBER})(.*)$`).exec(plain);
  const [low, high] = range ? [range[1]!, range[2]!].map((part) => Number(part.replace(',', '.'))) : [0, 0];
  if (range && low! < high!) {
    const middle = (low! + high!) / 2;
    // Seeds and packets are whole; a few grams may have a half.
    return {
      text: `${middle < 10 && /^ ?(?:k?g|oz|lb)/.test(range[3]!) ? Number(middle.toFixed(2)) : Math.round(middle)}${range[3]!}`,
      approximate: true,
    };
  }
  return { text: plain.replace(/\bpkts?\b/, 'packets'), approximate: plain !== tidy };
}
