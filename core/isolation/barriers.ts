/** Ways of keeping a seed crop apart. */
export const METHODS = ['distance', 'time', 'barrier', 'cage', 'alternate cages', 'bags', 'hand pollination', 'none', 'unknown'] as const;
export type Method = (typeof METHODS)[number];

/** Share of foreign pollen that still gets to flowers kept apart in each way. Distance and time count with each neighbour instead. */
export const LETS_THROUGH: Readonly<Record<Method, number>> = {
  distance: 1,
  time: 1,
  barrier: 0.5,
  cage: 0.003,
  'alternate cages': 0.01,
  bags: 0.005,
  'hand pollination': 0.003,
  none: 1,
  unknown: 1,
};

/** Share of its pollen that a neighbour under a cage still gives off. Bags and hand pollination leave its other flowers open: it gives off all. */
export const CAGED_GIVES_OFF = 0.01;

/** What gets past all the ways used together: the tightest alone counts, since one torn bag undoes the rest. Distance and time are counted with each neighbour. */
export function barrierOf(methods: readonly Method[]): number {
  return methods.reduce((least, method) => Math.min(least, LETS_THROUGH[method]), 1);
}
