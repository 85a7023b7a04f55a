import type { Crop } from '../almanac/crop.ts';
import { SEALING_HUMIDITY } from './moisture.ts';

/** What stands against sealing seed; empty when it is dry enough. */
export type NotDry =
  'weights not settled' | 'scale too coarse' | 'weighings too close' | 'no sign yet' | 'too humid' | 'humidity not known';

export interface SealingFacts {
  /** Chance that the weights have settled, from the drying curve; null without weighings. */
  readonly settled: number | null;
  /** Error of the newest weighing, as a share of it. */
  readonly scaleShare: number;
  /** Hours between the first and the last weighing. */
  readonly hoursWeighed: number;
  /** Whether the crop's sign of dryness was seen: a thumbnail leaves no mark, thin seed snaps, flat seed cracks. */
  readonly sign: boolean;
  /** Humidity of the jar, or of the room it settled in, 0 to 1. */
  readonly humidity: number | null;
  /** Whether the target weight was reached. */
  readonly atTarget: boolean;
}

const SURE = 0.9;
const HOURS_APART = 20;
/** A scale with a greater share of error cannot tell settled seed from seed that still loses a little. */
const FINE_ENOUGH = 0.005;

/** Dry enough to seal: weights settled over 20 hours at least, and a sign seen, and jar or room at 35 % or less (or the target weight reached). */
export function againstSealing({ settled, scaleShare, hoursWeighed, sign, humidity, atTarget }: SealingFacts): readonly NotDry[] {
  return [
    ...(settled === null || hoursWeighed < HOURS_APART
      ? (['weighings too close'] as const)
      : settled < SURE
        ? ([scaleShare > FINE_ENOUGH ? 'scale too coarse' : 'weights not settled'] as const)
        : []),
    ...(sign ? [] : (['no sign yet'] as const)),
    ...(atTarget
      ? []
      : humidity === null
        ? (['humidity not known'] as const)
        : humidity > SEALING_HUMIDITY
          ? (['too humid'] as const)
          : []),
  ];
}

export type DrySign = 'cracks' | 'no thumbnail mark' | 'snaps';

/** The sign of dry seed to try on this crop, by its size and shape. */
export function signOf({ seedsPerGram: [low, high], extraction }: Pick<Crop, 'seedsPerGram' | 'extraction'>): DrySign {
  const perGram = Math.sqrt(low * high);
  if (perGram < 20 && extraction === 'wet') return 'cracks';
  if (perGram < 20) return 'no thumbnail mark';
  return 'snaps';
}
