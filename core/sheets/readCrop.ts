import { cropsMeantBy, type NamedCrop } from '../almanac/findCrop.ts';
import { slipsBetween } from '../search/slips.ts';
import { tidied } from '../units/typed.ts';
import { nearNames } from './matchNames.ts';

/** What a text is as a crop's name: one by name, one nearly, several that go by it, or none. */
export type CropRead<Crop> =
  | { readonly is: 'exact' | 'nearly'; readonly crop: Crop }
  | { readonly is: 'several'; readonly crops: readonly Crop[] }
  | { readonly is: 'none' };

/** Short forms in which people write crops on envelopes. */
const SHORT: Readonly<Record<string, string>> = {
  tom: 'tomato',
  toms: 'tomato',
  cuke: 'cucumber',
  cukes: 'cucumber',
  cuc: 'cucumber',
  lett: 'lettuce',
  let: 'lettuce',
  pep: 'pepper',
  peps: 'pepper',
  cab: 'cabbage',
  caul: 'cauliflower',
  cauli: 'cauliflower',
  broc: 'broccoli',
  courg: 'courgette',
  zuke: 'courgette',
  rad: 'radish',
  parsn: 'parsnip',
  beet: 'beetroot',
  sprouts: 'brussels sprout',
  'fr bean': 'french bean',
  'fr bn': 'french bean',
  runner: 'runner bean',
  'run bean': 'runner bean',
  'br bean': 'broad bean',
  'broad bn': 'broad bean',
};

/** Letters of a name that may be mistaken: one in five, two at most. */
const [LETTERS_A_SLIP, MOST_SLIPS] = [5, 2];
/** Fewer letters begin too many names. */
const LEAST_BEGIN = 4;

/** So many crops are offered where a name is part of theirs. */
const MOST_ASKED = 12;

/** Reads crops' names as people write them; each text is looked for once. */
export function cropReader<Crop extends NamedCrop & { readonly species: string }>(
  crops: readonly Crop[],
): (text: string) => CropRead<Crop> {
  const seen = new Map<string, CropRead<Crop>>();
  const named = new Map<string, Crop>();
  const called = crops.map((crop) => ({ crop, names: [crop.name, ...crop.alsoCalled].map((name) => name.toLowerCase()) }));
  for (const { crop, names } of called) for (const name of [crop.id, ...names]) if (!named.has(name)) named.set(name, crop);
  const meantBy = cropsMeantBy(crops);
  const hasFigures = called.some(({ names }) => names.some((name) => /\d/.test(name)));
  const bySpecies = new Map<string, Crop[]>();
  for (const crop of crops) bySpecies.set(crop.species.toLowerCase(), [...(bySpecies.get(crop.species.toLowerCase()) ?? []), crop]);
  const likely = nearNames(crops.flatMap(({ name, alsoCalled }, id) => [name, ...alsoCalled].map((each) => ({ id, name: each }))));
  /** The only crop whose name begins so, or is nearly spelled so. */
  const oneNear = (plain: string): Crop | null => {
    const begin = plain.length < LEAST_BEGIN ? [] : called.filter(({ names }) => names.some((name) => name.startsWith(plain)));
    if (begin.length > 0) return begin.length === 1 ? begin[0]!.crop : null;
    const slips = Math.min(MOST_SLIPS, Math.floor(plain.length / LETTERS_A_SLIP));
    const near = new Set(likely(plain).flatMap(({ id, name }) => (slipsBetween(name.toLowerCase(), plain) <= slips ? [crops[id]!] : [])));
    return near.size === 1 ? [...near][0]! : null;
  };
  const look = (text: string): CropRead<Crop> => {
    const plain = text.replaceAll('.', '').trim();
    const short = named.get(SHORT[plain] ?? '');
    if (short) return { is: 'exact', crop: short };
    const singular = plain
      .replace(/(?<=[a-z]{2})ies$/, 'y')
      .replace(/(?<=[a-z]{2}(?:o|ch|sh|ss|x))es$/, '')
      .replace(/(?<=[a-z]{2})s$/, '');
    const exact = named.get(plain) ?? named.get(singular);
    if (exact) return { is: 'exact', crop: exact };
    const meant = meantBy(plain);
    if (meant.length > 0) return { is: 'several', crops: meant };
    const species = bySpecies.get(plain) ?? [];
    if (species.length > 0) return species.length === 1 ? { is: 'exact', crop: species[0]! } : { is: 'several', crops: species };
    // No crop's name has figures, and names with other figures are never nearly the same: a sheet's own numbers are not looked for.
    if (/\d/.test(plain) && !hasFigures) return { is: 'none' };
    const near = plain.length > 2 ? oneNear(plain) : null;
    if (near) return { is: 'nearly', crop: near };
    // Part of several names, as "bean" or "squash": which of them is asked.
    const part =
      plain.length > 2
        ? called.flatMap(({ crop, names: [name] }) => (name!.startsWith(plain) || ` ${name} `.includes(` ${singular} `) ? [crop] : []))
        : [];
    return part.length > 1 && part.length <= MOST_ASKED ? { is: 'several', crops: part } : { is: 'none' };
  };
  return (typed) => {
    const text = tidied(typed);
    const found = seen.get(text) ?? (text === '' ? ({ is: 'none' } as const) : look(text));
    seen.set(text, found);
    return found;
  };
}
