import { checkForm } from '#contracts/bench/bench.ts';
import { ofBatch } from '#contracts/fields.ts';
import { createCheck, createPhoto } from '#data/bench/checks.ts';
import { readHouse } from '#data/house/house.ts';
import { command, type Inside } from '#services/command.server.ts';
import { photoOf } from '#services/photoOf.server.ts';
import type { PhotoProblem } from '#services/remakePhoto.server.ts';
import { type BatchGone, type MovedOn, batchAt } from './batchAt.server.ts';
import { type ReadFirst, readFirst } from './cautions.server.ts';
import { type WhenProblem, momentOf } from './when.server.ts';

export type CheckProblem = BatchGone | MovedOn | ReadFirst | PhotoProblem | WhenProblem;

/** One look at a batch, in a word or two, and a photo where one was taken; the photo is re-made before it is kept. */
export const checkBatch = command(
  'batch looked at',
  { input: ofBatch(checkForm), prepare: photoOf },
  async ({ tx, actor, now, refuse }: Inside<CheckProblem>, check, photo) => {
    const batch = await batchAt(tx, check.batchId, check.turn, 'batch looked at', refuse);
    await readFirst(tx, batch, actor, refuse);
    const { timeZone } = (await readHouse(tx))!;
    const checkedAt = momentOf(check.when, now, batch.since, timeZone, refuse);
    const checkId = await createCheck(tx, { ...check, actKey: check.key, by: actor.personId, checkedAt });
    if (photo) await createPhoto(tx, { actKey: check.key, checkId, ...photo });
    return { answer: null, subject: batch.code };
  },
);
