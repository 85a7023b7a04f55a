/** Puts children after their parents, and leaves the order as it is otherwise. @throws RangeError where somebody descends from themselves */
export function parentsFirst<Item>(items: readonly Item[], parentOf: (item: Item) => Item | undefined): Item[] {
  const placed = new Set<Item>();
  const ordered: Item[] = [];
  for (const item of items) {
    const path: Item[] = [];
    for (let next: Item | undefined = item; next !== undefined && !placed.has(next); next = parentOf(next)) {
      if (path.length > items.length) throw new RangeError('a parent descends from its child');
      path.push(next);
    }
    for (const next of path.reverse()) {
      placed.add(next);
      ordered.push(next);
    }
  }
  return ordered;
}
