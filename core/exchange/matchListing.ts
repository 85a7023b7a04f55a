import { nameKey, nearNames } from '../sheets/matchNames.ts';

/** A kind as a listing names it. */
interface ListedKind {
  readonly crop: string;
  readonly species: string;
  readonly variety: string;
}

export interface Match<Ours, Theirs> {
  readonly ours: Ours;
  readonly theirs: Theirs;
  /** False where the name is only nearly the same: somebody has to look. */
  readonly isSameName: boolean;
}

/** Crops are told apart by name or by species: libraries call them differently, and one species holds several crops. */
const cropKeys = ({ crop, species }: ListedKind): readonly string[] => [nameKey(crop), nameKey(species)].filter(Boolean);

/**
 * Which kinds of ours another library lists too: of the same crop, by name or by species, with a variety of the same name, of another name of ours,
 * or of nearly one of them. The surest first within each of ours, which come in their order.
 */
export function matchListing<Ours extends ListedKind & { readonly aliases: readonly string[] }, Theirs extends ListedKind>(
  ours: readonly Ours[],
  theirs: readonly Theirs[],
): Match<Ours, Theirs>[] {
  const byCrop = new Map<string, Theirs[]>();
  for (const kind of theirs)
    for (const key of cropKeys(kind)) {
      const listed = byCrop.get(key);
      if (listed) listed.push(kind);
      else byCrop.set(key, [kind]);
    }
  const near = new Map([...byCrop].map(([key, kinds]) => [key, nearNames(kinds.map(({ variety }, id) => ({ id, name: variety })))]));
  return ours.flatMap((one) => {
    const names = [one.variety, ...one.aliases];
    const keys = names.map(nameKey);
    const crops = cropKeys(one).filter((key) => byCrop.has(key));
    const same = new Set(crops.flatMap((crop) => byCrop.get(crop)!.filter(({ variety }) => keys.includes(nameKey(variety)))));
    const nearly = new Set(crops.flatMap((crop) => names.flatMap((name) => near.get(crop)!(name).map(({ id }) => byCrop.get(crop)![id]!))));
    return [
      ...[...same].map((kind) => ({ ours: one, theirs: kind, isSameName: true })),
      ...[...nearly].filter((kind) => !same.has(kind)).map((kind) => ({ ours: one, theirs: kind, isSameName: false })),
    ];
  });
}
