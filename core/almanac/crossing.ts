/** How readily two crossing groups set seed with each other in a garden. */
export const READINESS = ['freely', 'a little', 'hardly'] as const;
export type Readiness = (typeof READINESS)[number];

/** Crops whose flowers can set seed with each other, and the groups beyond it with which they can. */
export interface CrossingGroup {
  readonly id: string;
  readonly name: string;
  readonly crosses: readonly { readonly group: string; readonly how: Exclude<Readiness, 'freely'> }[];
}

/** How readily two groups cross, or null when they do not. A pair may be written with either of the two. */
export function crossing(groups: readonly CrossingGroup[], one: string, other: string): Readiness | null {
  if (one === other) return 'freely';
  const written = (from: string, to: string) => groups.find(({ id }) => id === from)?.crosses.find(({ group }) => group === to)?.how;
  return written(one, other) ?? written(other, one) ?? null;
}

/** Share of a neighbour's pollen that counts, against a neighbour of the same group. */
export const READINESS_WEIGHT: Record<Readiness, number> = { freely: 1, 'a little': 0.1, hardly: 0.01 };
