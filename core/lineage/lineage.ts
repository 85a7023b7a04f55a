import { effectiveOverGenerations } from '../population/effectivePlants.ts';

/** A lot among its kin. Ids grow with time: a parent's is always below its child's. */
export interface Kin {
  readonly id: number;
  readonly parents: readonly number[];
}

/** Lots with every parent before its children. Throws RangeError when a lot descends from itself. */
export function parentsFirst<Lot extends Kin>(lots: readonly Lot[]): Lot[] {
  const byId = new Map(lots.map((lot) => [lot.id, lot]));
  const done = new Set<number>();
  const order: Lot[] = [];
  for (const lot of lots) visit(lot, new Set());
  return order;

  function visit(lot: Lot, path: Set<number>): void {
    if (done.has(lot.id)) return;
    if (path.has(lot.id)) throw new RangeError(`lot ${lot.id} descends from itself`);
    path.add(lot.id);
    for (const parent of lot.parents) {
      const known = byId.get(parent);
      if (known) visit(known, path);
    }
    path.delete(lot.id);
    done.add(lot.id);
    order.push(lot);
  }
}

/** Whether making `parent` a parent of `child` would close a ring. */
export function wouldCircle(lots: readonly Kin[], child: number, parent: number): boolean {
  const parents = new Map(lots.map((lot) => [lot.id, lot.parents]));
  const seen = new Set<number>();
  const waiting = [parent];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (id === child) return true;
    if (seen.has(id)) continue;
    seen.add(id);
    waiting.push(...(parents.get(id) ?? []));
  }
  return false;
}

/** What the generations before a lot did to its line's variety. */
export interface Ancestry {
  /** Generations since the first lot the library holds of it. */
  readonly generations: number;
  /** Effective plants over those generations (harmonic mean); null when some are unknown. */
  readonly effective: number | null;
  /** The narrowest generation. */
  readonly narrowest: { readonly id: number; readonly plants: number } | null;
  readonly gardens: number;
}

/** Walks up from a lot along its first parents and sums up what it passed: gardens, plants, the narrowest place. */
export function ancestryOf(
  lots: readonly (Kin & { readonly effective: number | null; readonly mothers: number | null; readonly gardenId: number | null })[],
  id: number,
): Ancestry {
  const byId = new Map(lots.map((lot) => [lot.id, lot]));
  const path = [];
  const seen = new Set<number>();
  for (let lot = byId.get(id); lot && !seen.has(lot.id); lot = byId.get(lot.parents[0] ?? -1)) {
    seen.add(lot.id);
    path.push(lot);
  }
  const counted = path.flatMap(({ id: of, mothers }) => (mothers === null ? [] : [{ id: of, plants: mothers }]));
  const effective = path.map((lot) => lot.effective);
  return {
    generations: path.length - 1,
    effective: effective.every((plants) => plants !== null) && effective.length > 0 ? effectiveOverGenerations(effective) : null,
    narrowest: counted.length === 0 ? null : counted.reduce((least, one) => (one.plants < least.plants ? one : least)),
    gardens: new Set(path.flatMap(({ gardenId }) => (gardenId === null ? [] : [gardenId]))).size,
  };
}
