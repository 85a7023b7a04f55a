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

/** How people say how many of a measure: `2`, `1.5`, `1,5`, `1/2`, `1 1/2`, `a`, `half a`, `a quarter of a`. */
const SPOKEN: Record<string, number> = {
  a: 1,
  an: 1,
  one: 1,
  'half a': 0.5,
  half: 0.5,
  'a half': 0.5,
  'a quarter': 0.25,
  'a quarter of a': 0.25,
  quarter: 0.25,
};
const VOLUME =
  /^(?:about )?(?:(\d{1,4} \d{1,2}\/\d{1,2}|\d{1,2}\/\d{1,2}|\d+(?:[.,]\d+)?) ?|(a quarter of a|a quarter|quarter|half a|a half|half|an|a|one) )([a-z]+)\.?$/;

function numberOf(said: string): number {
  if (Object.hasOwn(SPOKEN, said)) return SPOKEN[said]!;
  return said.split(' ').reduce((sum, part) => {
    const [top, bottom = 1] = part.replace(',', '.').split('/').map(Number) as [number, number?];
    return sum + top / bottom;
  }, 0);
}

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
  const volume = VOLUME.exec(tidy);
  const millilitres = volume && entryFor(MILLILITRES, volume[3]!);
  if (!volume || !millilitres) return parseAmount(text);
  const milligrams = Math.round(numberOf(volume[1] ?? volume[2]!) * millilitres * density * 1000);
  return milligrams > 0 && Number.isFinite(milligrams)
    ? { ok: true, amount: { kind: 'weight', milligrams, approximate: true } }
    : { ok: false, why: 'not positive' };
}

function packetsOf(packets: number, each: number | null, packetSeeds: number): ReadAmount {
  const seeds = packets * (each ?? packetSeeds);
  return seeds > 0
    ? { ok: true, amount: { kind: 'count', seeds, approximate: each === null } satisfies Amount }
    : { ok: false, why: 'not positive' };
}
