export interface NamedCrop {
  readonly id: string;
  readonly name: string;
  readonly alsoCalled: readonly string[];
}

/** The crop somebody means by its id, its name or another name; by the beginning of one where only one begins so. Null when it is unclear. */
export function findCrop<Crop extends NamedCrop>(crops: readonly Crop[], typed: string): Crop | null {
  const wanted = typed.trim().toLowerCase();
  if (wanted === '') return null;
  const named = ({ name, alsoCalled }: Crop) => [name, ...alsoCalled].map((each) => each.toLowerCase());
  const exact =
    crops.find((crop) => crop.id === wanted || named(crop).includes(wanted)) ??
    crops.find((crop) => named(crop).includes(wanted.replace(/e?s$/, '')));
  if (exact) return exact;
  const begin = crops.filter((crop) => named(crop).some((name) => name.startsWith(wanted)));
  return begin.length === 1 ? begin[0]! : null;
}
