import type { HoldKind } from '#core/lots/words.ts';
import { mayLift } from '#core/people/may.ts';
import { mayFollow } from '#core/states/machine.ts';
import { HOLD, holdState } from '#core/states/states.ts';
import type { Db } from '#data/database.ts';
import { createHold, findHolds, liftHold as writeLift } from '#data/lots/holds.ts';
import type { Actor } from '#data/people/accounts.ts';
import { perform } from '#services/perform.server.ts';
import { lockedLot, type NoLot } from './lockedLot.server.ts';

/** Lays a hold on a lot: until somebody lifts it, the lot is not lent. */
export function setHold(db: Db, actor: Actor, today: string, hold: { key: string; code: string; kind: HoldKind; reason: string }) {
  return perform<null, NoLot>(db, { key: hold.key, command: 'hold set', detail: hold.kind, actor }, async (tx, refuse) => {
    const lot = await lockedLot(tx, hold.code, refuse);
    await createHold(tx, { lotId: lot.id, kind: hold.kind, reason: hold.reason, setOn: today, setBy: actor.personId, actKey: hold.key });
    return { answer: null, subject: lot.code };
  });
}

export type LiftProblem =
  | NoLot
  | { readonly code: 'no such hold' }
  | { readonly code: 'already lifted' }
  | { readonly code: 'not yours to lift'; readonly kind: HoldKind };

/** Lifts a hold, with a reason, if this role may lift its kind. */
export function liftHold(db: Db, actor: Actor, today: string, lift: { key: string; code: string; hold: number; reason: string }) {
  return perform<null, LiftProblem>(
    db,
    { key: lift.key, command: 'hold lifted', actor, broken: { hold_lifted_once: { code: 'already lifted' } } },
    async (tx, refuse) => {
      const lot = await lockedLot(tx, lift.code, refuse);
      const hold = (await findHolds(tx, lot.id)).find(({ id }) => id === lift.hold) ?? refuse({ code: 'no such hold' });
      if (!mayLift(actor.role, hold.kind)) refuse({ code: 'not yours to lift', kind: hold.kind });
      if (!mayFollow(HOLD, holdState(hold), 'hold lifted')) refuse({ code: 'already lifted' });
      await writeLift(tx, { holdId: hold.id, reason: lift.reason, liftedOn: today, liftedBy: actor.personId, actKey: lift.key });
      return { answer: null, subject: lot.code };
    },
  );
}
