import { ofTest } from '#contracts/fields.ts';
import { countForm, relayForm, endTestForm } from '#contracts/tests/tests.ts';
import { daysBetween } from '#core/calendar/plainDate.ts';
import { nextCountDay, usualCheckDays } from '#core/germination/checkDays.ts';
import { countStates, lookedAt, relaid, towelNow, type SeedOnTowel } from '#core/germination/towel.ts';
import type { Day, TestId } from '#core/kernel/kinds.ts';
import type { CommandName } from '#core/people/commands.ts';
import { mayFollow } from '#core/states/machine.ts';
import { TEST, testState } from '#core/states/states.ts';
import { unitsForSeeds } from '#core/units/seedsAndWeight.ts';
import type { Db } from '#data/database.ts';
import { lockLot } from '#data/lots/lots.ts';
import { move } from '#data/stock/ledger.ts';
import { createCheck, createTestPhoto, readChecks } from '#data/tests/checks.ts';
import { endTest as writeEnd, setNextCount } from '#data/tests/tests.ts';
import { putTowelRight, readMarks, readTowels } from '#data/tests/towels.ts';
import { command, type Inside } from '#services/command.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import type { Refuse } from '#services/perform.server.ts';
import { photoOf } from '#services/photoOf.server.ts';
import type { PhotoProblem } from '#services/remakePhoto.server.ts';
import { drawFromLot, looseHolding, type Short } from '#services/stock/stock.server.ts';
import { lockedTest, type NoTest } from './lockedTest.server.ts';

export type CountProblem =
  | NoTest
  | { readonly code: 'already ended' }
  | { readonly code: 'in the future' }
  | { readonly code: 'before it was laid'; readonly laidOn: Day }
  | { readonly code: 'before the last count'; readonly lastOn: Day }
  | { readonly code: 'more than waiting'; readonly waiting: number }
  | { readonly code: 'not on the towel'; readonly seedsLaid: number }
  /** Somebody else counted since the page was loaded: numbers of “how many more” would count the same seeds twice. */
  | { readonly code: 'counted meanwhile'; readonly by: string; readonly sprouted: number; readonly seedsLaid: number }
  | PhotoProblem;

type OpenTest = Awaited<ReturnType<typeof lockedTest>>;

async function lockOpenTest(
  tx: Db,
  testId: TestId,
  on: string,
  today: Day,
  command: CommandName,
  refuse: Refuse<CountProblem>,
): Promise<OpenTest> {
  const test = await lockedTest(tx, testId, refuse);
  if (!mayFollow(TEST, testState(test), command)) refuse({ code: 'already ended' });
  if (on > today) refuse({ code: 'in the future' });
  if (on < test.laidOn) refuse({ code: 'before it was laid', laidOn: test.laidOn });
  const lastOn = (await readChecks(tx, testId)).reduce((last, { checkedOn }) => (checkedOn > last ? checkedOn : last), test.laidOn);
  if (on < lastOn) refuse({ code: 'before the last count', lastOn });
  return test;
}

/** Places of each replicate, and the seeds that stand on them. */
export async function readTowel(db: Db, testId: TestId): Promise<{ places: number[]; towel: SeedOnTowel[] }> {
  const [towels, marks] = [await readTowels(db, testId), await readMarks(db, testId)];
  const places: number[] = [];
  for (const { replicate, places: now } of towels) places[replicate - 1] = Math.max(places[replicate - 1] ?? 0, now);
  return { places, towel: towelNow(places, marks) };
}

/** Writes one look at a test's towels. A later sighting of the same seed corrects the earlier one; both are kept. */
export const countTowel = command(
  'towel counted',
  { input: ofTest(countForm), prepare: photoOf },
  async ({ tx, actor, today, refuse }: Inside<CountProblem>, count, photo) => {
    const test = await lockOpenTest(tx, count.testId, count.checkedOn, today, 'towel counted', refuse);
    const { places, towel } = await readTowel(tx, test.id);
    if (count.marks.some(({ replicate, seed }) => seed < 1 || seed > (places[replicate - 1] ?? 0)) || count.replicate > places.length)
      refuse({ code: 'not on the towel', seedsLaid: test.seedsLaid });
    const meanwhile = count.after === undefined ? [] : (await readChecks(tx, test.id)).filter(({ id }) => id > count.after!);
    const other = meanwhile.find(({ byId }) => byId !== actor.personId);
    if (other && Object.values(count.more).some((more) => more > 0))
      refuse({
        code: 'counted meanwhile',
        by: other.by ?? 'Somebody',
        sprouted: countStates(towel).sprouted,
        seedsLaid: test.seedsLaid,
      });
    const looked = lookedAt(towel, count, count.checkedOn);
    if (!looked.ok) return refuse({ code: 'more than waiting', waiting: looked.waiting });
    const checkId = await createCheck(tx, {
      testId: test.id,
      checkedOn: count.checkedOn,
      note: count.note,
      reWetted: count.reWetted,
      mould: count.mould,
      checkedBy: actor.personId,
      actKey: count.key,
      marks: looked.marks,
    });
    if (photo) await createTestPhoto(tx, { actKey: count.key, checkId, ...photo });
    const days = test.checkDays ?? usualCheckDays(test.firstCountDays, test.finalCountDays);
    await setNextCount(tx, test.id, nextCountDay(test.laidOn, count.checkedOn, days));
    return { answer: { sprouted: countStates(looked.towel).sprouted, seedsLaid: test.seedsLaid }, subject: test.code };
  },
);

