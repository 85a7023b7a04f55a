import { expect, test } from '@jest/globals';
import { textOfPdf } from '../../tests/support/pdf.ts';
import { bookletPdf } from './booklet.server.ts';

const kind = (crop: string, variety: string) =>
  ({ crop, variety, species: 'Pisum sativum', ease: 'easy', lifeCycle: 'annual', promise: 'true' }) as const;

test('the booklet has a title page with how to ask, every kind under its crop once, and numbered pages', async () => {
  const kinds = [...Array.from({ length: 60 }, (_, at) => kind('Pea', `Siding ${at + 1}`)), kind('Tomato', 'Signal Red')];
  const pages = await textOfPdf(
    await bookletPdf({ library: 'Hollin Reach Seed Library', howToAsk: 'Come on Saturdays', today: '2026-11-27', kinds }),
  );
  expect(pages[0]).toMatch(/What we offer Hollin Reach Seed Library 61 kinds of seed, as of 27 Nov 2026 How to ask Come on Saturdays/);
  expect(pages.length).toBeGreaterThan(3);
  expect(pages.slice(1).map((text, at) => text.endsWith(` ${at + 2}`))).toEqual(pages.slice(1).map(() => true));
  const all = pages.slice(1).join(' ');
  for (const { variety } of kinds) expect([variety, all.split(`${variety} Saving`).length]).toEqual([variety, 2]);
  expect(all).toContain('Saving seed is easy, seed the same year');
});

test('a library that lends nothing now has a booklet that says so', async () => {
  const pages = await textOfPdf(await bookletPdf({ library: 'Hollin Reach', howToAsk: 'Write', today: '2026-11-27', kinds: [] }));
  expect(pages[0]).toContain('0 kinds of seed');
});
