import { ofLot } from '#contracts/fields.ts';
import { giveForm } from '#contracts/stock/stock.ts';
import type { MayLend } from '#core/lending/mayLend.ts';
import { may } from '#core/people/may.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { recordGift } from '#data/exchange/swaps.ts';
import { move } from '#data/stock/ledger.ts';
import { findHoldings } from '#data/stock/places.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { assertWithinLimit, type CoordinatorOnly } from './limit.server.ts';
import { lendingOf } from './lineStock.server.ts';
import { unitsOfPart, type PartProblem } from './part.server.ts';

export type GiveProblem =
  | PartProblem
  | NoLot
  | { readonly code: 'no such holding' }
  | { readonly code: 'refused'; readonly because: Exclude<MayLend, { answer: 'yes' }>; readonly isTested: boolean }
  | CoordinatorOnly;

export interface Giving {
  readonly key: string;
  readonly code: string;
  readonly holding: number;
  /** As typed; null for all of it. */
  readonly part: string | null;
  readonly to: string;
  /** It goes to another library, which keeps its code. */
  readonly isLibrary: boolean;
  readonly overrideReason: string | null;
}

/** Gives packets or loose seed away for good: nothing is expected back. It leaves the house under its name, so the desk's rules hold. */
export const giveSeed = command(
  'seed given',
  { input: ofLot(giveForm) },
  async ({ tx, actor, today, refuse }: Inside<GiveProblem>, giving) => {
    const lot = await lockedLot(tx, giving.code, refuse);
    const from =
      (await findHoldings(tx, lot.id)).find(({ id, balance }) => id === giving.holding && balance > 0) ??
      refuse({ code: 'no such holding' });
    const leads = may(actor.role, 'override policy');
    const amount = unitsOfPart(from, lot, giving.part, refuse);
    const seeds = seedsInUnits(amount, lot.unit, lot.seedsPerGram);
    const answer = await lendingOf(tx, lot, seeds, today);
    const overridden = answer.answer === 'coordinator' && giving.overrideReason !== null && leads;
    if (answer.answer !== 'yes' && !overridden) refuse({ code: 'refused', because: answer, isTested: lot.laid !== null });
    await assertWithinLimit(tx, actor, lot, { units: amount, today }, refuse);
    await move(tx, {
      actKey: giving.key,
      lotId: lot.id,
      kind: 'given',
      from: { holding: from.id },
      to: { outside: 'members' },
      amount,
      typed: giving.part,
      reason: [giving.to, overridden ? giving.overrideReason : null].filter(Boolean).join('; '),
      happenedOn: today,
      personId: actor.personId,
    });
    await recordGift(tx, {
      lotId: lot.id,
      receiver: giving.to,
      isLibrary: giving.isLibrary,
      amount,
      givenOn: today,
      actKey: giving.key,
    });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  },
);
