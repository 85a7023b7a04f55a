import type { Crop } from '#core/almanac/crop.ts';
import { crossing, READINESS_WEIGHT } from '#core/almanac/crossing.ts';
import { addDays, daysBetween, yearOf } from '#core/calendar/plainDate.ts';
import { crossedBy, medianOf, type Other, type Receiver } from '#core/growout/isolation.ts';
import { readSeason } from '#core/growout/log.ts';
import { overlapOf, plannedBloom, type Window } from '#core/growout/sowing.ts';
import { SHARE_WORTH_TELLING } from '#core/growout/watch.ts';
import type { Method } from '#core/isolation/barriers.ts';
import { usualBloom } from '#core/isolation/usualBloom.ts';
import { metresBetween, type Point } from '#core/isolation/gardens.ts';
import { WITHIN_A_GARDEN, type Said } from '#core/isolation/pollen.ts';
import type { Quantiles } from '#core/isolation/quantiles.ts';
import { groupBy } from '#core/kernel/groupBy.ts';
import type { GardenId, GrowOutId, Metres } from '#core/kernel/kinds.ts';
import { seasonFrom } from '#core/passport/season.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import { readLogs, type KeptEntry } from '#data/growouts/log.ts';
import { bloomsIn, placedGrowOuts } from '#data/growouts/places.ts';
import type { House } from '#data/house/house.ts';
import { listGardens, readToldDistances } from '#data/people/gardens.ts';
import { readCrossing } from '#services/lots/promises.server.ts';

/** Something that flowers in a year, in or near a garden: a grow-out, or what somebody noted. */
export interface Flowering {
  readonly key: string;
  readonly growOutId: GrowOutId | null;
  readonly gardenId: GardenId;
  readonly garden: string;
  readonly crop: Crop;
  readonly what: string;
  /** How far from the garden it stands; 0 is in it. */
  readonly away: Metres;
  readonly plants: Said<number>;
  readonly planned: Said<Window>;
  /** First and last flowers, as far as they were seen. */
  readonly seen: Window | null;
  readonly methods: readonly Method[];
}

/** What one of them is likely to get from another. */
export interface Arrival {
  readonly from: Flowering;
  readonly metres: Said<Metres>;
  /** Share of its seed that this one alone is likely to father, in the middle. */
  readonly share: number;
}

export interface Apart {
  readonly arrivals: readonly Arrival[];
  /** Share of its seed that all of them together are likely to father. */
  readonly share: Quantiles;
}

export interface GardenOnMap {
  readonly id: GardenId;
  readonly name: string;
  readonly point: Point | null;
  readonly placeFor: 'workers' | 'coordinators';
}

/** All that flowers in a year, and how far apart it stands. */
export interface BloomYear {
  readonly year: number;
  readonly flowering: readonly Flowering[];
  readonly gardens: readonly GardenOnMap[];
  /** What is likely to arrive at one of them, which may be changed; null where it is not known when it flowers or how many they are. */
  readonly apartOf: (own: Flowering) => Apart | null;
  /** Share of its seed that others are likely to father, in the middle, by what was seen of them and by what was planned; null where the first cannot be more, or is not worth telling. */
  readonly offPlanOf: (own: Flowering) => { readonly seen: number; readonly planned: number } | null;
  /** Whether all who work here may know where a garden is. */
  readonly isOpen: (id: GardenId) => boolean;
}

/** Whether what was seen of the others counts, or only what was planned. */
type Others = 'as seen' | 'as planned';

/** What arrives from farther off, or is less than this, is not worth naming. */
const WORTH_NAMING = 0.0005;

export const bloomOf = ({ seen, planned }: Pick<Flowering, 'seen' | 'planned'>): Said<Window> => seen ?? planned;

