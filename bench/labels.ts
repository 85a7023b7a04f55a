import { labelPdf, type LabelWords } from '#services/labels.server.ts';

const WORDS: LabelWords = {
  crop: 'Squash and courgette (pepo)',
  variety: 'Hand Lamp of the Upper Signal Box',
  code: '26-0184-K',
  address: 'http://127.0.0.1:4747/s/26-0184-K',
  lines: [
    { text: 'Cucurbita pepo, harvested Sep 2026' },
    { text: 'May vary', strong: true },
    { text: 'Germination 17 of 20, Nov 2026' },
    { text: 'Sow warm, edge down, two weeks before the last frost; plant out after it.' },
    { text: 'Keep cool, dark and dry. Hollin Reach Seed Library' },
  ],
  hazards: ['Bitter fruit can poison, cooked or not: spit it out, discard fruit and lot.'],
};
const MB = 2 ** 20;

/** Time and extra memory of a PDF of 300 labels, beside one label in the same run. */
async function measure(): Promise<void> {
  await labelPdf(WORDS, 'a4-24', 1);
  const one = performance.now();
  await labelPdf(WORDS, 'a4-24', 1);
  const base = performance.now() - one;
  // The most memory so far, in kB: what 300 labels need beyond that is theirs.
  const before = process.resourceUsage().maxRSS;
  const many = performance.now();
  const pdf = await labelPdf(WORDS, 'a4-24', 300);
  const took = performance.now() - many;
  const more = Math.max(0, process.resourceUsage().maxRSS - before) / 1024;
  process.stdout.write(
    `\nLabels as PDF: 300 in ${(took / 1000).toFixed(2)} s (one: ${base.toFixed(0)} ms, ratio ${(took / base).toFixed(1)}), ${more.toFixed(0)} MB more memory at the most; the file has ${(pdf.length / MB).toFixed(2)} MB.\n`,
  );
}

void measure();
