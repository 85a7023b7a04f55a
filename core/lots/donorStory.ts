/** A lot with the lots that it was grown from. */
export interface Kin {
  readonly id: number;
  readonly parents: readonly number[];
}

/** How many generations were grown from a lot since it was brought: the longest way from it to any of its descendants; 0 where nothing was grown yet. */
export function generationsSince(lotId: number, kin: readonly Kin[]): number {
  const children = new Map<number, number[]>();
  for (const { id, parents } of kin) for (const parent of parents) children.set(parent, [...(children.get(parent) ?? []), id]);
  const depth = new Map<number, number>();
  const deepest = (id: number): number => {
    const known = depth.get(id);
    if (known !== undefined) return known;
    // A ring there cannot be; whoever comes back to it while it is reckoned gets nothing.
    depth.set(id, 0);
    const found = Math.max(0, ...(children.get(id) ?? []).map((child) => 1 + deepest(child)));
    depth.set(id, found);
    return found;
  };
  return deepest(lotId);
}
