import type { GardenId } from '../kernel/kinds.ts';
import { diversityKept, effectiveOverGenerations } from '../population/effectivePlants.ts';

/** A lot among its kin. Ids grow with time: a parent's is always below its child's. */
export interface Kin {
  readonly id: number;
  readonly parents: readonly number[];
}

/** What the generations before a lot did to its line's variety. */
export interface Ancestry {
  /** Generations since the first lot the library holds of it. */
  readonly generations: number;
  /** Effective plants over those generations (harmonic mean); null when some are unknown. */
  readonly effective: number | null;
  /** Share of the diversity of its first lot that is left along that line; null when some are unknown. */
  readonly diversity: number | null;
  /** The narrowest generation. */
  readonly narrowest: { readonly id: number; readonly plants: number } | null;
  readonly gardens: number;
}

/** Walks up from a lot along its first parents and sums up what it passed: gardens, plants, the narrowest place. */
export function ancestryOf(
  lots: readonly (Kin & { readonly effective: number | null; readonly mothers: number | null; readonly gardenId: GardenId | null })[],
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
  const each = path.flatMap(({ effective }) => (effective === null ? [] : [effective]));
  const isKnown = each.length === path.length && path.length > 0;
  return {
    generations: path.length - 1,
    effective: isKnown ? effectiveOverGenerations(each) : null,
    diversity: isKnown ? diversityKept(each) : null,
    narrowest: counted.length === 0 ? null : counted.reduce((least, one) => (one.plants < least.plants ? one : least)),
    gardens: new Set(path.flatMap(({ gardenId }) => (gardenId === null ? [] : [gardenId]))).size,
  };
}
