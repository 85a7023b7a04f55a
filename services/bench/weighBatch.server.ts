import { weighForm } from '#contracts/bench/bench.ts';
import { ofBatch } from '#contracts/fields.ts';
import { isFarLighter, isHeavier } from '#core/bench/weighings.ts';
import { readWeighings, createWeighing } from '#data/bench/weighings.ts';
import { readHouse } from '#data/house/house.ts';
import { command, type Inside } from '#services/command.server.ts';
import { type BatchGone, openBatch } from './batchAt.server.ts';
import { type WhenProblem, momentOf } from './when.server.ts';

export type WeighProblem = BatchGone | WhenProblem | { readonly code: 'heavier' | 'far lighter'; readonly last: number };

/** A weighing; one heavier than the last, or lighter than drying explains, is asked about, and both are kept. */
export const weighBatch = command(
  'batch weighed',
  { input: ofBatch(weighForm) },
  async ({ tx, actor, now, refuse }: Inside<WeighProblem>, weighed) => {
    const batch = await openBatch(tx, weighed.batchId, 'batch weighed', refuse);
    const { timeZone } = (await readHouse(tx))!;
    const weighedAt = momentOf(weighed.when, now, batch.openedAt, timeZone, refuse);
    const before = (await readWeighings(tx, batch.id))
      .filter((earlier) => earlier.weighedAt <= weighedAt)
      .map((earlier) => ({ at: earlier.weighedAt.getTime(), milligrams: earlier.milligrams, heavier: earlier.heavier }));
    if (weighed.heavier === null && isHeavier(before, weighed.milligrams, weighed.scaleError))
      refuse({ code: 'heavier', last: before.at(-1)!.milligrams });
    if (weighed.heavier === null && isFarLighter(before, weighed.milligrams))
      refuse({ code: 'far lighter', last: before.at(-1)!.milligrams });
    await createWeighing(tx, { actKey: weighed.key, by: actor.personId, ...weighed, weighedAt });
    return { answer: null, subject: batch.code };
  },
);
