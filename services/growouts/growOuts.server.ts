import { agreeForm, endForm, handOverForm, ofGrowOut, proposeForm } from '#contracts/growouts/growOuts.ts';
import { seasonOf } from '#core/almanac/crop.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';
import { seedsInUnits, unitsForSeeds } from '#core/units/seedsAndWeight.ts';
import { returnBy } from '#core/lending/returnBy.ts';
import type { HoldKind } from '#core/lots/words.ts';
import { mayFollow } from '#core/states/machine.ts';
import { GROW_OUT, growOutState, LOT, lotState, type GrowOutState } from '#core/states/states.ts';
import { createGrowOut, findGrower, lockGrowOut, promisedOfLot, recordGrowOutStep } from '#data/growouts/growOuts.ts';
import { readHouse } from '#data/house/house.ts';
import { activeHolds } from '#data/lots/holds.ts';
import type { Db } from '#data/database.ts';
import type { GrowOutId, Seeds } from '#core/kernel/kinds.ts';
import type { CommandName } from '#core/people/commands.ts';
import { findPersonCalled } from '#data/people/people.ts';
import { move } from '#data/stock/ledger.ts';
import { findHoldings } from '#data/stock/places.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import type { Refuse } from '#services/perform.server.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';

export type ProposeProblem =
  | NoLot
  | { readonly code: 'nothing to sow' }
  /** Other grow-outs are planned with the rest. */
  | { readonly code: 'promised'; readonly promised: Seeds; readonly free: Seeds }
  | { readonly code: 'held back'; readonly hold: HoldKind }
  | { readonly code: 'short'; readonly onHand: number; readonly unit: StockUnit };

/** Seed of these is not sown again before it is settled what it is. */
const NOT_SOWN: readonly HoldKind[] = ['recall', 'rules'];

/** Proposes that a lot is grown out for the library: when it is sown and back follows from its crop and the house's frosts. No seed moves yet; it is promised. */
export const proposeGrowOut = command(
  'grow-out proposed',
  { input: proposeForm },
  async ({ tx, actor, today, refuse }: Inside<ProposeProblem>, proposal) => {
    const lot = await lockedLot(tx, proposal.code, refuse);
    if (!mayFollow(LOT, lotState(lot), 'grow-out proposed')) refuse({ code: 'nothing to sow' });
    const hold = (await activeHolds(tx, lot.id)).find((kind) => NOT_SOWN.includes(kind));
    if (hold) refuse({ code: 'held back', hold });
    const seeds = seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram);
    if (proposal.seeds > seeds) refuse({ code: 'short', onHand: lot.onHand, unit: lot.unit });
    const promised = await promisedOfLot(tx, lot.id);
    if (proposal.seeds > seeds - promised) refuse({ code: 'promised', promised, free: Math.max(0, seeds - promised) });
    const house = (await readHouse(tx))!;
    const { sowFrom, due } = returnBy(today, seasonOf(lot.facts), { last: house.lastFrost, first: house.firstFrost });
    const id = await createGrowOut(tx, {
      lotId: lot.id,
      plants: proposal.plants,
      seeds: proposal.seeds,
      sowFrom,
      backBy: due,
      note: proposal.note,
      proposedOn: today,
      proposedBy: actor.personId,
      actKey: proposal.key,
    });
    return { answer: { id }, subject: lot.code };
  },
);

export type StepProblem = { readonly code: 'no such grow-out' } | { readonly code: 'moved on'; readonly state: GrowOutState };

const ENDED = { grow_out_ends_once: { code: 'moved on', state: 'dropped' } } as const;

/** The grow-out, locked, if this command may be given in its state. */
async function lockedGrowOut(tx: Db, id: GrowOutId, command: CommandName, refuse: Refuse<StepProblem>) {
  const growOut = (await lockGrowOut(tx, id)) ?? refuse({ code: 'no such grow-out' });
  const state = growOutState(growOut);
  if (!mayFollow(GROW_OUT, state, command)) refuse({ code: 'moved on', state });
  return growOut;
}

