import { describe, expect, test } from '@jest/globals';
import { SHEET_IDS, SHEETS } from '#core/labels/sheets.ts';
import { textOfPdf } from '../tests/support/pdf.ts';
import { fitLabel, labelPdf, LEAST_POINTS, type LabelWords } from './labels.server.ts';

const WORDS: LabelWords = {
  crop: 'Squash and courgette (pepo)',
  variety: 'Hand Lamp of the Upper Signal Box at Hollin Reach, Brakeswoman’s Own Strain',
  code: '26-0184-K',
  address: 'http://127.0.0.1:4747/s/26-0184-K',
  lines: [
    { text: 'Cucurbita pepo, harvested Sep 2026' },
    { text: 'May vary', strong: true },
    { text: 'Germination 17 of 20, Nov 2026', rank: 1 },
    { text: 'Sow warm, edge down, two weeks before the last frost; plant out after it.', rank: 4 },
    { text: 'Save from 3 plants or more. Ripe: rind hard, stalk corky.', rank: 2 },
    { text: 'Keep cool, dark and dry. Hollin Reach Seed Library', rank: 5 },
  ],
  hazards: ['Bitter fruit can poison, cooked or not: spit it out, discard fruit and lot.'],
};
const text = (pdf: Buffer) => pdf.toString('latin1');

describe('labels as PDF', () => {
  test.each(SHEET_IDS)('%s: a long name and a hazard fit whole and can be read; what goes is the least important', (id) => {
    const { lines, tall, room } = fitLabel(WORDS, id);
    expect(tall).toBeLessThanOrEqual(room);
    const said = lines.map((line) => line.text);
    for (const text of [WORDS.crop, `‘${WORDS.variety}’`, 'May vary', ...WORDS.hazards]) expect(said).toContain(text);
    // The name of an eccentric and a hazard may fill a small label by themselves; any other name leaves lettering that can be read.
    const usual = fitLabel({ ...WORDS, variety: 'Hand Lamp of the Upper Box' }, id).lines;
    expect(Math.min(...usual.map(({ size }) => size))).toBeGreaterThanOrEqual(LEAST_POINTS);
    const ranks = WORDS.lines.map(({ rank }) => rank ?? 0);
    const [kept, gone] = [true, false].map((is) =>
      WORDS.lines.flatMap(({ text }, index) => (said.includes(text) === is ? [ranks[index]!] : [])),
    );
    expect(Math.max(...kept!)).toBeLessThan(Math.min(...gone!, Infinity));
  });

  test('where there is room for all, all of it stands there', () =>
    expect(fitLabel(WORDS, 'a4-8').lines).toHaveLength(2 + WORDS.lines.length + WORDS.hazards.length));

  test.each(['a4-8', 'letter-30', 'roll-57'] as const)(
    '%s: read back, each label of the page says all that is on it, its hazard too',
    async (sheet) => {
      const pages = await textOfPdf(await labelPdf(WORDS, sheet, 2));
      const told = pages.join(' ');
      for (const words of [WORDS.code, ...fitLabel(WORDS, sheet).lines.map((line) => line.text)])
        expect(told.replace(/\s/g, '').split(words.replace(/\s/g, ''))).toHaveLength(3);
    },
  );

  test('a word wider than the label is written smaller, never cut', () => {
    const long = { ...WORDS, variety: 'Oberstellwerksmeisterinnenkürbiswinterlagersorte' };
    const [, name] = fitLabel(long, 'roll-57').lines;
    const [, short] = fitLabel({ ...WORDS, variety: 'Lamp' }, 'roll-57').lines;
    expect(name!.size).toBeLessThan(short!.size);
  });

  test('the pages have the measures of the sheet, fonts are embedded, and a used sheet goes on where it was left', async () => {
    const pdf = text(await labelPdf(WORDS, 'letter-30', 30, 30));
    expect(pdf.startsWith('%PDF-')).toBe(true);
    expect(pdf.match(/\/Type \/Page\b(?!s)/g)).toHaveLength(2);
    const { width, height } = SHEETS['letter-30'].page;
    const [, wide, high] = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf)!;
    expect(Number(wide)).toBeCloseTo((width * 72) / 25.4, 1);
    expect(Number(high)).toBeCloseTo((height * 72) / 25.4, 1);
    expect(pdf).toMatch(/\/FontFile[23]/);
    expect(text(await labelPdf(WORDS, 'roll-62', 3)).match(/\/Type \/Page\b(?!s)/g)).toHaveLength(3);
  });
});
