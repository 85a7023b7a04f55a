import { addDays, yearOf } from '#core/calendar/plainDate.ts';
import { medianOf, rangeOf } from '#core/growout/isolation.ts';
import { hoursToGrow } from '#core/growout/hours.ts';
import { bedFor } from '#core/growout/plots.ts';
import { overlapOf, plannedBloom, type Window } from '#core/growout/sowing.ts';
import type { Method } from '#core/isolation/barriers.ts';
import type { Said } from '#core/isolation/pollen.ts';
import type { Day, GardenId, GrowOutId, Metres } from '#core/kernel/kinds.ts';
import { isSelfing, type Crop } from '#core/almanac/crop.ts';
import type { Db } from '#data/database.ts';
import type { GrowOutRow } from '#data/growouts/growOuts.ts';
import type { House } from '#data/house/house.ts';
import { bloomOf, readBloomYear, type Flowering } from './bloomYear.server.ts';

/** Where, when and how a grow-out would be grown. */
export interface Choice {
  readonly gardenId: GardenId;
  readonly garden: string;
  readonly sowOn: Day;
  readonly methods: readonly Method[];
}

/** What would bring less foreign pollen: a way of keeping apart, or another sowing day. */
export type Lowering =
  { readonly by: Method; readonly share: number } | { readonly by: 'sowing'; readonly on: Day; readonly share: number };

/** What a choice comes to. */
export interface WorkedOut {
  readonly bloom: Window;
  readonly seen: Window | null;
  /** The bed it takes, and the hours of hands from sowing to seed handed in. */
  readonly squareMetres: number;
  readonly hours: number;
  /** Share of its seed that others are likely to father: middle, and the range of four in five. */
  readonly share: number;
  readonly range: readonly [number, number];
  readonly arrivals: readonly {
    readonly what: string;
    readonly crop: string;
    readonly cropId: string;
    readonly garden: string;
    readonly growOutId: GrowOutId | null;
    /** `kept`: where one of the two gardens is, is not for whoever asks. */
    readonly metres: Said<Metres> | 'kept';
    readonly bloom: Said<Window>;
    /** Share of the grow-out's own bloom during which it flowers too. */
    readonly overlap: Said<number>;
    readonly share: number;
  }[];
  readonly lowers: readonly Lowering[];
}

const overlapWith = (own: Window, other: Said<Window>): Said<number> => (other === 'unknown' ? 'unknown' : overlapOf(own, other));

const WAYS: readonly Method[] = ['barrier', 'bags', 'hand pollination', 'cage'];
const SHIFTS = [-28, -14, 14, 28];
/** A change is worth naming where it halves the share at least, and none is looked for where it is this small already. */
const HALVES = 0.5;
const LITTLE = 0.002;

/** Works out what flowers with a grow-out and how far off, if it is grown like this; reads everything that flowers in that year. @param leads whoever asks may know all places */
export async function workOut(
  db: Db,
  growOut: Pick<GrowOutRow, 'id' | 'variety' | 'plants'>,
  crop: Crop,
  choice: Choice,
  house: Pick<House, 'lastFrost' | 'firstFrost' | 'growing'>,
  leads: boolean,
): Promise<WorkedOut> {
  const frosts = { last: house.lastFrost, first: house.firstFrost };
  const bloom = plannedBloom(crop, choice.sowOn, frosts);
  const year = await readBloomYear(db, yearOf(bloom.from), house);
  const key = `grow-out ${growOut.id}`;
  const settled = year.flowering.find((one) => one.key === key);
  // What was seen holds for the day on which it was sown; another choice is planned again.
  const seen = settled && settled.gardenId === choice.gardenId ? settled.seen : null;
  const methods = [...new Set([...choice.methods, ...(seen ? settled!.methods : [])])];
  const own: Flowering = {
    key,
    growOutId: growOut.id,
    gardenId: choice.gardenId,
    garden: choice.garden,
    crop,
    what: growOut.variety,
    away: 0,
    plants: growOut.plants,
    planned: bloom,
    seen,
    methods,
  };
  const shareOf = (changed: Partial<Flowering>) => medianOf(year.apartOf({ ...own, ...changed })!.share);
  const { arrivals, share } = year.apartOf(own)!;
  const middle = medianOf(share);
  const tried =
    middle < LITTLE || isSelfing(crop)
      ? []
      : [
          ...WAYS.filter((by) => !methods.includes(by)).map((by): Lowering => ({
            by,
            share: shareOf({ methods: [...methods, by] }),
          })),
          ...(seen ? [] : SHIFTS.map((days) => addDays(choice.sowOn, days))).map((on): Lowering => ({
            by: 'sowing',
            on,
            share: shareOf({ planned: plannedBloom(crop, on, frosts) }),
          })),
        ];
  return {
    bloom,
    seen,
    squareMetres: bedFor(growOut.plants, crop),
    hours: hoursToGrow(crop, growOut.plants, choice.methods, house.growing),
    share: middle,
    range: rangeOf(share),
    arrivals: arrivals.map(({ from, metres, share: alone }) => ({
      what: from.what,
      crop: from.crop.name,
      cropId: from.crop.id,
      garden: from.garden,
      growOutId: from.growOutId,
      metres: leads || [from.gardenId, choice.gardenId].every((id) => year.isOpen(id)) ? metres : 'kept',
      bloom: bloomOf(from),
      overlap: overlapWith(seen ?? bloom, bloomOf(from)),
      share: alone,
    })),
    lowers: tried.filter((one) => one.share <= HALVES * middle).sort((one, other) => one.share - other.share),
  };
}