export type AgreeProblem = StepProblem | { readonly code: 'nobody of that name' };

/** Somebody has agreed to grow it; agreed anew it is somebody else. */
export const agreeGrowOut = command(
  'grow-out agreed',
  { input: ofGrowOut(agreeForm), broken: ENDED },
  async ({ tx, actor, today, refuse }: Inside<AgreeProblem>, agreed) => {
    const growOut = await lockedGrowOut(tx, agreed.growOutId, 'grow-out agreed', refuse);
    const growerId = (await findPersonCalled(tx, agreed.grower)) ?? refuse({ code: 'nobody of that name' });
    await recordGrowOutStep(tx, {
      growOutId: growOut.id,
      step: 'agreed',
      growerId,
      reason: null,
      happenedOn: today,
      writtenBy: actor.personId,
      actKey: agreed.key,
    });
    return { answer: null, subject: growOut.code };
  },
);

export type HandOverProblem =
  | StepProblem
  | NoLot
  | { readonly code: 'held back'; readonly hold: HoldKind }
  | { readonly code: 'no such holding' }
  | { readonly code: 'short'; readonly onHand: number; readonly unit: StockUnit };

/** Hands the seed of a grow-out to its grower, out of one container: it is sown, not lent. Packets are handed over whole. */
export const handOverSeed = command(
  'seed handed over',
  { input: ofGrowOut(handOverForm), broken: ENDED },
  async ({ tx, actor, today, refuse }: Inside<HandOverProblem>, given) => {
    const growOut = await lockedGrowOut(tx, given.growOutId, 'seed handed over', refuse);
    const lot = await lockedLot(tx, growOut.code, refuse);
    const hold = (await activeHolds(tx, lot.id)).find((kind) => NOT_SOWN.includes(kind));
    if (hold) refuse({ code: 'held back', hold });
    const from =
      (await findHoldings(tx, lot.id)).find(({ id, balance }) => id === given.holding && balance > 0) ??
      refuse({ code: 'no such holding' });
    const units = unitsForSeeds(given.seeds, lot.unit, lot.seedsPerGram);
    const amount = from.packetUnits === null ? units : Math.ceil(units / from.packetUnits) * from.packetUnits;
    if (amount > from.balance) refuse({ code: 'short', onHand: from.balance, unit: lot.unit });
    const grower = await findGrower(tx, growOut.id);
    await move(tx, {
      actKey: given.key,
      lotId: lot.id,
      kind: 'sown',
      from: { holding: from.id },
      to: { outside: 'growers' },
      amount,
      typed: String(given.seeds),
      reason: grower?.name ?? null,
      happenedOn: today,
      personId: actor.personId,
    });
    await recordGrowOutStep(tx, {
      growOutId: growOut.id,
      step: 'handed over',
      reason: null,
      happenedOn: today,
      writtenBy: actor.personId,
      actKey: given.key,
    });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: growOut.code };
  },
);

const ended = (name: 'grow-out dropped' | 'grow-out failed', step: 'dropped' | 'failed') =>
  command(name, { input: ofGrowOut(endForm), broken: ENDED }, async ({ tx, actor, today, refuse }: Inside<StepProblem>, end) => {
    const growOut = await lockedGrowOut(tx, end.growOutId, name, refuse);
    await recordGrowOutStep(tx, {
      growOutId: growOut.id,
      step,
      reason: end.reason,
      happenedOn: today,
      writtenBy: actor.personId,
      actKey: end.key,
    });
    return { answer: null, subject: growOut.code };
  });

/** Gives a grow-out up before its seed is handed over, with the reason. Seed that was promised to it is free again. */
export const dropGrowOut = ended('grow-out dropped', 'dropped');

/** The crop failed: nobody is to blame, and the reason teaches something. */
export const failGrowOut = ended('grow-out failed', 'failed');
