import { slipsBetween } from '../search/slips.ts';

export interface NamedCrop {
  readonly id: string;
  readonly name: string;
  readonly alsoCalled: readonly string[];
  /** Names that people use for several crops. */
  readonly mayMean: readonly string[];
}

/** Letters of a name that may be mistaken: one in five, two at most. */
const SLIPS_IN = 5;
const MOST_SLIPS = 2;

const plain = (name: string) => name.trim().toLowerCase();
const withoutPlural = (name: string) => name.replace(/(?<=[a-z]{2})e?s$/, '');

/** Finds the crops that a name may mean, where people use it for several (squash, pumpkin); none for other names. */
export function cropsMeantBy<Crop extends NamedCrop>(crops: readonly Crop[]): (typed: string) => readonly Crop[] {
  const meant = new Map<string, Set<Crop>>();
  for (const crop of crops)
    for (const name of crop.mayMean) {
      const key = withoutPlural(plain(name));
      meant.set(key, (meant.get(key) ?? new Set()).add(crop));
    }
  return (typed) => {
    const found = [...(meant.get(withoutPlural(plain(typed))) ?? [])];
    return found.length > 1 ? found : [];
  };
}

/** The crops that a name may mean, as `cropsMeantBy` finds them. */
export const cropsMeant = <Crop extends NamedCrop>(crops: readonly Crop[], typed: string): readonly Crop[] => cropsMeantBy(crops)(typed);

/**
 * The crop somebody means by its id, its name or another name; by the beginning of one where only one begins so; by a name that is nearly spelled
 * like it where no other is. Null when it is unclear, and for names that several crops go by.
 */
export function findCrop<Crop extends NamedCrop>(crops: readonly Crop[], typed: string): Crop | null {
  const wanted = plain(typed);
  if (wanted === '') return null;
  const named = ({ name, alsoCalled }: Crop) => [name, ...alsoCalled].map(plain);
  const exact =
    crops.find((crop) => crop.id === wanted || named(crop).includes(wanted)) ??
    crops.find((crop) => named(crop).includes(withoutPlural(wanted)));
  if (exact) return exact;
  if (cropsMeant(crops, typed).length > 0) return null;
  const begin = crops.filter((crop) => named(crop).some((name) => name.startsWith(wanted)));
  if (begin.length > 0) return begin.length === 1 ? begin[0]! : null;
  const slips = Math.min(MOST_SLIPS, Math.floor(wanted.length / SLIPS_IN));
  const near = crops.filter((crop) => slips > 0 && named(crop).some((name) => slipsBetween(name, wanted) <= slips));
  return near.length === 1 ? near[0]! : null;
}
