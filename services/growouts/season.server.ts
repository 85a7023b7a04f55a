import { logForm, ofGrowOut, strikeForm } from '#contracts/growouts/growOuts.ts';
import { entryFault, type EntryFault } from '#core/growout/log.ts';
import type { Seeds } from '#core/kernel/kinds.ts';
import { may } from '#core/people/may.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import type { GrowOutRow } from '#data/growouts/growOuts.ts';
import { addLogPhoto, readLogs, writeEntry } from '#data/growouts/log.ts';
import type { Actor } from '#data/people/accounts.ts';
import { command, type Inside } from '#services/command.server.ts';
import { photoOf } from '#services/photoOf.server.ts';
import type { PhotoProblem } from '#services/remakePhoto.server.ts';
import type { Refuse } from '#services/perform.server.ts';
import { lockedGrowOut, type StepProblem } from './steps.server.ts';

export type LogProblem =
  | StepProblem
  | { readonly code: 'not yours' }
  | { readonly code: 'no such entry' }
  | { readonly code: 'impossible'; readonly fault: EntryFault }
  | PhotoProblem;

/** Whoever works here writes any log; a grower only that of their own grow-outs. */
function assertMayLog(actor: Actor, growOut: { readonly growerId: number | null }, refuse: Refuse<{ readonly code: 'not yours' }>): void {
  if (!may(actor.role, 'work') && growOut.growerId !== actor.personId) refuse({ code: 'not yours' });
}

/** Seeds that the grower got; packets are handed over whole, so they may be more than were planned. */
export const seedsHandedOver = ({ handedOver, unit, seedsPerGram }: Pick<GrowOutRow, 'handedOver' | 'unit' | 'seedsPerGram'>): Seeds =>
  handedOver === null ? 0 : seedsInUnits(handedOver, unit, seedsPerGram);

/** Writes an entry of a season's log, with a photo where one was taken, or corrects an earlier one by standing in its place. */
export const logSeason = command(
  'season logged',
  { input: ofGrowOut(logForm), prepare: photoOf },
  async ({ tx, actor, today, refuse }: Inside<LogProblem>, { growOutId, insteadOf, key, photo: _sent, ...entry }, photo) => {
    const growOut = await lockedGrowOut(tx, growOutId, 'season logged', refuse);
    assertMayLog(actor, growOut, refuse);
    const log = await readLogs(tx, [growOut.id]);
    if (insteadOf !== null && !log.some(({ id }) => id === insteadOf)) refuse({ code: 'no such entry' });
    const others = log.filter(({ id }) => id !== insteadOf);
    const fault = entryFault(entry, others, { on: growOut.handedOverOn!, seeds: seedsHandedOver(growOut) }, today);
    if (fault) refuse({ code: 'impossible', fault });
    const entryId = await writeEntry(tx, { ...entry, growOutId: growOut.id, insteadOf, writtenBy: actor.personId, actKey: key });
    if (photo) await addLogPhoto(tx, { entryId, ...photo, actKey: key });
    return { answer: null, subject: growOut.code };
  },
);

/** Strikes an entry out: it was not so. */
export const strikeEntry = command(
  'log entry struck',
  { input: ofGrowOut(strikeForm) },
  async ({ tx, actor, today, refuse }: Inside<LogProblem>, { growOutId, entryId, key }) => {
    const growOut = await lockedGrowOut(tx, growOutId, 'season logged', refuse);
    assertMayLog(actor, growOut, refuse);
    const struck = (await readLogs(tx, [growOut.id])).find(({ id }) => id === entryId) ?? refuse({ code: 'no such entry' });
    await writeEntry(tx, {
      growOutId: growOut.id,
      kind: struck.kind,
      on: today,
      count: null,
      words: null,
      metres: null,
      method: null,
      insteadOf: struck.id,
      struck: true,
      writtenBy: actor.personId,
      actKey: key,
    });
    return { answer: null, subject: growOut.code };
  },
);
