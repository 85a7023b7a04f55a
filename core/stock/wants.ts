import type { Crop } from '../almanac/crop.ts';
import { addDays, inYear, nextOn, yearOf, type IsoDate, type MonthDay } from '../calendar/plainDate.ts';
import { seedsToSow } from '../germination/seedsToSow.ts';
import { priceOf, type Prices } from '../house/prices.ts';
import type { Seeds } from '../kernel/kinds.ts';
import { enoughOf } from './enough.ts';

/** One lot of a line, as far as wanting goes. */
export interface WantLot {
  readonly seeds: Seeds;
  /** Germination believed today, and how sure it is that it may be lent: 0 to 1. */
  readonly germination: number;
  readonly mayBeLent: number;
}

export interface WantsOf {
  readonly crop: Pick<Crop, 'id' | 'plantsToKeep' | 'longevity' | 'packet' | 'sow'>;
  readonly lots: readonly WantLot[];
  readonly lentAYear: number;
}

export interface Want {
  /** Grow out what lives, ask for or swap or order fresh seed, or both: what lives would be too late for this season's lending. */
  readonly act: 'grow out' | 'ask, swap or order' | 'grow out, and ask';
  /** Seeds that are missing from what one grow-out and the lending of its years take. */
  readonly seeds: Seeds;
  readonly packets: number;
  /** In hundredths of the house's currency. */
  readonly price: number;
  readonly by: IsoDate;
  readonly why: 'nothing lives' | 'too weak to lend' | 'too little';
  readonly usable: number;
  readonly target: number;
}

/** Weeks before sowing starts by which seed has to be asked for. */
const WEEKS_TO_COME = 6;
const SURVIVAL = 0.85;
/** Less than this hardly lives: nobody grows a line out from it. */
const HARDLY = 0.02;

/**
 * What a line wants, so that there is time to ask, swap, order or sow: its target less what may be lent. Null where there is enough.
 * @param sureness how sure the house wants to be that a lot may be lent; lots under it count for growing out only
 */
export function wantOf(
  { crop, lots, lentAYear }: WantsOf,
  house: { readonly sureness: number; readonly prices: Prices; readonly sowingStarts: MonthDay; readonly lastFrost: MonthDay },
  today: IsoDate,
): Want | null {
  const lendable = lots.filter(({ mayBeLent }) => mayBeLent >= house.sureness);
  const usable = Math.floor(lendable.reduce((sum, { seeds }) => sum + seeds, 0));
  const { reserve, lending } = enoughOf(crop, usable, lentAYear);
  const target = reserve + lending;
  if (usable >= target) return null;
  const living = lots.filter(({ germination, seeds }) => germination > HARDLY && seeds > 0);
  const canGrow = living.some(({ seeds, germination }) => seeds >= seedsToSow(crop.plantsToKeep, germination, SURVIVAL, 0.8));
  const seeds = target - usable;
  const packets = Math.ceil(seeds / crop.packet);
  const lendsNow = usable > crop.packet;
  const act = canGrow ? (lendsNow || lentAYear === 0 ? 'grow out' : 'grow out, and ask') : 'ask, swap or order';
  return {
    act,
    seeds,
    packets,
    price: act === 'grow out' ? 0 : packets * priceOf(house.prices, crop.id),
    by:
      act === 'ask, swap or order' || act === 'grow out, and ask'
        ? asked(house.sowingStarts, today)
        : sown(crop.sow[0], house.lastFrost, today),
    why: living.length === 0 ? 'nothing lives' : lendable.length === 0 ? 'too weak to lend' : 'too little',
    usable,
    target,
  };
}

/** Seed is asked for some weeks before sowing starts; once that is past, at once. */
function asked(sowingStarts: MonthDay, today: IsoDate): IsoDate {
  const by = addDays(nextOn(sowingStarts, today), -7 * WEEKS_TO_COME);
  return by < today ? today : by;
}

/** The next day on which the crop's sowing opens. */
function sown(weeks: number, lastFrost: MonthDay, today: IsoDate): IsoDate {
  const opens = [0, 1].map((years) => addDays(inYear(lastFrost, yearOf(today) + years), 7 * weeks));
  return opens.find((day) => day >= today) ?? opens[1]!;
}