/** Reads what flowers in a year. Gardens' places are in it: whoever shows them asks who may know. @param known logs that have been read already */
export async function readBloomYear(
  db: Db,
  year: number,
  house: Pick<House, 'lastFrost' | 'firstFrost'>,
  known: ReadonlyMap<GrowOutId, readonly KeptEntry[]> = new Map(),
): Promise<BloomYear> {
  const [placed, noted, gardens, distances, knowledge] = await Promise.all([
    placedGrowOuts(db, year),
    bloomsIn(db, year),
    listGardens(db),
    readToldDistances(db),
    readCrossing(db),
  ]);
  const [facts, logs] = await Promise.all([
    readCropsById(db, [...new Set([...placed, ...noted].map(({ cropId }) => cropId))]),
    readLogs(
      db,
      placed.flatMap(({ id }) => (known.has(id) ? [] : [id])),
    ),
  ]);
  const crops = new Map(facts.map((crop) => [crop.id, crop]));
  const logOf = new Map([...known, ...groupBy(logs, ({ growOutId }) => growOutId)]);
  const frosts = { last: house.lastFrost, first: house.firstFrost };
  const grown = placed.flatMap((one): Flowering[] => {
    const crop = crops.get(one.cropId)!;
    const planned = plannedBloom(crop, one.sowOn, frosts);
    const log = logOf.get(one.id) ?? [];
    if (yearOf(planned.from) !== year && yearOf(planned.to) !== year) return [];
    return [
      {
        key: `grow-out ${one.id}`,
        growOutId: one.id,
        gardenId: one.gardenId,
        garden: one.garden,
        crop,
        what: one.variety,
        away: 0,
        plants: one.plants,
        planned,
        seen: seenBloom(log, planned),
        // What was done, planned or not.
        methods: [...new Set([...one.methods, ...readSeason(log).methods])],
      },
    ];
  });
  const near = noted.map((one): Flowering => ({
    key: `noted ${one.id}`,
    growOutId: null,
    gardenId: one.gardenId,
    garden: one.garden,
    crop: crops.get(one.cropId)!,
    what: one.what,
    away: one.metres,
    plants: 'unknown',
    planned: one.from && one.to ? { from: one.from, to: one.to } : usualBloomOf(crops.get(one.cropId)!, house.lastFrost, year),
    seen: null,
    methods: [],
  }));
  const flowering = [...grown, ...near];
  const points = new Map(
    gardens.flatMap(({ id, latitude, longitude }) =>
      latitude === null || longitude === null ? [] : [[id, { latitude, longitude }] as const],
    ),
  );
  const statedMetres = new Map(distances.map(({ one, other, metres }) => [`${one} ${other}`, Number(metres)]));
  const metresOf = (one: Flowering, other: Flowering): Said<Metres> => {
    if (one.gardenId === other.gardenId) return Math.max(one.away, other.away, WITHIN_A_GARDEN);
    const [here, there] = [points.get(one.gardenId), points.get(other.gardenId)];
    if (here && there) return Math.round(metresBetween(here, there));
    const [low, high] = [Math.min(one.gardenId, other.gardenId), Math.max(one.gardenId, other.gardenId)];
    return statedMetres.get(`${low} ${high}`) ?? 'unknown';
  };
  const ofGroup = groupBy(flowering, ({ crop }) => crop.group);
  /** What can cross with one of them, and how readily: the others are many, and need not be looked at one by one. */
  const crossingWith = (own: Flowering): readonly { readonly from: Flowering; readonly weight: number }[] =>
    [...ofGroup].flatMap(([group, members]) => {
      const how = crossing(knowledge.groups, own.crop.group, group);
      if (how === null) return [];
      const weight = READINESS_WEIGHT[how];
      return members.flatMap((from) => (from.key === own.key || from.what === own.what ? [] : [{ from, weight }]));
    });
  /** A grow-out as it takes pollen, and what flowers with it near enough to bring any. */
  const surroundingsOf = (own: Flowering, others: Others): { receiver: Receiver; around: { from: Flowering; other: Other }[] } | null => {
    const bloom = bloomOf(own);
    if (bloom === 'unknown' || own.plants === 'unknown') return null;
    const { neighbours: _none, ...season } = seasonFrom(
      own.crop,
      { neighbours: [], methods: own.methods, stigma: null },
      knowledge.groups,
      knowledge.groupOf,
    );
    const around = crossingWith(own).flatMap(({ from, weight }): { from: Flowering; other: Other }[] => {
      const theirs = others === 'as seen' ? bloomOf(from) : from.planned;
      // What flowers at another time brings nothing, and need not be worked out.
      if (theirs !== 'unknown' && overlapOf(bloom, theirs) === 0) return [];
      const metres = metresOf(own, from);
      if (metres !== 'unknown' && metres > FARTHEST * own.crop.productionDistance) return [];
      return [{ from, other: { metres, bloom: theirs, plants: from.plants, weight, methods: from.methods } }];
    });
    return { receiver: { season, bloom, plants: own.plants }, around };
  };
  const shareOf = ({ receiver, around }: NonNullable<ReturnType<typeof surroundingsOf>>): Quantiles =>
    crossedBy(
      receiver,
      around.map(({ other }) => other),
    );
  const apartOf: BloomYear['apartOf'] = (own) => {
    const surroundings = surroundingsOf(own, 'as seen');
    if (!surroundings) return null;
    const arrivals = surroundings.around
      .map(({ from, other }) => ({ from, metres: other.metres, share: medianOf(crossedBy(surroundings.receiver, [other])) }))
      .filter(({ share }) => share >= WORTH_NAMING)
      .sort((one, two) => two.share - one.share);
    return { arrivals, share: shareOf(surroundings) };
  };
  const offPlanOf: BloomYear['offPlanOf'] = (own) => {
    const asSeen = surroundingsOf(own, 'as seen');
    // Of those around it that nobody saw in flower no more arrives than was planned.
    if (!asSeen || asSeen.around.every(({ from }) => from.seen === null)) return null;
    const seen = medianOf(shareOf(asSeen));
    // Of most there is nothing to tell: only of the others is it worked out again.
    if (seen < SHARE_WORTH_TELLING) return null;
    return { seen, planned: medianOf(shareOf(surroundingsOf(own, 'as planned')!)) };
  };
  return {
    year,
    flowering,
    gardens: gardens.map(({ id, name, placeFor }) => ({ id, name, placeFor, point: points.get(id) ?? null })),
    apartOf,
    offPlanOf,
    isOpen: (id) => gardens.some((garden) => garden.id === id && garden.placeFor === 'workers'),
  };
}

/** Beyond so many times the seed-production distance next to nothing arrives. */
const FARTHEST = 3;

const usualBloomOf = (crop: Crop, lastFrost: string, year: number): Window => {
  const [from, to] = usualBloom(crop, lastFrost, year);
  return { from, to };
};

/** The bloom that was seen: until its end is recorded it is taken to last as long as planned, and not beyond the harvest. */
function seenBloom(log: Parameters<typeof readSeason>[0], planned: Window): Window | null {
  const { flowersFrom, flowersTo, takenOn } = readSeason(log);
  if (flowersFrom === null) return null;
  const likely = addDays(flowersFrom, daysBetween(planned.from, planned.to));
  const to = flowersTo ?? (takenOn !== null && takenOn < likely ? takenOn : likely);
  return { from: flowersFrom, to: to < flowersFrom ? flowersFrom : to };
}
