import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { addDays } from '#core/calendar/plainDate.ts';
import type { TestKind } from '#core/germination/layout.ts';
import type { Seeds, Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { lots } from '#data/lots/lots.ts';
import type { Actor } from '#data/people/accounts.ts';
import { acting } from '#services/command.server.ts';
import { layTests } from '#services/tests/layTests.server.ts';
import { correctLaid, countTowel, endTest } from '#services/tests/tests.server.ts';

/** A test with what was counted on it; days are since it was laid. */
interface TestStory {
  readonly seeds: Seeds;
  readonly replicates?: number;
  readonly kind?: TestKind;
  readonly celsius?: number;
  readonly spot?: 'room' | 'cool';
  readonly inBatches?: boolean;
  /** Seeds that were really laid, found out on the first count. */
  readonly reallyLaid?: number;
  /** Shares of the crop's days to the last count, with how many more sprouted of each replicate by then. */
  readonly counts: readonly (readonly [number, readonly number[]])[];
  /** Whether it was read on its last day; else its last day is today or still to come. */
  readonly read?: boolean;
  /** Days by which a test that was read lies further back. */
  readonly earlier?: number;
  /** Share of its days that have passed, for a test that still lies. */
  readonly gone?: number;
}

/** Tests of every kind that the sample's plain ones are not: replicates that agree and that do not, batches, cold, one seed more than was recorded, and one that goes against the one before. */
const STORIES: readonly (readonly TestStory[])[] = [
  [
    {
      seeds: 25,
      replicates: 4,
      read: true,
      counts: [
        [0.5, [14, 16, 13, 5]],
        [1, [9, 8, 9, 8]],
      ],
    },
  ],
  [
    {
      seeds: 25,
      replicates: 4,
      gone: 1,
      counts: [
        [0.5, [15, 13, 16, 14]],
        [0.9, [6, 7, 5, 8]],
      ],
    },
  ],
  [
    {
      seeds: 10,
      inBatches: true,
      read: true,
      counts: [
        [0.6, [4]],
        [1, [3]],
      ],
    },
    { seeds: 10, inBatches: true, gone: 0.6, counts: [[0.5, [5]]] },
  ],
  [
    {
      seeds: 20,
      kind: 'vigour in cold',
      celsius: 10,
      spot: 'cool',
      read: true,
      counts: [
        [0.8, [4]],
        [1, [8]],
      ],
    },
  ],
  [{ seeds: 20, reallyLaid: 21, gone: 0.9, counts: [[0.9, [16]]] }],
  [
    {
      seeds: 20,
      read: true,
      earlier: 60,
      counts: [
        [0.5, [10]],
        [1, [8]],
      ],
    },
    {
      seeds: 20,
      read: true,
      counts: [
        [0.6, [0]],
        [1, [2]],
      ],
    },
  ],
];

/** Lays, counts and partly reads these tests, each of a lot of its own that can spare the seed and has no test under way. */
export async function workTheTests(db: Db, helper: Actor, today: Day): Promise<void> {
  const free = await lots(db)
    .select(['lot.id', 'lot.code', 'crop.facts'])
    .where(sql<boolean>`(case when lot.unit = 'mg' then lot.on_hand * lot.seeds_per_gram / 1000 else lot.on_hand end) >= 240`)
    // Seed by the stove pipe, and what lay in the freezer when it failed, would come up worse than these do.
    .where(
      sql<boolean>`exists (select from holding join place on place.id = holding.place_id where holding.lot_id = lot.id and place.name ~ '^(Fridge|Shelf A)')`,
    )
    .where('lot.taken_in_on', '<', addDays(today, -120))
    .where('lot.treated', 'is', null)
    .where(({ not, exists, selectFrom }) => not(exists(selectFrom('hold').select('hold.id').whereRef('hold.lot_id', '=', 'lot.id'))))
    .where(({ not, exists, selectFrom }) =>
      not(
        exists(
          selectFrom('germination_test')
            .select('germination_test.id')
            .whereRef('lot_id', '=', 'lot.id')
            .where('next_count_on', 'is not', null),
        ),
      ),
    )
    .orderBy('lot.id', 'desc')
    .limit(STORIES.length)
    .execute();
  for (const [index, lot] of free.entries()) {
    let seriesOf: number | undefined;
    for (const story of STORIES[index]!)
      seriesOf = await playTest(db, helper, today, lot.code, { final: lot.facts.finalCount, celsius: lot.facts.celsius }, story, seriesOf);
  }
}

/** Plays one test; returns its number, for a further batch of it. */
async function playTest(
  db: Db,
  helper: Actor,
  today: Day,
  code: string,
  crop: { final: number; celsius: number },
  story: TestStory,
  seriesOf: number | undefined,
): Promise<number> {
  const day = (share: number) => Math.round(crop.final * share);
  const laidOn = addDays(today, -(story.read ? crop.final * 2 + 1 + (story.earlier ?? 0) : day(story.gone!)));
  const laid = must(
    await layTests(acting(db, helper, today), {
      key: randomUUID(),
      laidOn,
      counted: 'any root',
      kind: story.kind ?? 'viability',
      medium: 'paper towel',
      treatments: [],
      checkDays: null,
      lots: [
        {
          code,
          seeds: story.seeds,
          replicates: story.replicates ?? 1,
          celsius: story.celsius ?? crop.celsius,
          spot: story.spot ?? 'room',
          inBatches: story.inBatches ?? false,
          seriesOf: story.inBatches ? seriesOf : undefined,
        },
      ],
    }),
  );
  const testId = laid.testIds[0]!;
  const { reallyLaid } = story;
  if (reallyLaid)
    must(
      await correctLaid(acting(db, helper, today), {
        key: randomUUID(),
        testId,
        replicate: 1,
        seeds: reallyLaid,
        reason: 'One more lay under the fold',
      }),
    );
  for (const [share, sprouted] of story.counts)
    for (const [replicate, more] of sprouted.entries())
      must(
        await countTowel(acting(db, helper, today), {
          key: randomUUID(),
          testId,
          checkedOn: addDays(laidOn, day(share)),
          marks: [],
          replicate: replicate + 1,
          more: { sprouted: more, abnormal: 0, hard: 0, fresh: 0, dead: 0 },
          reWetted: false,
          mould: false,
          note: null,
          photo: null,
        }),
      );
  if (story.read)
    must(
      await endTest(acting(db, helper, today), {
        key: randomUUID(),
        testId,
        endedOn: addDays(laidOn, crop.final),
        outcome: 'read',
        reason: null,
      }),
    );
  return testId;
}

function must<Answer>(done: { ok: true; answer: Answer } | { ok: false; problem: unknown }): Answer {
  if (!done.ok) throw new Error(`the sample's tests: ${JSON.stringify(done.problem)}`);
  return done.answer;
}
