import type { Step } from '#core/bench/steps.ts';
import type { CommandName } from '#core/people/commands.ts';
import { mayFollow } from '#core/states/machine.ts';
import { BATCH, batchState } from '#core/states/states.ts';
import { lockBatch } from '#data/bench/batches.ts';
import type { Db } from '#data/database.ts';
import type { Refuse } from '#services/perform.server.ts';

export type BatchGone = { readonly code: 'no such batch' } | { readonly code: 'ended' };
/** Somebody moved it on since the page was shown. */
export type MovedOn = { readonly code: 'moved on'; readonly to: Step };

/** The batch, locked, if this command may be given of it. */
export async function openBatch(tx: Db, id: number, command: CommandName, refuse: Refuse<BatchGone>) {
  const batch = (await lockBatch(tx, id)) ?? refuse({ code: 'no such batch' });
  if (!mayFollow(BATCH, batchState(batch), command)) refuse({ code: 'ended' });
  return batch;
}

/** The batch, locked, if it is still at the step the page showed. */
export async function batchAt(tx: Db, id: number, turn: number, command: CommandName, refuse: Refuse<BatchGone | MovedOn>) {
  const batch = await openBatch(tx, id, command, refuse);
  if (batch.turn !== turn) refuse({ code: 'moved on', to: batch.step });
  return batch;
}
