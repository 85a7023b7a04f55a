import { readAirLine, readWeightLine } from '#contracts/bench/deviceLines.ts';
import { readTypedFact } from '#core/almanac/readFact.ts';
import { parsePartialDate } from '#core/calendar/parsePartialDate.ts';
import { parseWhen } from '#core/calendar/when.ts';
import { readPrices } from '#core/house/prices.ts';
import { readCropThresholds } from '#core/house/thresholds.ts';
import { readPoint } from '#core/isolation/gardens.ts';
import { readLotCode } from '#core/lotcode/lotCode.ts';
import { searchKey } from '#core/search/searchKey.ts';
import { parseAmount } from '#core/units/parseAmount.ts';
import { parseDistance } from '#core/units/parseDistance.ts';
import { readStock } from '#core/units/readStock.ts';

const nothing = () => null;
/** Everything that reads what somebody typed, with a text as people write it. */
const PARSERS: Readonly<Record<string, readonly [(text: string) => unknown, string]>> = {
  'an amount': [parseAmount, '1 lb 6.5 oz'],
  stock: [(text) => readStock(text, 20, 0.65), '3 packets of 20'],
  'a distance': [parseDistance, '200 ft'],
  'a point': [readPoint, '41.2100, -34.0400'],
  'a date': [parsePartialDate, 'Sep 2025'],
  'a moment': [parseWhen, 'yesterday 18:30'],
  'a lot code': [readLotCode, '26-0184-K'],
  prices: [(text) => readPrices(text, nothing), 'Pea 3.50'],
  thresholds: [(text) => readCropThresholds(text, nothing), 'Parsnip 40 60'],
  'a fact': [(text) => readTypedFact('homeDistance', text), '300 m'],
  diseases: [(text) => readTypedFact('diseases', text), 'leek rust: it does not live in the seed'],
  'a search': [searchKey, 'Guard’s Van'],
  'a scale’s line': [readWeightLine, 'steady 12.3 g ±0.1'],
  'a logger’s line': [readAirLine, '52 %RH 18.5 C'],
};

/** Texts that grow, of kinds that make a careless expression try again from every letter. */
const HOSTILE: readonly ((length: number) => string)[] = [
  (length) => '1'.repeat(length),
  (length) => `1${' '.repeat(length)}x`,
  (length) => '1/1 '.repeat(length / 4),
  (length) => '1,111'.repeat(length / 5),
  (length) => `51.5${' '.repeat(length / 2)}N${' '.repeat(length / 2)}x`,
  (length) => 'a: '.repeat(length / 3),
  (length) => '\n'.repeat(length),
  (length) => '‘'.repeat(length),
];
const SHORT = 10_000;
const LONG = 100_000;

/** The shortest of several runs, in ms. */
function timed(parse: (text: string) => unknown, text: string): number {
  let best = Infinity;
  for (let run = 0; run < 5; run += 1) {
    const began = performance.now();
    try {
      parse(text);
    } catch {
      // What it makes of it does not matter here.
    }
    best = Math.min(best, performance.now() - began);
  }
  return best;
}

process.stdout.write(`\nWhat is typed, read: worst of ${HOSTILE.length} hostile texts of 100 kB\n`);
for (const [name, [parse, usual]] of Object.entries(PARSERS)) {
  for (let run = 0; run < 1_000; run += 1) timed(parse, usual);
  const long = HOSTILE.map((make) => timed(parse, make(LONG)));
  const worst = Math.max(...long);
  const growth = worst / Math.max(0.001, timed(parse, HOSTILE[long.indexOf(worst)]!(SHORT)));
  process.stdout.write(
    `${name.padEnd(18)} ${worst.toFixed(3).padStart(8)} ms, ${(worst / Math.max(0.001, timed(parse, usual))).toFixed(0).padStart(6)} times a usual text; ten times the length takes ${growth.toFixed(1)} times as long\n`,
  );
}
