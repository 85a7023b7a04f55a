import { parseAmount, type Amount, type ReadAmount } from './parseAmount.ts';
import { entryFor, tidied } from './typed.ts';

/** Volumes in millilitres; the kitchen's, to the nearest millilitre. */
const MILLILITRES: Record<string, number> = {
  ml: 1,
  millilitre: 1,
  milliliter: 1,
  l: 1000,
  litre: 1000,
  liter: 1000,
  tsp: 5,
  teaspoon: 5,
  tbsp: 15,
  tablespoon: 15,
  cup: 240,
};
const FRACTIONS: Record<string, string> = { '½': '.5', '¼': '.25', '¾': '.75' };

/**
 * Reads what somebody brings: weights and counts as `parseAmount` does, `3 packets of 40`, `2 packets` (of the house's size), and volumes,
 * which are turned into an approximate weight.
 * @param density grams that a millilitre of the crop's loose dry seed weighs
 */
export function readStock(text: string, packetSeeds: number, density: number): ReadAmount {
  const tidy = tidied(text).replace(
    /(\d)? ?([½¼¾])/g,
    (_, whole: string | undefined, sign: string) => `${whole ?? '0'}${FRACTIONS[sign]!}`,
  );
  const packets = /^(?:about\s+)?(\d+)\s*(?:packets?|envelopes?|pkts?)(?:\s+of\s+(\d+)(?:\s+seeds?)?)?$/.exec(tidy);
  if (packets) return packetsOf(Number(packets[1]), packets[2] === undefined ? null : Number(packets[2]), packetSeeds);
  const volume = /^(?:about\s+)?(\d+(?:\.\d+)?)\s*([a-z]+)\.?$/.exec(tidy);
  const millilitres = volume && entryFor(MILLILITRES, volume[2]!);
  if (!volume || !millilitres) return parseAmount(text);
  const milligrams = Math.round(Number(volume[1]) * millilitres * density * 1000);
  return milligrams > 0 ? { ok: true, amount: { kind: 'weight', milligrams, approximate: true } } : { ok: false, why: 'not positive' };
}

function packetsOf(packets: number, each: number | null, packetSeeds: number): ReadAmount {
  const seeds = packets * (each ?? packetSeeds);
  return seeds > 0
    ? { ok: true, amount: { kind: 'count', seeds, approximate: each === null } satisfies Amount }
    : { ok: false, why: 'not positive' };
}