export type RelayProblem =
  | NoTest
  | { readonly code: 'already ended' }
  | { readonly code: 'no such replicate' }
  | { readonly code: 'nothing changed' }
  | { readonly code: 'more seen than that'; readonly seen: number }
  | Short;

/** Puts right how many seeds of a replicate were laid; the stock follows, and both numbers stay in the history. */
export const correctLaid = command(
  'number laid put right',
  { input: ofTest(relayForm) },
  async ({ tx, actor, today, refuse }: Inside<RelayProblem>, relay) => {
    const test = await lockedTest(tx, relay.testId, refuse);
    if (!mayFollow(TEST, testState(test), 'number laid put right')) refuse({ code: 'already ended' });
    if (relay.replicate > test.replicates) refuse({ code: 'no such replicate' });
    const lot = (await lockLot(tx, test.code))!;
    const { towel } = await readTowel(tx, test.id);
    const there = towel.filter(({ replicate, state }) => replicate === relay.replicate && state !== 'absent').length;
    const difference = relay.seeds - there;
    if (difference === 0) refuse({ code: 'nothing changed' });
    const done = relaid(towel, relay.replicate, relay.seeds);
    if (!done.ok) return refuse({ code: 'more seen than that', seen: done.seen });
    const movement = {
      actKey: relay.key,
      typed: `${relay.seeds} laid, not ${there}`,
      reason: relay.reason,
      happenedOn: test.laidOn,
      personId: actor.personId,
    };
    const amount = unitsForSeeds(Math.abs(difference), lot.unit, lot.seedsPerGram);
    if (difference > 0) await drawFromLot(tx, lot, amount, { ...movement, kind: 'drawn for test', to: { outside: 'tests' } }, refuse);
    else
      await move(tx, {
        ...movement,
        lotId: lot.id,
        kind: 'correction',
        from: { outside: 'tests' },
        to: { holding: await looseHolding(tx, lot.id) },
        amount,
      });
    await putTowelRight(tx, {
      testId: test.id,
      replicate: relay.replicate,
      seeds: relay.seeds,
      places: done.places,
      reason: relay.reason,
      writtenOn: today,
      writtenBy: actor.personId,
      actKey: relay.key,
    });
    if (done.marks.length > 0)
      await createCheck(tx, {
        testId: test.id,
        checkedOn: today,
        note: `${movement.typed}: ${relay.reason}`,
        reWetted: false,
        mould: false,
        checkedBy: actor.personId,
        actKey: relay.key,
        marks: done.marks,
      });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: test.code };
  },
);

export type EndProblem = CountProblem | { readonly code: 'too early without a reason'; readonly finalOn: number };

/** Ends a test: reads it, or abandons it with a reason. Reading before the crop's final-count day needs a reason too. */
export const endTest = command(
  { oneOf: ['test read', 'test abandoned'], which: (end) => (end.outcome === 'read' ? 'test read' : 'test abandoned') },
  { input: ofTest(endTestForm), broken: { test_ends_once: { code: 'already ended' } } },
  async ({ tx, actor, today, refuse }: Inside<EndProblem>, end) => {
    const test = await lockOpenTest(tx, end.testId, end.endedOn, today, end.outcome === 'read' ? 'test read' : 'test abandoned', refuse);
    const { waiting, absent: _, ...counts } = countStates((await readTowel(tx, test.id)).towel);
    const early = daysBetween(test.laidOn, end.endedOn) < test.finalCountDays && waiting > 0;
    if (end.outcome === 'read' && early && !end.reason) refuse({ code: 'too early without a reason', finalOn: test.finalCountDays });
    await writeEnd(tx, {
      testId: test.id,
      endedOn: end.endedOn,
      outcome: end.outcome,
      counts,
      reason: end.reason,
      endedBy: actor.personId,
      actKey: end.key,
    });
    await refreshOutlook(tx, test.lotId, today);
    return { answer: { code: test.code }, subject: test.code };
  },
);
