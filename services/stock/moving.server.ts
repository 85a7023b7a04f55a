import { ofLot } from '#contracts/fields.ts';
import { moveForm } from '#contracts/stock/stock.ts';
import type { LotId } from '#core/kernel/kinds.ts';
import { containerFacts, type Container } from '#core/stock/containers.ts';
import type { Db } from '#data/database.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { move } from '#data/stock/ledger.ts';
import { createHolding, ensurePlace, findHoldings } from '#data/stock/places.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { isDeadlyPlace } from './frost.server.ts';
import { type PartProblem, unitsOfPart } from './part.server.ts';

export type Holding = Awaited<ReturnType<typeof findHoldings>>[number];

export type MoveProblem =
  | PartProblem
  | NoLot
  | { readonly code: 'no such holding' }
  | { readonly code: 'it is there' }
  | { readonly code: 'shut in damp' }
  | { readonly code: 'frost kills it' };

export interface Moving {
  readonly key: string;
  readonly code: string;
  readonly holding: number;
  /** As typed; null for all of it. */
  readonly part: string | null;
  readonly place: string;
  /** Null where packets move, which stay what they are. */
  readonly container: Container | null;
}

/** Puts all or part of what lies in one container into another, or at another place. A lot on hold is moved all the same. */
export const moveSeed = command('moved', { input: ofLot(moveForm) }, async ({ tx, actor, today, refuse }: Inside<MoveProblem>, moving) => {
  const lot = await lockedLot(tx, moving.code, refuse);
  const holdings = (await findHoldings(tx, lot.id)).filter(({ balance }) => balance > 0);
  const from = holdings.find(({ id }) => id === moving.holding) ?? refuse({ code: 'no such holding' });
  const container = from.packetUnits === null ? (moving.container ?? from.container) : from.container;
  const amount = unitsOfPart(from, lot, moving.part, refuse);
  if (await isDeadlyPlace(tx, lot.facts, moving.place, today)) refuse({ code: 'frost kills it' });
  if (!containerFacts(container).breathes && container !== from.container && (await activeHolds(tx, lot.id)).includes('drying'))
    refuse({ code: 'shut in damp' });
  const to = await holdingFor(tx, lot.id, { ...from, container, place: moving.place });
  if (to === from.id) refuse({ code: 'it is there' });
  await move(tx, {
    actKey: moving.key,
    lotId: lot.id,
    kind: 'moved',
    from: { holding: from.id },
    to: { holding: to },
    amount,
    typed: moving.part,
    reason: null,
    happenedOn: today,
    personId: actor.personId,
  });
  await refreshOutlook(tx, lot.id, today);
  return { answer: null, subject: lot.code };
});

/** The lot's holding of this kind at this place, made where there is none. Packets of one size and place are one holding. */
async function holdingFor(
  tx: Db,
  lotId: LotId,
  { container, place, packetUnits }: Pick<Holding, 'container' | 'place' | 'packetUnits'>,
): Promise<number> {
  const same = (await findHoldings(tx, lotId)).find(
    (one) => one.container === container && one.packetUnits === packetUnits && one.place.toLowerCase() === place.trim().toLowerCase(),
  );
  if (same) return same.id;
  return createHolding(tx, { lotId, placeId: await ensurePlace(tx, place), container, ...(packetUnits !== null && { packetUnits }) });
}
