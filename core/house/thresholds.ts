import type { Thresholds } from '../germination/verdict.ts';
import { readCropLines, type CropLines } from './cropLines.ts';

/** What is asked of seed of some crops instead of the house's usual; shares 0 to 1, by crop. */
export type CropThresholds = Readonly<Record<string, Pick<Thresholds, 'lend' | 'full'>>>;

/** What the house asks of a crop's seed. How sure it wants to be is one figure for all. */
export function thresholdsFor(
  { thresholds, cropThresholds }: { readonly thresholds: Thresholds; readonly cropThresholds: CropThresholds },
  cropId: string,
): Thresholds {
  return { ...thresholds, ...cropThresholds[cropId] };
}

/** Reads thresholds as people write them, a crop and two percentages on each line: `parsnip 40 65`. */
export function readCropThresholds(
  text: string,
  cropNamed: (name: string) => { readonly id: string } | null,
): CropLines<CropThresholds[string]> {
  return readCropLines(text, /[\s:=](\d{1,2})[\s%,;/]+(\d{1,2})(?: ?%)?$/, cropNamed, ([lend, full]) => {
    const [least, whole] = [Number(lend) / 100, Number(full) / 100];
    return 0 < least && least < whole ? { lend: least, full: whole } : null;
  });
}
