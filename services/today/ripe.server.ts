import type { Clock } from '#core/bench/clock.ts';
import { treatmentClock } from '#core/bench/treatments.ts';
import { dayInZone, todayOf } from '#core/calendar/dayInZone.ts';
import { listOpenBatches, type Batch } from '#data/bench/batches.ts';
import { listAway } from '#data/bench/treatments.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house/house.ts';
import { clockOfBatch } from '#services/bench/moveOn.server.ts';

type Away = Awaited<ReturnType<typeof listAway>>;

/** What at the bench may go on now. */
export interface Ripe {
  readonly batches: readonly { readonly batch: Batch; readonly clock: Clock }[];
  /** Shut away long enough to be sure, or for sowing longer than seed stands it (`late`). */
  readonly done: readonly {
    readonly lot: Away['treatments'][number];
    readonly clock: ReturnType<typeof treatmentClock>;
    readonly late: boolean;
  }[];
  /** Taken from the cold, and as warm as the room by now. */
  readonly warm: Away['warming'];
  /** The days on which batches that still run usually get ready for their next step. */
  readonly soon: readonly Day[];
}

/** Batches that may go on, seed whose time in the freezer or jar is done, and containers that are warm. */
export async function readRipe(db: Db, house: House, now: Date): Promise<Ripe> {
  const today = todayOf(now, house);
  const [batches, away] = await Promise.all([listOpenBatches(db), listAway(db)]);
  const clocked = batches.flatMap((batch) => {
    const clock = clockOfBatch(batch, now, house);
    return clock ? [{ batch, clock }] : [];
  });
  return {
    batches: clocked.filter(({ clock }) => clock.state !== 'running'),
    soon: clocked.filter(({ clock }) => clock.state === 'running').map(({ clock }) => dayInZone(new Date(clock.usual), house.timeZone)),
    done: away.treatments
      .map((lot) => ({ lot, clock: treatmentClock(lot.kind, lot.since, today) }))
      .map((one) => ({ ...one, late: one.clock.state === 'too long' && one.lot.use === 'sowing' }))
      .filter(({ clock, late }) => clock.state === 'sure' || late),
    warm: away.warming.filter(({ opensAt }) => opensAt <= now),
  };
}
