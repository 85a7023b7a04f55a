/** A figure that the house may set: what it usually is, and between what it may lie. Shares are 0 to 1; worths are parts of a line that is surely saved. */
interface Figure {
  readonly as: 'share' | 'hours' | 'worth' | 'count';
  readonly usual: number;
  readonly least: number;
  readonly most: number;
}

/** What the house reckons with when it plans grow-outs. Hours are of hands. */
const GROWING_FIGURES = {
  /** Share of the seed that stays with whoever grew it. */
  growersShare: { as: 'share', usual: 0.1, least: 0, most: 0.9 },
  /** A grow-out of one season before its plants are counted: bed, sowing, harvest, cleaning. */
  hours: { as: 'hours', usual: 3, least: 0, most: 200 },
  /** More for each plant: planting, weeding, looking it over before it flowers. */
  hoursPerPlant: { as: 'hours', usual: 0.05, least: 0, most: 20 },
  /** More where it takes two seasons: lifting, storing and replanting roots, or cover over winter. */
  hoursOfWinter: { as: 'hours', usual: 2, least: 0, most: 200 },
  /** More for each way of keeping it apart by hand: a cage, bags, pollination by hand. */
  hoursApart: { as: 'hours', usual: 3, least: 0, most: 200 },
  /** A copy sent to a keeper: packing, letter, asking after it. */
  hoursCopy: { as: 'hours', usual: 1, least: 0, most: 100 },
  /** Part of a jar into another place of the house, or into the freezer. */
  hoursMove: { as: 'hours', usual: 0.5, least: 0, most: 100 },
  /** Drying a jar and shutting it in. */
  hoursDry: { as: 'hours', usual: 1, least: 0, most: 100 },
  /** A germination test, laid and counted. */
  hoursTest: { as: 'hours', usual: 1, least: 0, most: 100 },
  /** Share of grow-outs that bring seed home, before a crop has a history of its own. */
  harvests: { as: 'share', usual: 0.8, least: 0.05, most: 1 },
  /** Chance in a year that a place is lost with all its seed. */
  placeFails: { as: 'share', usual: 0.02, least: 0, most: 0.5 },
  /** How much a line counts that others keep too. */
  elsewhere: { as: 'share', usual: 0.3, least: 0.01, most: 1 },
  /** Keepers elsewhere who have a copy of a line; more is asked of nobody. */
  copies: { as: 'count', usual: 1, least: 0, most: 20 },
  /** What a plan of a season weighs against a line that is surely saved: a packet that members wait for, an hour of hands, ten kilometres of way. */
  worthOfPacket: { as: 'worth', usual: 0.002, least: 0, most: 1 },
  worthOfHour: { as: 'worth', usual: 0.01, least: 0, most: 1 },
  worthOfWay: { as: 'worth', usual: 0.01, least: 0, most: 1 },
  /** What it must gain at least by moving a grow-out after its grower was asked, and one that is only planned. */
  worthOfAsked: { as: 'worth', usual: 0.05, least: 0, most: 1 },
  worthOfPlanned: { as: 'worth', usual: 0.005, least: 0, most: 1 },
} as const satisfies Record<string, Figure>;

export type GrowingKey = keyof typeof GROWING_FIGURES;
export const GROWING_KEYS = Object.keys(GROWING_FIGURES) as GrowingKey[];
export const growingFigure = (key: GrowingKey): Figure => GROWING_FIGURES[key];
export type Growing = Readonly<Record<GrowingKey, number>>;

export const USUAL_GROWING = Object.fromEntries(GROWING_KEYS.map((key) => [key, GROWING_FIGURES[key].usual])) as Growing;

/** What is stored of it, with the usual figure for each that nobody has set. */
export const growingOf = (stored: Partial<Growing>): Growing => ({ ...USUAL_GROWING, ...stored });
