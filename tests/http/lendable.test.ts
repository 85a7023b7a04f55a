import { expect, test } from '@jest/globals';
import { inParallel, sessionOf } from '../support/session.ts';
import { sampleLibrary } from './sampleLibrary.ts';

const sample = sampleLibrary();

/** What a page says, without its markup. */
const wordsOf = (html: string) =>
  html
    .replace(/<(script|style)[^>]*>.*?<\/\1>/gs, '')
    .replace(/<[^<>]*>/g, ' ')
    .replace(/&#x27;/g, '’')
    .replace(/\s+/g, ' ');

interface AtDesk {
  readonly packets: number;
  readonly lending: { readonly answer: string };
  readonly stock: {
    readonly lendable: number;
    readonly packets: number;
    readonly usable: number;
    readonly target: number;
    readonly verdict: string;
  };
}

test('of every lot of the sample library its own page, its line, the desk, the shelves and the wants list give one answer', async () => {
  const visitor = sessionOf(sample.library, 'coordinator');
  const codesIn = (html: string) => [...new Set([...html.matchAll(/href="\/lots\/(\d\d-\d{4}-[A-Z])"/g)].map((match) => match[1]!))];
  const pagesOf = async (path: string) => (await inParallel([1, 2, 3], (page) => visitor.text(`${path}&page=${page}`))).join('');
  const codes = codesIn(await pagesOf('/shelves?state=in+store'));
  const lendableOnShelves = new Set(codesIn(await pagesOf('/shelves?state=may+be+lent')));
  const [heads, ...rows] = (await visitor.text('/wants.csv'))
    .trim()
    .split('\n')
    .map((row) => row.replace(/"([^"]*)"/g, (_, cell: string) => cell.replaceAll(',', ';')).split(','));
  const wants = rows.map((row) => Object.fromEntries(row.map((cell, index) => [heads![index]!, cell])));
  expect(codes.length).toBeGreaterThan(40);

  const told = await inParallel(codes, async (code) => {
    const html = await visitor.text(`/lots/${code}`);
    const page = wordsOf(html);
    const linePath = /href="(\/lines\/\d+)"/.exec(html)![1]!;
    const line = wordsOf(await visitor.text(linePath));
    const { lot: desk } = JSON.parse(await visitor.text(`/desk/lot?code=${code}`)) as { lot: AtDesk };
    const lends = desk.lending.answer === 'yes';
    const offered = lends ? desk.packets : 0;
    const [, crop, variety] = /(?:^| )([A-Z][^‘]*?) ‘([^’]+(?:’s [^’]+)?)’ · Kind Granary/.exec(page) ?? [];
    const want = wants.find((row) => row['crop'] === crop?.trim() && row['variety'] === variety);
    const [, answer, packets] = /Can it be lent now\? (Yes|No|Only)\W+(?:(\d+) packet)?/.exec(page)!;
    return {
      code,
      lot: { lends: answer === 'Yes', packets: answer === 'Yes' ? Number(packets) : 0 },
      line: {
        packets: Number(new RegExp(`${code} .*? (?:up to (\\d+) packets|none) `).exec(line)![1] ?? 0),
        lendable: Number(/\b(\d{1,5}) packets? can be lent now/.exec(line)?.[1] ?? 0),
      },
      shelves: lendableOnShelves.has(code),
      wants: want ? { usable: Number(want['seeds_counted_on']), lendable: Number(want['seeds_that_may_be_lent']) } : null,
      desk: { lends, offered, stock: desk.stock },
    };
  });

  for (const { code, lot, line, shelves, wants: want, desk } of told) {
    expect([code, lot]).toEqual([code, { lends: desk.lends && desk.offered > 0, packets: desk.offered }]);
    expect([code, line]).toEqual([code, { packets: desk.offered, lendable: desk.stock.packets }]);
    expect([code, shelves]).toEqual([code, desk.lends]);
    expect([code, want]).toEqual([
      code,
      desk.stock.verdict === 'wanted' ? { usable: desk.stock.usable, lendable: desk.stock.lendable } : null,
    ]);
  }
  // The sample has lines of each sort.
  expect(new Set(told.map(({ desk }) => desk.stock.verdict)).size).toBeGreaterThan(1);
  expect(told.some(({ desk }) => desk.lends && desk.offered > 0) && told.some(({ desk }) => !desk.lends)).toBe(true);
}, 120_000);
