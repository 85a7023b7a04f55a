import type { Milligrams, Seeds } from '../kernel/kinds.ts';
import { entryFor, tidied } from './typed.ts';

/** What people write on an envelope, read into the ledger's whole units. */
export type Amount =
  | { readonly kind: 'weight'; readonly milligrams: Milligrams; readonly approximate: boolean }
  | { readonly kind: 'count'; readonly seeds: Seeds; readonly approximate: boolean };

export type ReadAmount =
  { ok: true; amount: Amount } | { ok: false; why: 'empty' | 'no unit' | 'unreadable' | 'not positive' | 'too much' };

/** Milligrams in one unit; avoirdupois ounce and pound by definition of 1959. */
const MILLIGRAMS: Record<string, number> = {
  mg: 1,
  g: 1_000,
  kg: 1_000_000,
  oz: 28_349.523_125,
  lb: 453_592.37,
};
const UNIT_WORDS: Record<string, string> = {
  mg: 'mg',
  milligram: 'mg',
  g: 'g',
  gr: 'g',
  gm: 'g',
  gram: 'g',
  gramme: 'g',
  kg: 'kg',
  kilo: 'kg',
  kilogram: 'kg',
  oz: 'oz',
  ounce: 'oz',
  lb: 'lb',
  lbs: 'lb',
  pound: 'lb',
  seed: 'seeds',
  grain: 'seeds',
  bean: 'seeds',
  pea: 'seeds',
  kernel: 'seeds',
};
const FRACTIONS: Record<string, string> = { '½': '1/2', '¼': '1/4', '¾': '3/4', '⅓': '1/3', '⅔': '2/3', '⅛': '1/8' };
const NUMBER = String.raw`\d{1,12} \d{1,4}\/\d{1,4}|\d{1,12}\/\d{1,12}|\d{1,12}(?:[.,]\d{1,12})?|[.,]\d{1,12}`;
const TERM = new RegExp(String.raw`(${NUMBER}) ?([a-z]{1,20})\.?`, 'g');
/** 100 kg and ten million seeds: more than any community library holds of one lot, so more is a slip of the pen. */
const MOST_MILLIGRAMS = 100_000_000;
const MOST_SEEDS = 10_000_000;

/**
 * Reads an amount: `180 g`, `1 lb 6.5 oz`, `½ oz`, `about 300 seeds`, `1,200 seeds`, `c. 40 beans`.
 * Weights become whole milligrams (rounded), counts whole seeds. A bare number is refused: it could be either.
 */
export function parseAmount(text: string): ReadAmount {
  const tidy = normalise(text);
  if (tidy === '') return { ok: false, why: text.trim() === '' ? 'empty' : 'unreadable' };
  const approximate = /^(?:about|around|approx(?:imately)?\.?|circa|c\.|ca\.|roughly|some|~)\s*/.exec(tidy);
  const body = approximate ? tidy.slice(approximate[0].length) : tidy;
  if (body.startsWith('-') || body.startsWith('−')) return { ok: false, why: 'not positive' };
  if (new RegExp(`^(?:${NUMBER})$`).test(body)) return { ok: false, why: 'no unit' };
  const terms = [...body.matchAll(TERM)];
  const leftOver = body.replace(TERM, '').replace(/[\s,&+]|and/g, '');
  if (terms.length === 0 || leftOver !== '') return { ok: false, why: 'unreadable' };
  const read = terms.map(([, number, word]) => ({ value: readNumber(number!), unit: readUnit(word!) }));
  if (read.some(({ unit }) => unit === null)) return { ok: false, why: 'unreadable' };
  return combine(read as { value: number; unit: string }[], approximate !== null);
}

function combine(terms: readonly { value: number; unit: string }[], approximate: boolean): ReadAmount {
  const counts = terms.filter(({ unit }) => unit === 'seeds');
  if (counts.length > 0) {
    const seeds = counts[0]!.value;
    if (terms.length > 1 || !Number.isInteger(seeds)) return { ok: false, why: 'unreadable' };
    if (seeds <= 0) return { ok: false, why: 'not positive' };
    if (seeds > MOST_SEEDS) return { ok: false, why: 'too much' };
    return { ok: true, amount: { kind: 'count', seeds, approximate } };
  }
  const milligrams = Math.round(terms.reduce((sum, { value, unit }) => sum + value * MILLIGRAMS[unit]!, 0));
  if (!(milligrams > 0)) return { ok: false, why: 'not positive' };
  if (milligrams > MOST_MILLIGRAMS) return { ok: false, why: 'too much' };
  return { ok: true, amount: { kind: 'weight', milligrams, approximate } };
}

function normalise(text: string): string {
  const plain = tidied(tidied(text).replace(/[½¼¾⅓⅔⅛]/g, (sign) => ` ${FRACTIONS[sign]}`));
  return plain.replace(/(\d),(?=\d{3}(?!\d))/g, '$1');
}

function readNumber(text: string): number {
  return text.split(/\s+/).reduce((sum, part) => {
    const [top, bottom] = part.replace(',', '.').split('/').map(Number);
    return sum + (bottom === undefined ? top! : top! / bottom);
  }, 0);
}

function readUnit(word: string): string | null {
  return entryFor(UNIT_WORDS, word) ?? null;
}
