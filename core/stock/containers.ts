interface ContainerFacts {
  /** Closed, it keeps for years the moisture that it was closed with. */
  readonly shuts: boolean;
  /** Damp goes out through it: seed that is still drying may stand in it. */
  readonly breathes: boolean;
  /** Its own weight, as a share of what is in it: it has to warm up too. */
  readonly shell: number;
}

/** What seed is kept in: the one list of it, that of the table `container` is held to it by a test. */
export const CONTAINERS = {
  jar: { shuts: true, breathes: false, shell: 0.5 },
  tin: { shuts: true, breathes: false, shell: 0.2 },
  'plastic bag': { shuts: false, breathes: false, shell: 0.1 },
  'paper envelope': { shuts: false, breathes: true, shell: 0.1 },
  box: { shuts: false, breathes: true, shell: 0.1 },
} as const satisfies Record<string, ContainerFacts>;

export type Container = keyof typeof CONTAINERS;
export const CONTAINER_NAMES = Object.keys(CONTAINERS) as [Container, ...Container[]];

/** Packets made up for lending, and containers of another name from before there was this list: open ones, that nobody chooses. */
const OTHER: ContainerFacts = { shuts: false, breathes: true, shell: 0.1 };
export const PACKETS = 'packets';

export const containerFacts = (name: string): ContainerFacts => (Object.hasOwn(CONTAINERS, name) ? CONTAINERS[name as Container] : OTHER);
