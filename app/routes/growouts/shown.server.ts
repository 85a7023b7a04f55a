import { db } from '#app/platform/database.server.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { GrowOutRow } from '#data/growouts/growOuts.ts';
import type { House } from '#data/house/house.ts';
import { readGoing } from '#services/growouts/watch.server.ts';
import { alarmWords } from '#words/season.ts';

/** Grow-outs with how far each is and what wants attention, as lists show them. */
export async function readShown(growOuts: readonly GrowOutRow[], house: House, today: Day) {
  return (await readGoing(db, growOuts, house, today)).map(({ log: _log, season, standing: _standing, alarms, ...row }) => ({
    ...row,
    growth: season.growth,
    alarms: alarms.map(alarmWords),
  }));
}
