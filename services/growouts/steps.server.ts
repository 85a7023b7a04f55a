import { markRiskStale } from '#data/growouts/risks.ts';
import type { GrowOutId, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { CommandName } from '#core/people/commands.ts';
import { mayFollow } from '#core/states/machine.ts';
import { GROW_OUT, growOutState, type GrowOutState, type GrowOutStep } from '#core/states/states.ts';
import { lockGrowOut, recordGrowOutStep } from '#data/growouts/growOuts.ts';
import type { Db } from '#data/database.ts';
import type { Acting } from '#services/command.server.ts';
import type { Refuse } from '#services/perform.server.ts';

export type StepProblem = { readonly code: 'no such grow-out' } | { readonly code: 'moved on'; readonly state: GrowOutState };

/** What it means when two end a grow-out at once. */
export const ENDED = { grow_out_ends_once: { code: 'moved on', state: 'dropped' } } as const;

/** The grow-out, locked, if this command may be given in its state. */
export async function lockedGrowOut(tx: Db, id: GrowOutId, command: CommandName, refuse: Refuse<StepProblem>) {
  const growOut = (await lockGrowOut(tx, id)) ?? refuse({ code: 'no such grow-out' });
  const state = growOutState(growOut);
  if (!mayFollow(GROW_OUT, state, command)) refuse({ code: 'moved on', state });
  return growOut;
}

/** Writes a step that was taken today by whoever acts. */
export async function takeStep(
  { tx, actor, today }: Pick<Acting, 'actor' | 'today'> & { readonly tx: Db },
  step: {
    readonly growOutId: GrowOutId;
    readonly step: GrowOutStep;
    readonly key: string;
    readonly growerId?: PersonId;
    readonly lotId?: LotId;
    readonly reason?: string | null;
  },
): Promise<void> {
  const { key, reason = null, ...rest } = step;
  await recordGrowOutStep(tx, { ...rest, reason, happenedOn: today, writtenBy: actor.personId, actKey: key });
  await markRiskStale(tx, step.growOutId);
}
