import type { Crop } from '../almanac/crop.ts';
import { addDays, inYear, nextOn, yearOf, type IsoDate, type MonthDay } from '../calendar/plainDate.ts';
import { priceOf, type Prices } from '../house/prices.ts';
import type { Seeds } from '../kernel/kinds.ts';
import { mayLend } from '../lending/mayLend.ts';
import type { LineStock } from './lineStock.ts';

export interface WantsOf {
  readonly crop: Pick<Crop, 'id' | 'packet' | 'sow'>;
  readonly stock: LineStock;
}

export interface Want {
  /**
   * Settle the holds where enough is held; else grow out what lives, ask for or swap or order fresh seed, or both where what lives would come too
   * late for this season's lending.
   */
  readonly act: 'settle its holds' | 'grow out' | 'ask, swap or order' | 'grow out, and ask';
  /** Seeds that are missing from what its grow-outs and the lending of its years take. */
  readonly seeds: Seeds;
  readonly packets: number;
  /** In hundredths of the house's currency. */
  readonly price: number;
  readonly by: IsoDate;
  readonly why: 'nothing lives' | 'too weak to lend' | 'on hold' | 'too little';
  readonly usable: Seeds;
  readonly lendable: Seeds;
  readonly target: Seeds;
}

/** Weeks before sowing starts by which seed has to be asked for. */
const WEEKS_TO_COME = 6;

/**
 * What a line wants, so that there is time to ask, swap, order or sow: its target less what lots that may be lent hold. Null where there is enough.
 */
export function wantOf(
  { crop, stock }: WantsOf,
  house: { readonly prices: Prices; readonly sowingStarts: MonthDay; readonly lastFrost: MonthDay },
  today: IsoDate,
): Want | null {
  const { usable, target, lots } = stock;
  if (usable >= target) return null;
  const living = lots.filter(({ verdict, seeds }) => verdict !== 'dead' && seeds > 0);
  const canGrow = living.some(({ toSow, seeds }) => toSow !== null && seeds >= toSow);
  const seeds = target - usable;
  const packets = Math.ceil(seeds / crop.packet);
  const onHold = living
    .filter((lot) => lot.holds.length > 0 && mayLend({ ...lot, holds: [] }).answer === 'yes')
    .reduce((sum, lot) => sum + lot.seeds, 0);
  const act =
    usable + onHold >= target
      ? 'settle its holds'
      : canGrow
        ? stock.packets > 0 || stock.lending === 0
          ? 'grow out'
          : 'grow out, and ask'
        : 'ask, swap or order';
  return {
    act,
    seeds,
    packets,
    price: act === 'grow out' || act === 'settle its holds' ? 0 : packets * priceOf(house.prices, crop.id),
    by: act === 'grow out' ? sown(crop.sow[0], house.lastFrost, today) : asked(house.sowingStarts, today),
    why:
      living.length === 0
        ? 'nothing lives'
        : usable > 0
          ? 'too little'
          : living.every(({ answer }) => answer.answer === 'refused')
            ? 'on hold'
            : 'too weak to lend',
    usable,
    lendable: stock.lendable,
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
