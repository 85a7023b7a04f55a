/** The outline of a seed; seeds of different families are told apart at a glance. */
export const SEED_SHAPES = [
  'round',
  'oval',
  'kidney',
  'flat',
  'drop',
  'sliver',
  'wedge',
  'angular',
  'disc',
  'crescent',
  'cluster',
  'grain',
  'cube',
] as const;
export type SeedShape = (typeof SEED_SHAPES)[number];

export const SEED_SURFACES = ['smooth', 'wrinkled', 'ribbed', 'furry', 'spiny', 'rimmed', 'mottled', 'striped', 'pitted'] as const;
export type SeedSurface = (typeof SEED_SURFACES)[number];

export const SEED_COLOURS = [
  'white',
  'cream',
  'yellow',
  'orange',
  'tan',
  'green',
  'red',
  'purple',
  'grey',
  'brown',
  'dark brown',
  'blue-black',
  'black',
] as const;
export type SeedColour = (typeof SEED_COLOURS)[number];

export const SEED_EXTRAS = ['tuft', 'wing', 'beak', 'eye'] as const;
export type SeedExtra = (typeof SEED_EXTRAS)[number];

/** What a crop's seed looks like: its outline and size in millimetres, surface, range of colour, and what it carries. */
export interface Portrait {
  readonly shape: SeedShape;
  readonly length: number;
  readonly width: number;
  readonly surface: SeedSurface;
  readonly colours: readonly [SeedColour, SeedColour];
  readonly extra: SeedExtra | null;
}

const LONGEST_MM = 60;
const SHORTEST_MM = 0.2;

const oneOf = <Word extends string>(words: readonly Word[], text: string | undefined): Word | null =>
  words.find((word) => word === text) ?? null;

/** Reads a portrait as the almanac writes it: `oval 9 x 6 mm, smooth, cream to tan, with eye`; null where it is none. */
export function readPortrait(written: string): Portrait | null {
  const parts = /^([a-z]+) ([\d.]+) x ([\d.]+) mm, ([a-z]+), ([a-z -]+?)(?:, with ([a-z]+))?$/.exec(written.trim());
  if (!parts) return null;
  const [light, dark = light] = parts[5]!.split(' to ');
  const portrait = {
    shape: oneOf(SEED_SHAPES, parts[1]),
    length: Number(parts[2]),
    width: Number(parts[3]),
    surface: oneOf(SEED_SURFACES, parts[4]),
    colours: [oneOf(SEED_COLOURS, light), oneOf(SEED_COLOURS, dark)] as const,
    extra: oneOf(SEED_EXTRAS, parts[6]),
  };
  const { shape, length, width, surface, colours, extra } = portrait;
  if (shape === null || surface === null || colours[0] === null || colours[1] === null || (parts[6] !== undefined && extra === null))
    return null;
  if (!(length >= width && width >= SHORTEST_MM && length <= LONGEST_MM)) return null;
  return { shape, length, width, surface, colours: [colours[0], colours[1]], extra };
}

/** A portrait as somebody would write it: the other way round from `readPortrait`. */
export const writePortrait = ({ shape, length, width, surface, colours: [light, dark], extra }: Portrait): string =>
  `${shape} ${length} x ${width} mm, ${surface}, ${light === dark ? light : `${light} to ${dark}`}${extra === null ? '' : `, with ${extra}`}`;

/** How much longer or wider one of two seeds may be and the eye still takes them for one. */
const ALIKE_IN_SIZE = 1.35;

/** Whether two seeds cannot be told apart by eye: one outline and surface, nearly one size, and a colour that both can have. */
export function lookAlike(one: Portrait, other: Portrait): boolean {
  const near = (a: number, b: number) => Math.max(a, b) / Math.min(a, b) <= ALIKE_IN_SIZE;
  const rank = ({ colours }: Portrait) => colours.map((colour) => SEED_COLOURS.indexOf(colour)).sort((a, b) => a - b) as [number, number];
  const [[from, to], [otherFrom, otherTo]] = [rank(one), rank(other)];
  return (
    one.shape === other.shape &&
    one.surface === other.surface &&
    one.extra === other.extra &&
    near(one.length, other.length) &&
    near(one.width, other.width) &&
    from <= otherTo &&
    otherFrom <= to
  );
}
