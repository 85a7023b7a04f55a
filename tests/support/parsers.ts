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
export const PARSERS: Readonly<Record<string, readonly [(text: string) => unknown, string]>> = {
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
