import { dropForm, ofGrowOut, proposeForm } from '#contracts/growouts/growOuts.ts';
import { seasonOf } from '#core/almanac/crop.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { returnBy } from '#core/lending/returnBy.ts';
import type { HoldKind } from '#core/lots/words.ts';
import { mayFollow } from '#core/states/machine.ts';
import { GROW_OUT, growOutState, LOT, lotState } from '#core/states/states.ts';
import { createGrowOut, lockGrowOut, recordGrowOutStep } from '#data/growouts/growOuts.ts';
import { readHouse } from '#data/house/house.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';

export type ProposeProblem =
  | NoLot
  | { readonly code: 'nothing to sow' }
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
    if (proposal.seeds > seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram))
      refuse({ code: 'short', onHand: lot.onHand, unit: lot.unit });
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

export type DropProblem = { readonly code: 'no such grow-out' } | { readonly code: 'ended' };

/** Gives a grow-out up, with the reason. Seed that was promised to it is free again. */
export const dropGrowOut = command(
  'grow-out dropped',
  { input: ofGrowOut(dropForm), broken: { grow_out_ends_once: { code: 'ended' } } },
  async ({ tx, actor, today, refuse }: Inside<DropProblem>, drop) => {
    const growOut = (await lockGrowOut(tx, drop.growOutId)) ?? refuse({ code: 'no such grow-out' });
    if (!mayFollow(GROW_OUT, growOutState(growOut), 'grow-out dropped')) refuse({ code: 'ended' });
    await recordGrowOutStep(tx, {
      growOutId: growOut.id,
      step: 'dropped',
      reason: drop.reason,
      happenedOn: today,
      writtenBy: actor.personId,
      actKey: drop.key,
    });
    return { answer: null, subject: growOut.code };
  },
);
