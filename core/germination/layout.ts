/** What a test asks: how much lives, or how it stands up to cold or heat. Only the first tells viability. */
export const TEST_KINDS = ['viability', 'vigour in cold', 'vigour in heat'] as const;
export type TestKind = (typeof TEST_KINDS)[number];

/** Where towels stand, by warmth. */
export const SPOTS = ['warm', 'room', 'cool'] as const;
export type Spot = (typeof SPOTS)[number];

/** What is done to seed before it is laid. */
export const TREATMENTS_BEFORE = ['light', 'chill', 'soak', 'nick'] as const;
export type TreatmentBefore = (typeof TREATMENTS_BEFORE)[number];

export const MEDIA = ['paper towel', 'paper in a box', 'sand', 'soil'] as const;

/** What is counted as having germinated; the two are never compared without saying so. */
export const COUNTED = ['any root', 'normal seedlings'] as const;
export type Counted = (typeof COUNTED)[number];

/** The place on the bench for a temperature: heat-lovers stand warm, lettuce and spinach cool. */
export function spotFor(celsius: number): Spot {
  if (celsius >= 24) return 'warm';
  return celsius <= 16 ? 'cool' : 'room';
}

/** Degrees from a crop's usual warmth at which a start is hard. */
const HARDER = 5;

/** The warmest that a test of vigour in cold may be, and the coolest that one in heat may be, °C; null for a test of viability. */
export function limitOfStart(kind: TestKind, usualCelsius: number): number | null {
  if (kind === 'viability') return null;
  return kind === 'vigour in cold' ? usualCelsius - HARDER : usualCelsius + HARDER;
}
