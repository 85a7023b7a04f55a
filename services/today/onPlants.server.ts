import { addDays, isIsoDate } from '#core/calendar/plainDate.ts';
import type { TaggedFruit } from '#core/growout/watch.ts';
import type { PersonId } from '#core/kernel/kinds.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import type { GrowOutRow } from '#data/growouts/growOuts.ts';
import { listDraftsOnPlants } from '#data/intake/drafts.ts';
import type { Going } from '#services/growouts/watch.server.ts';

/** Fruit that was pollinated by hand and is still on the plant, with what it is of and the way to where it is recorded. */
export interface OnPlants {
  readonly what: string;
  readonly to: string;
  readonly fruit: TaggedFruit;
}

/** Of these grow-outs and of unfinished intakes. @param whose only the intakes that this person began; null for everybody's */
export async function readOnPlants(db: Db, growOuts: readonly (GrowOutRow & Going)[], whose: PersonId | null): Promise<OnPlants[]> {
  const drafts = (await listDraftsOnPlants(db)).filter(
    ({ personId, pollinatedOn }) => isIsoDate(pollinatedOn) && (whose === null || personId === whose),
  );
  const crops = await readCropsById(db, [...new Set(drafts.map(({ cropId }) => cropId))]);
  return [
    ...growOuts.flatMap(({ id, crop, variety, fruit }) =>
      fruit.map((tagged) => ({ what: `${crop} ‘${variety}’`, to: `/grow-outs/${id}`, fruit: tagged })),
    ),
    ...drafts.flatMap(({ id, title, cropId, pollinatedOn }) => {
      const facts = crops.find((one) => one.id === cropId);
      return facts
        ? [
            {
              what: title,
              to: `/intake/${id}`,
              fruit: { pollinatedOn, flowers: null, ripeFrom: addDays(pollinatedOn, facts.daysToRipe[0]) },
            },
          ]
        : [];
    }),
  ];
}
