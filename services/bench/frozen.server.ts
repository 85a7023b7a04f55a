import { formatMoment } from '#core/calendar/formatMoment.ts';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import { findFrozen } from '#data/bench/cold.ts';
import { findWarming } from '#data/bench/treatments.ts';
import type { Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import type { Refuse } from '#services/perform.server.ts';

/** Seed straight out of the freezer: its container is opened when it is as warm as the room, or the seed draws damp. */
export interface StillFrozen {
  readonly code: 'still frozen';
  readonly place: string;
  /** When a container that was taken out is warm, as the house says it; null where nobody has taken it out. */
  readonly opens: string | null;
}

/** A container that was opened warm stands in the room for so long before it is taken for frozen again. */
const OUT_HOURS = 24;

/** Refuses what opens a frozen container, unless whoever does it says that it stood closed until it was warm. */
export async function refuseFrozen(
  tx: Db,
  lotId: LotId,
  warmed: string | undefined,
  { now, today }: { readonly now: Date; readonly today: Day },
  refuse: Refuse<StillFrozen>,
): Promise<void> {
  if (warmed) return;
  const place = await findFrozen(tx, lotId, now, today, OUT_HOURS);
  if (place === null) return;
  const warming = await findWarming(tx, lotId);
  const zone = (await readHouse(tx))?.timeZone ?? 'UTC';
  refuse({ code: 'still frozen', place, opens: warming ? formatMoment(warming.opensAt.getTime(), now.getTime(), zone) : null });
}
