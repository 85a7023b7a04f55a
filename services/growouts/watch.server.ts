import { isSelfing } from '#core/almanac/crop.ts';
import { nextOn, yearOf } from '#core/calendar/plainDate.ts';
import type { Standing } from '#core/growout/census.ts';
import { readSeason, type Season } from '#core/growout/log.ts';
import {
  alarmsOf,
  fruitOnPlants,
  isNeighbourOffPlan,
  standingNow,
  type Alarm,
  type TaggedFruit,
  type Watched,
} from '#core/growout/watch.ts';
import { plannedBloom } from '#core/growout/sowing.ts';
import { groupBy } from '#core/kernel/groupBy.ts';
import type { Day, GrowOutId } from '#core/kernel/kinds.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import { growOutState } from '#core/states/states.ts';
import type { Db } from '#data/database.ts';
import type { GrowOutRow } from '#data/growouts/growOuts.ts';
import { readLogs, type KeptEntry } from '#data/growouts/log.ts';
import type { House } from '#data/house/house.ts';
import { readBloomYear } from './bloomYear.server.ts';

/** How a grow-out goes: its log, what that comes to, and what wants attention. */
export interface Going {
  readonly log: readonly KeptEntry[];
  readonly season: Season;
  readonly standing: Standing | null;
  /** Tagged fruit still on the plants, the earliest first. */
  readonly fruit: readonly TaggedFruit[];
  readonly alarms: readonly Alarm[];
}

/** Between the first and the last frost nothing grows. */
const isWinter = ({ lastFrost, firstFrost }: Pick<House, 'lastFrost' | 'firstFrost'>, today: Day): boolean =>
  nextOn(lastFrost, today) < nextOn(firstFrost, today);

/** For which of some grow-outs what was seen in flower near them changes what they are likely to be crossed with. It names no garden. */
async function neighboursOffPlan(
  db: Db,
  ids: ReadonlySet<GrowOutId>,
  logOf: ReadonlyMap<GrowOutId, readonly KeptEntry[]>,
  house: Pick<House, 'lastFrost' | 'firstFrost'>,
  today: Day,
): Promise<ReadonlyMap<GrowOutId, Alarm>> {
  const alarms = new Map<GrowOutId, Alarm>();
  if (ids.size === 0) return alarms;
  const year = await readBloomYear(db, yearOf(today), house, logOf);
  for (const own of year.flowering) {
    if (own.growOutId === null || !ids.has(own.growOutId)) continue;
    const off = year.offPlanOf(own);
    if (off && isNeighbourOffPlan(off.seen, off.planned))
      alarms.set(own.growOutId, { what: 'neighbour off plan', share: off.seen, planned: off.planned });
  }
  return alarms;
}

/** How each of some grow-outs goes, in their order. */
export async function readGoing<Row extends GrowOutRow>(
  db: Db,
  growOuts: readonly Row[],
  house: Pick<House, 'lastFrost' | 'firstFrost'>,
  today: Day,
): Promise<(Row & Going)[]> {
  const [logs, facts] = await Promise.all([
    readLogs(
      db,
      growOuts.map(({ id }) => id),
    ),
    readCropsById(db, [...new Set(growOuts.map(({ cropId }) => cropId))]),
  ]);
  const crops = new Map(facts.map((crop) => [crop.id, crop]));
  const entries = groupBy(logs, ({ growOutId }) => growOutId);
  const logOf = new Map(growOuts.map(({ id }) => [id, entries.get(id) ?? []]));
  const going = growOuts.map((growOut) => {
    const log = logOf.get(growOut.id)!;
    const season = readSeason(log);
    const crop = crops.get(growOut.cropId)!;
    const sowOn = season.sownOn ?? growOut.sowOn ?? growOut.sowFrom;
    const watched: Watched = {
      state: growOutState(growOut),
      stateOn: growOut.stepOn ?? growOut.proposedOn,
      sowOn: growOut.sowOn ?? growOut.sowFrom,
      backBy: growOut.backBy,
      handedOverOn: growOut.handedOverOn,
      plants: growOut.plants,
      season,
      daysToRipe: crop.daysToRipe[0],
      bloomFrom: plannedBloom(crop, sowOn, { last: house.lastFrost, first: house.firstFrost }).from,
    };
    return {
      ...growOut,
      log,
      season,
      standing: standingNow(watched),
      fruit: fruitOnPlants(watched),
      alarms: alarmsOf(watched, today, isWinter(house, today)),
    };
  });
  const open = going.filter(
    ({ step, season, cropId }) => step === 'handed over' && season.growth !== 'harvested' && !isSelfing(crops.get(cropId)!),
  );
  const offPlan = await neighboursOffPlan(db, new Set(open.map(({ id }) => id)), logOf, house, today);
  return going.map((one) => {
    const alarm = offPlan.get(one.id);
    return alarm ? { ...one, alarms: [...one.alarms, alarm] } : one;
  });
}
