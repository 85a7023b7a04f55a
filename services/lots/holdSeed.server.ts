import { ofLot } from '#contracts/fields.ts';
import { setHoldForm, liftHoldForm } from '#contracts/lots/holds.ts';
import type { HoldKind } from '#core/lots/words.ts';
import { mayLift } from '#core/people/may.ts';
import { mayFollow } from '#core/states/machine.ts';
import { HOLD, holdState } from '#core/states/states.ts';
import { createHold, findHolds, liftHold as writeLift } from '#data/lots/holds.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from './lockedLot.server.ts';

/** Lays a hold on a lot: until somebody lifts it, the lot is not lent. */
export const setHold = command(
  'hold set',
  { input: ofLot(setHoldForm), detail: (hold) => hold.kind },
  async ({ tx, actor, today, refuse }: Inside<NoLot>, hold) => {
    const lot = await lockedLot(tx, hold.code, refuse);
    await createHold(tx, { lotId: lot.id, kind: hold.kind, reason: hold.reason, setOn: today, setBy: actor.personId, actKey: hold.key });
    return { answer: null, subject: lot.code };
  },
);

export type LiftProblem =
  | NoLot
  | { readonly code: 'no such hold' }
  | { readonly code: 'already lifted' }
  | { readonly code: 'not yours to lift'; readonly kind: HoldKind };

/** Lifts a hold, with a reason, if this role may lift its kind. */
export const liftHold = command(
  'hold lifted',
  { input: ofLot(liftHoldForm), broken: { hold_lifted_once: { code: 'already lifted' } } },
  async ({ tx, actor, today, refuse }: Inside<LiftProblem>, lift) => {
    const lot = await lockedLot(tx, lift.code, refuse);
    const hold = (await findHolds(tx, lot.id)).find(({ id }) => id === lift.hold) ?? refuse({ code: 'no such hold' });
    if (!mayLift(actor.role, hold.kind)) refuse({ code: 'not yours to lift', kind: hold.kind });
    if (!mayFollow(HOLD, holdState(hold), 'hold lifted')) refuse({ code: 'already lifted' });
    await writeLift(tx, { holdId: hold.id, reason: lift.reason, liftedOn: today, liftedBy: actor.personId, actKey: lift.key });
    return { answer: null, subject: lot.code };
  },
);
