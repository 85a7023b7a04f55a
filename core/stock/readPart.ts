import { parseAmount, type Amount } from '../units/parseAmount.ts';

/** What of a holding is meant: so many packets, or so much loose seed. */
export type Part = { readonly packets: number } | { readonly loose: Amount };

const PACKETS = /^(\d{1,6})(?: packets?)?$/i;
const LOOSE = /^\d{1,9}$/;

/**
 * Reads how much of a holding was asked for: of packets a whole number (`3`, `3 packets`), of loose seed an amount (`200 seeds`, `12 g`; a bare
 * number is seeds).
 * @returns `too much` for more than any library holds of a lot; null for what cannot be read, and for nothing at all
 */
export function readPart(typed: string, ofPackets: boolean): Part | 'too much' | null {
  const text = typed.trim();
  if (ofPackets) {
    const packets = Number(PACKETS.exec(text)?.[1] ?? 0);
    return packets > 0 ? { packets } : null;
  }
  const read = parseAmount(LOOSE.test(text) ? `${text} seeds` : text);
  if (read.ok) return { loose: read.amount };
  return read.why === 'too much' ? 'too much' : null;
}
