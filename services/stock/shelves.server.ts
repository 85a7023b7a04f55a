import { may, mayLift } from '#core/people/may.ts';
import type { HoldKind } from '#core/lots/words.ts';
import { seedsInUnits, unitsForSeeds } from '#core/units/seedsAndWeight.ts';
import type { Amount } from '#core/units/parseAmount.ts';
import type { Actor } from '#data/people/accounts.ts';
import type { Db } from '#data/database.ts';
import { move } from '#data/stock/ledger.ts';
import { createHold, findHolds, liftHold as writeLift } from '#data/lots/holds.ts';
import { lockLot } from '#data/lots/lots.ts';
import { addQuickLook, type NewQuickLook } from '#data/tests/quickLooks.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { perform } from '#services/perform.server.ts';
import { drawFromLot, looseHolding, type Short } from './stock.server.ts';

type NoLot = { readonly code: 'no such lot' };

/** Lays a hold on a lot: until somebody lifts it, the lot is not lent. */
export function setHold(db: Db, actor: Actor, today: string, hold: { key: string; code: string; kind: HoldKind; reason: string }) {
  return perform<null, NoLot>(db, { key: hold.key, command: 'hold set', detail: hold.kind, actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, hold.code)) ?? refuse({ code: 'no such lot' });
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
      const lot = (await lockLot(tx, lift.code)) ?? refuse({ code: 'no such lot' });
      const hold = (await findHolds(tx, lot.id)).find(({ id }) => id === lift.hold) ?? refuse({ code: 'no such hold' });
      if (!mayLift(actor.role, hold.kind)) refuse({ code: 'not yours to lift', kind: hold.kind });
      if (hold.liftedOn !== null) refuse({ code: 'already lifted' });
      await writeLift(tx, { holdId: hold.id, reason: lift.reason, liftedOn: today, liftedBy: actor.personId, actKey: lift.key });
      return { answer: null, subject: lot.code };
    },
  );
}

export type RecountProblem =
  NoLot | Short | { readonly code: 'nothing changed' } | { readonly code: 'other unit'; readonly unit: 'seed' | 'mg' };

/** Puts the book right after a shelf count: the difference is found or missing, with a reason; nothing is erased. */
export function recountLot(
  db: Db,
  actor: Actor,
  today: string,
  recount: { key: string; code: string; amount: (Amount & { typed: string }) | null; reason: string },
) {
  return perform<null, RecountProblem>(db, { key: recount.key, command: 'stock counted', actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, recount.code)) ?? refuse({ code: 'no such lot' });
    const { amount } = recount;
    if (amount?.kind === 'weight' && lot.unit === 'seed') refuse({ code: 'other unit', unit: 'seed' });
    const now =
      amount === null ? 0 : amount.kind === 'weight' ? amount.milligrams : unitsForSeeds(amount.seeds, lot.unit, lot.seedsPerGram);
    const difference = now - lot.onHand;
    if (difference === 0) refuse({ code: 'nothing changed' });
    const movement = {
      actKey: recount.key,
      typed: amount?.typed ?? '0',
      reason: recount.reason,
      happenedOn: today,
      personId: actor.personId,
    };
    if (difference < 0)
      await drawFromLot(tx, lot, -difference, { ...movement, kind: 'missing', to: { outside: 'count difference' } }, refuse);
    else
      await move(tx, {
        ...movement,
        lotId: lot.id,
        kind: 'found',
        from: { outside: 'count difference' },
        to: { holding: await looseHolding(tx, lot.id) },
        amount: difference,
      });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  });
}

export type LookProblem = { readonly code: 'no such lot' } | { readonly code: 'look in the future' };

/** Writes down a quick look. It changes no verdict and no outlook. */
export function recordQuickLook(
  db: Db,
  actor: Actor,
  today: string,
  look: Omit<NewQuickLook, 'lotId' | 'lookedBy' | 'actKey'> & { key: string; code: string },
) {
  return perform<null, LookProblem>(db, { key: look.key, command: 'quick look', actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, look.code)) ?? refuse({ code: 'no such lot' });
    if (look.lookedOn > today) refuse({ code: 'look in the future' });
    await addQuickLook(tx, { ...look, lotId: lot.id, lookedBy: actor.personId, actKey: look.key });
    return { answer: null, subject: lot.code };
  });
}

export type DiscardProblem =
  | { readonly code: 'no such lot' }
  | { readonly code: 'nothing left' }
  | { readonly code: 'coordinator only'; readonly most: number }
  | Short;

/** A helper throws away so many seeds at most; more is a coordinator's to decide. */
const MOST_BY_HELPER = 500;

/** Throws away all that is left of a lot, with a reason. */
export function discardLot(db: Db, actor: Actor, today: string, discard: { key: string; code: string; reason: string }) {
  return perform<null, DiscardProblem>(db, { key: discard.key, command: 'lot discarded', actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, discard.code)) ?? refuse({ code: 'no such lot' });
    if (lot.onHand === 0) refuse({ code: 'nothing left' });
    if (seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram) > MOST_BY_HELPER && !may(actor.role, 'override policy'))
      refuse({ code: 'coordinator only', most: MOST_BY_HELPER });
    await drawFromLot(
      tx,
      lot,
      lot.onHand,
      {
        actKey: discard.key,
        kind: 'discarded',
        to: { outside: 'waste' },
        typed: null,
        reason: discard.reason,
        happenedOn: today,
        personId: actor.personId,
      },
      refuse,
    );
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  });
}
