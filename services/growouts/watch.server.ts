import { nextOn } from '#core/calendar/plainDate.ts';
import type { Standing } from '#core/growout/census.ts';
import { readSeason, type Season } from '#core/growout/log.ts';
import { alarmsOf, standingNow, type Alarm, type Watched } from '#core/growout/watch.ts';
import { plannedBloom } from '#core/growout/sowing.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import { growOutState } from '#core/states/states.ts';
import type { Db } from '#data/database.ts';
import type { GrowOutRow } from '#data/growouts/growOuts.ts';
import { readLogs, type KeptEntry } from '#data/growouts/log.ts';
import type { House } from '#data/house/house.ts';

/** How a grow-out goes: its log, what that comes to, and what wants attention. */
export interface Going {
  readonly log: readonly KeptEntry[];
  readonly season: Season;
  readonly standing: Standing | null;
  readonly alarms: readonly Alarm[];
}

/** Between the first and the last frost nothing grows. */
const isWinter = ({ lastFrost, firstFrost }: Pick<House, 'lastFrost' | 'firstFrost'>, today: Day): boolean =>
  nextOn(lastFrost, today) < nextOn(firstFrost, today);

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
  return growOuts.map((growOut) => {
    const log = logs.filter(({ growOutId }) => growOutId === growOut.id);
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
    return { ...growOut, log, season, standing: standingNow(watched), alarms: alarmsOf(watched, today, isWinter(house, today)) };
  });
}
