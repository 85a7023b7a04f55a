import { daysBetween } from '#core/calendar/plainDate.ts';
import { countStates, nextCountDay, nextWaiting, towelNow, type SeedState } from '#core/germination/towel.ts';
import { unitsForSeeds } from '#core/units/seedsAndWeight.ts';
import type { Actor } from '#data/accounts.ts';
import type { Db } from '#data/database.ts';
import { lockLot } from '#data/lots.ts';
import type { Counted } from '#data/schema.ts';
import { createCheck, createTest, endTest as writeEnd, lockTest, readChecks, readMarks, setNextCount } from '#data/tests.ts';
import { refreshOutlook } from './outlook.server.ts';
import { perform, type Refuse } from './perform.server.ts';
import { drawFromLot, type Short } from './stock.server.ts';

export type LayProblem =
  | Short
  | { readonly code: 'no such lot' }
  | { readonly code: 'in the future' }
  | { readonly code: 'before intake'; readonly takenInOn: string };

/** Lays a germination test: the seeds leave stock, and stay spent whatever comes of it. */
export function layTest(
  db: Db,
  actor: Actor,
  today: string,
  test: { key: string; code: string; seeds: number; counted: Counted; celsius: number; laidOn: string },
) {
  return perform<{ testId: number }, LayProblem>(db, { key: test.key, kind: 'test laid', actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, test.code)) ?? refuse({ code: 'no such lot' });
    if (test.laidOn > today) refuse({ code: 'in the future' });
    if (test.laidOn < lot.takenInOn) refuse({ code: 'before intake', takenInOn: lot.takenInOn });
    const amount = unitsForSeeds(test.seeds, lot.unit, lot.seedsPerGram);
    await drawFromLot(
      tx,
      lot,
      amount,
      {
        actKey: test.key,
        kind: 'drawn for test',
        to: { outside: 'tests' },
        typed: `${test.seeds} seeds`,
        reason: null,
        happenedOn: test.laidOn,
        personId: actor.personId,
      },
      refuse,
    );
    const { firstCount: firstCountDays, finalCount: finalCountDays } = lot.facts;
    const testId = await createTest(tx, {
      lotId: lot.id,
      laidOn: test.laidOn,
      seedsLaid: test.seeds,
      counted: test.counted,
      celsius: test.celsius,
      firstCountDays,
      finalCountDays,
      nextCountOn: nextCountDay(test.laidOn, null, firstCountDays, finalCountDays),
      laidBy: actor.personId,
      actKey: test.key,
    });
    await refreshOutlook(tx, lot.id, today);
    return { answer: { testId }, subject: lot.code };
  });
}

export type CountProblem =
  | { readonly code: 'no such test' }
  | { readonly code: 'already ended' }
  | { readonly code: 'in the future' }
  | { readonly code: 'before it was laid'; readonly laidOn: string }
  | { readonly code: 'before the last count'; readonly lastOn: string }
  | { readonly code: 'more than waiting'; readonly waiting: number }
  | { readonly code: 'not on the towel'; readonly seedsLaid: number };

type OpenTest = NonNullable<Awaited<ReturnType<typeof lockTest>>>;

async function lockOpenTest(tx: Db, testId: number, on: string, today: string, refuse: Refuse<CountProblem>): Promise<OpenTest> {
  const test = (await lockTest(tx, testId)) ?? refuse({ code: 'no such test' });
  if (test.endedOn !== null) refuse({ code: 'already ended' });
  if (on > today) refuse({ code: 'in the future' });
  if (on < test.laidOn) refuse({ code: 'before it was laid', laidOn: test.laidOn });
  const lastOn = (await readChecks(tx, testId)).reduce((last, { checkedOn }) => (checkedOn > last ? checkedOn : last), test.laidOn);
  if (on < lastOn) refuse({ code: 'before the last count', lastOn });
  return test;
}

export interface Count {
  readonly key: string;
  readonly testId: number;
  readonly checkedOn: string;
  readonly marks: readonly { readonly seed: number; readonly state: SeedState }[];
  /** Further seeds that sprouted, without saying which: the next ones waiting are taken. */
  readonly more: number;
  readonly note: string | null;
}

/** Writes one look at a towel. A later sighting of the same seed corrects the earlier one; both are kept. */
export function countTowel(db: Db, actor: Actor, today: string, count: Count) {
  return perform<{ sprouted: number; seedsLaid: number }, CountProblem>(
    db,
    { key: count.key, kind: 'towel counted', actor },
    async (tx, refuse) => {
      const test = await lockOpenTest(tx, count.testId, count.checkedOn, today, refuse);
      if (count.marks.some(({ seed }) => seed < 1 || seed > test.seedsLaid))
        refuse({ code: 'not on the towel', seedsLaid: test.seedsLaid });
      const before = [...(await readMarks(tx, test.id)), ...count.marks.map((mark) => ({ ...mark, on: count.checkedOn }))];
      const further = nextWaiting(towelNow(test.seedsLaid, before), count.more);
      if (further.length < count.more) refuse({ code: 'more than waiting', waiting: further.length });
      const marks = [...count.marks, ...further.map((seed) => ({ seed, state: 'sprouted' as const }))];
      await createCheck(tx, {
        testId: test.id,
        checkedOn: count.checkedOn,
        note: count.note,
        checkedBy: actor.personId,
        actKey: count.key,
        marks,
      });
      await setNextCount(tx, test.id, nextCountDay(test.laidOn, count.checkedOn, test.firstCountDays, test.finalCountDays));
      const now = towelNow(test.seedsLaid, [
        ...before,
        ...further.map((seed) => ({ seed, state: 'sprouted' as const, on: count.checkedOn })),
      ]);
      return { answer: { sprouted: countStates(now).sprouted, seedsLaid: test.seedsLaid }, subject: test.code };
    },
  );
}

export type EndProblem = CountProblem | { readonly code: 'too early without a reason'; readonly finalOn: number };

/** Ends a test: reads it, or abandons it with a reason. Reading before the crop's final-count day needs a reason too. */
export function endTest(
  db: Db,
  actor: Actor,
  today: string,
  end: { key: string; testId: number; endedOn: string; outcome: 'read' | 'abandoned'; reason: string | null },
) {
  return perform<{ code: string }, EndProblem>(
    db,
    { key: end.key, kind: end.outcome === 'read' ? 'test read' : 'test abandoned', actor },
    async (tx, refuse) => {
      const test = await lockOpenTest(tx, end.testId, end.endedOn, today, refuse);
      const { sprouted, waiting } = countStates(towelNow(test.seedsLaid, await readMarks(tx, test.id)));
      const early = daysBetween(test.laidOn, end.endedOn) < test.finalCountDays && waiting > 0;
      if (end.outcome === 'read' && early && !end.reason) refuse({ code: 'too early without a reason', finalOn: test.finalCountDays });
      await writeEnd(tx, {
        testId: test.id,
        endedOn: end.endedOn,
        outcome: end.outcome,
        sprouted,
        reason: end.reason,
        endedBy: actor.personId,
        actKey: end.key,
      });
      await refreshOutlook(tx, test.lotId, today);
      return { answer: { code: test.code }, subject: test.code };
    },
  );
}
