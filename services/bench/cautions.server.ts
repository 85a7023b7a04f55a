import { acknowledgeForm } from '#contracts/bench/bench.ts';
import { ofBatch } from '#contracts/fields.ts';
import { cautionsFor } from '#core/bench/methods.ts';
import { type Caution, type Step } from '#core/bench/steps.ts';
import type { PersonId } from '#core/kernel/kinds.ts';
import type { Batch } from '#data/bench/batches.ts';
import { findAcknowledged, acknowledge } from '#data/bench/cautions.ts';
import type { Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import type { Actor } from '#data/people/accounts.ts';
import { command, type Inside } from '#services/command.server.ts';
import type { Refuse } from '#services/perform.server.ts';
import { type BatchGone, openBatch } from './batchAt.server.ts';

export type ReadFirst = { readonly code: 'read first'; readonly cautions: readonly Caution[] };

/** Hazards of a batch's step that this person has not yet said to have read. */
export async function unreadCautions(db: Db, batch: Batch, personId: PersonId, step: Step = batch.step): Promise<readonly Caution[]> {
  const [read, house] = await Promise.all([findAcknowledged(db, batch.id, personId), readHouse(db)]);
  return cautionsFor(step, batch.facts, batch.treated === 'yes', house!.rules).filter((caution) => !read.includes(caution));
}

export async function readFirst(tx: Db, batch: Batch, actor: Actor, refuse: Refuse<ReadFirst>, step: Step = batch.step): Promise<void> {
  const cautions = await unreadCautions(tx, batch, actor.personId, step);
  if (cautions.length > 0) refuse({ code: 'read first', cautions });
}

/** Records that somebody has read the hazards of the step a batch stands at. */
export const acknowledgeCautions = command(
  'hazards read',
  { input: ofBatch(acknowledgeForm) },
  async ({ tx, actor, refuse }: Inside<BatchGone>, seen) => {
    const batch = await openBatch(tx, seen.batchId, 'hazards read', refuse);
    for (const caution of seen.cautions) await acknowledge(tx, { actKey: seen.key, by: actor.personId, batchId: batch.id, caution });
    return { answer: null, subject: batch.code };
  },
);
