import { readCropLines, type CropLines } from './cropLines.ts';

/** What bought packets cost the house, in hundredths of its currency; some crops cost another price. */
export interface Prices {
  /** ISO 4217. */
  readonly currency: string;
  readonly packet: number;
  readonly crops: Readonly<Record<string, number>>;
}

/** The price of a bought packet of a crop. */
export const priceOf = ({ packet, crops }: Prices, cropId: string): number => crops[cropId] ?? packet;

/** Reads prices as people write them, a crop and its price on each line: `saffron crocus 6.50`. @param cropNamed the crop of a name, or null */
export function readPrices(text: string, cropNamed: (name: string) => { readonly id: string } | null): CropLines<number> {
  return readCropLines(text, /[\s:=](\d{1,5}(?:[.,]\d{1,2})?)$/, cropNamed, ([price]) =>
    Math.round(Number(price!.replace(',', '.')) * 100),
  );
}
