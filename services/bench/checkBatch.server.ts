import type { When } from '#core/calendar/when.ts';
import { createCheck, createPhoto } from '#data/bench/checks.ts';
import type { Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import type { Actor } from '#data/people/accounts.ts';
import { perform, type Outcome } from '#services/perform.server.ts';
import type { PhotoProblem, Remade } from '#services/remakePhoto.server.ts';
import { type BatchGone, type MovedOn, batchAt } from './batchAt.server.ts';
import { type ReadFirst, readFirst } from './cautions.server.ts';
import { type WhenProblem, momentOf } from './when.server.ts';

export type CheckProblem = BatchGone | MovedOn | ReadFirst | PhotoProblem | WhenProblem;

/** One look at a batch, in a word or two, and a photo where one was taken; the photo is made anew before it is kept. */
export async function checkBatch(
  db: Db,
  actor: Actor,
  now: Date,
  check: { key: string; batchId: number; turn: number; seen: string; photo: Blob | null; when?: When | null },
  remakePhoto: (bytes: Uint8Array) => Promise<Remade>,
): Promise<Outcome<null, CheckProblem>> {
  const remade = check.photo && (await remakePhoto(new Uint8Array(await check.photo.arrayBuffer())));
  if (remade && !remade.ok) return remade;
  return perform<null, CheckProblem>(db, { key: check.key, command: 'batch looked at', actor }, async (tx, refuse) => {
    const batch = await batchAt(tx, check.batchId, check.turn, 'batch looked at', refuse);
    await readFirst(tx, batch, actor, refuse);
    const { timeZone } = (await readHouse(tx))!;
    const checkedAt = momentOf(check.when, now, batch.since, timeZone, refuse);
    const checkId = await createCheck(tx, { ...check, actKey: check.key, by: actor.personId, checkedAt });
    if (remade) await createPhoto(tx, { actKey: check.key, checkId, ...remade.photo });
    return { answer: null, subject: batch.code };
  });
}
