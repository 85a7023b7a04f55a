import { expect, test } from '@jest/globals';
import { priceOf, readPrices } from './prices.ts';

const named = (name: string) => (['maize', 'pea'].includes(name.toLowerCase()) ? { id: name.toLowerCase() } : null);

test('prices are read as people write them, with comma or point', () => {
  expect(readPrices('Maize 4.10\n\n pea: 3,5 ', named)).toEqual({ ok: true, crops: { maize: 410, pea: 350 } });
  expect(readPrices('', named)).toEqual({ ok: true, crops: {} });
});

test('a line that cannot be read is named, with what is wrong', () => {
  expect(readPrices('maize 4.10\nmoonflower 3', named)).toEqual({ ok: false, line: 'moonflower 3', why: 'no such crop' });
  expect(readPrices('maize dear', named)).toEqual({ ok: false, line: 'maize dear', why: 'not read' });
});

test('a crop without a price of its own costs what packets cost', () => {
  const prices = { currency: 'EUR', packet: 320, crops: { maize: 410 } };
  expect([priceOf(prices, 'maize'), priceOf(prices, 'pea')]).toEqual([410, 320]);
});
