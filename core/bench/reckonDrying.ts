import type { Crop } from '../almanac/crop.ts';
import type { Milligrams } from '../kernel/kinds.ts';
import { dryingPrior, forecastDrying, type DryingForecast } from './dryingCurve.ts';
import { canRoomDry, SEALING_HUMIDITY, settlingMoisture, weightAtMoisture, type RoomAnswer } from './moisture.ts';
import { againstSealing, signOf, type NotDry } from './sealing.ts';
import { counted, curveOf, type ScaledWeight, type Weighed } from './weighings.ts';

/** Air as a hygrometer told it. */
export interface Air {
  /** 0 to 1. */
  readonly humidity: number;
  readonly celsius: number;
  /** Instant in ms. */
  readonly at: number;
}

export interface DryingFacts {
  readonly crop: Pick<Crop, 'oil' | 'seedsPerGram' | 'extraction' | 'storage'>;
  /** Whether it came wet from fruit or bath. */
  readonly wet: boolean;
  readonly weighings: readonly ScaledWeight[];
  readonly room: Air | null;
  readonly jar: Air | null;
  readonly sign: boolean;
  readonly now: number;
}

export interface DryingReckoning {
  readonly forecast: DryingForecast | null;
  /** Instant of the first weighing that counts, the zero of the forecast's days. */
  readonly from: number | null;
  /** Lost since the first weighing that counts, in mg and as a share of it. */
  readonly lost: { readonly milligrams: Milligrams; readonly share: number } | null;
  /** Weight at which it may be sealed, where its moisture was known at a weighing; mg. */
  readonly targetWeight: number | null;
  /** Moisture by the jar's hygrometer, % of fresh weight. */
  readonly moisture: number | null;
  readonly room: RoomAnswer | null;
  readonly sign: string;
  /** Seed that dies of drying has nothing against it: it is put away moist. */
  readonly against: readonly NotDry[];
}

/** A hygrometer's word counts this long. */
const FRESH_MS = 3 * 86_400_000;
const DAY_MS = 86_400_000;
const HOUR_MS = 3_600_000;
const middle = ([low, high]: readonly [number, number]) => (low + high) / 2;

/** All that drying is judged by, from weighings, hygrometers and the crop. */
export function reckonDrying({ crop, wet, weighings, room, jar, sign, now }: DryingFacts): DryingReckoning {
  const oil = middle(crop.oil) / 100;
  const perGram = Math.sqrt(crop.seedsPerGram[0] * crop.seedsPerGram[1]);
  const sound = counted(weighings);
  const [first, last] = [sound[0], sound.at(-1)];
  const forecast = first ? forecastDrying(curveOf(weighings), dryingPrior(perGram, wet)) : null;
  const fresh = (air: Air | null) => (air && now - air.at <= FRESH_MS ? air : null);
  const [roomNow, jarNow] = [fresh(room), fresh(jar)];
  const targetWeight = targetOf(sound, jar, oil);
  const humidity = (jarNow ?? roomNow)?.humidity ?? null;
  return {
    forecast,
    from: first?.at ?? null,
    lost:
      first && last && first !== last
        ? { milligrams: first.milligrams - last.milligrams, share: 1 - last.milligrams / first.milligrams }
        : null,
    targetWeight,
    moisture: jarNow && settlingMoisture(jarNow.humidity, jarNow.celsius, oil).fresh,
    room: roomNow && canRoomDry(roomNow.humidity, roomNow.celsius, oil),
    sign: signOf(crop),
    against:
      crop.storage === 'not to be dried'
        ? []
        : againstSealing({
            settled: sound.length >= 2 ? forecast!.settled : null,
            scaleShare: last ? last.scaleError / last.milligrams : 0,
            hoursWeighed: first && last ? (last.at - first.at) / HOUR_MS : 0,
            sign,
            humidity,
            atTarget: targetWeight !== null && last !== undefined && last.milligrams <= targetWeight,
          }),
  };
}

/** Where a jar's humidity was read within a day of a weighing, that weighing's moisture is known, and with it the weight to reach. */
function targetOf(sound: readonly Weighed[], jar: Air | null, oil: number): number | null {
  const near = jar && sound.find(({ at }) => Math.abs(at - jar.at) <= DAY_MS);
  if (!jar || !near) return null;
  const moisture = settlingMoisture(jar.humidity, jar.celsius, oil).fresh;
  const target = settlingMoisture(SEALING_HUMIDITY, jar.celsius, oil).fresh;
  return Math.round(weightAtMoisture(near.milligrams, moisture, target));
}
