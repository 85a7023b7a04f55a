/** What bought packets cost the house, in hundredths of its currency; some crops cost another price. */
export interface Prices {
  /** ISO 4217. */
  readonly currency: string;
  readonly packet: number;
  readonly crops: Readonly<Record<string, number>>;
}

/** The price of a bought packet of a crop. */
export const priceOf = ({ packet, crops }: Prices, cropId: string): number => crops[cropId] ?? packet;

export type PriceLines =
  | { readonly ok: true; readonly crops: Record<string, number> }
  | { readonly ok: false; readonly line: string; readonly why: 'no such crop' | 'no price' };

/** Reads prices as people write them, a crop and its price on each line: `saffron crocus 6.50`. @param cropNamed the crop of a name, or null */
export function readPrices(text: string, cropNamed: (name: string) => { readonly id: string } | null): PriceLines {
  const crops: Record<string, number> = {};
  for (const line of text
    .split('\n')
    .map((one) => one.trim())
    .filter(Boolean)) {
    const read = /^(.+?)[\s:=]+(\d{1,5}(?:[.,]\d{1,2})?)$/.exec(line);
    if (!read) return { ok: false, line, why: 'no price' };
    const crop = cropNamed(read[1]!.trim());
    if (!crop) return { ok: false, line, why: 'no such crop' };
    crops[crop.id] = Math.round(Number(read[2]!.replace(',', '.')) * 100);
  }
  return { ok: true, crops };
}
