import { randomUUID } from 'node:crypto';
import { readBack } from '#contracts/intake/back.ts';
import { readInterview } from '#contracts/intake/interview.ts';
import { stepsFor } from '#core/bench/methods.ts';
import type { Step } from '#core/bench/steps.ts';
import { parseWhen, type When } from '#core/calendar/when.ts';
import type { BatchId, PersonId, Seeds } from '#core/kernel/kinds.ts';
import type { Answers } from '#core/passport/answers.ts';
import { findBatch } from '#data/bench/batches.ts';
import { readHouse } from '#data/house/house.ts';
import { findHolds } from '#data/lots/holds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findHoldings } from '#data/stock/places.ts';
import { acknowledgeCautions, unreadCautions } from '#services/bench/cautions.server.ts';
import { nextStep } from '#services/bench/moveOn.server.ts';
import { startBatch } from '#services/bench/startBatch.server.ts';
import { weighBatch } from '#services/bench/weighBatch.server.ts';
import { acting } from '#services/command.server.ts';
import { lendPackets } from '#services/desk/desk.server.ts';
import { agreeGrowOut, handOverSeed, proposeGrowOut } from '#services/growouts/growOuts.server.ts';
import { receiveLot } from '#services/intake/intake.server.ts';
import { liftHold } from '#services/lots/holdSeed.server.ts';
import { addPerson } from '#services/people/people.server.ts';
import type { Outcome } from '#services/perform.server.ts';
import { layTests } from '#services/tests/layTests.server.ts';
import { countTowel, endTest } from '#services/tests/tests.server.ts';
import { cropOf, interviewOf, type Change } from './answers.ts';
import type { SampleLibrary } from './library.ts';

/** Clean, dry seed in a jar, of which nobody knew more. */
const PLAIN: Answers = {
  source: 'donated',
  crop: 'lettuce',
  form: 'clean seed',
  dried: 'in air and shade',
  amount: '2000 seeds',
  place: 'Seed cupboard',
  container: 'jar',
};

function moment(ago: string): When {
  const read = parseWhen(ago);
  if (!read.ok) throw new Error(`not a moment: ${ago}`);
  return read.when;
}

function answerOf<Answer>(done: Outcome<Answer, unknown>): Answer {
  if (!done.ok) throw new Error(`refused: ${JSON.stringify(done.problem)}`);
  return done.answer;
}

/**
 * What people did before a test begins, by the commands that the pages call: lots, tests, loans and batches of the test's own. The pages
 * themselves are gone through by hand where they are what is tested.
 */
export function storiesIn(library: SampleLibrary) {
  const { db, actors } = library;
  const { helper, coordinator } = actors;

  /** Takes a lot in, everything not said left unknown; its code. */
  async function takeIn(change: Change): Promise<string> {
    const back = readBack((name) => (change[name] === undefined ? null : String(change[name])));
    const answers = interviewOf(PLAIN, change);
    const { interview, faults } = readInterview(answers, cropOf(answers['crop']!), back !== null);
    if (!interview) throw new Error(`not an interview: ${JSON.stringify(faults)}`);
    const intake = { key: randomUUID(), draftId: null, back, interview };
    return answerOf(await receiveLot(acting(db, helper, library.today()), intake)).code;
  }

  /** Lifts what intake held because nobody knew better. */
  async function liftHolds(code: string): Promise<void> {
    const lot = (await findLotByCode(db, code))!;
    for (const { id, liftedOn } of await findHolds(db, lot.id))
      if (liftedOn === null)
        answerOf(await liftHold(acting(db, coordinator, library.today()), { key: randomUUID(), code, hold: id, reason: 'Looked at' }));
  }

  /** Lays a test; its id. */
  async function layTest(code: string, seeds: Seeds): Promise<number> {
    const laid = await layTests(acting(db, helper, library.today()), {
      key: randomUUID(),
      laidOn: library.today(),
      counted: 'any root',
      kind: 'viability',
      medium: 'paper towel',
      treatments: [],
      checkDays: null,
      lots: [{ code, seeds, celsius: 20, spot: 'room' }],
    });
    return answerOf(laid).testIds[0]!;
  }

  /** Lays a test, counts it once and reads it; its id. */
  async function readTest(code: string, seeds: Seeds, sprouted: number): Promise<number> {
    const testId = await layTest(code, seeds);
    const look = { checkedOn: library.today(), marks: [], replicate: 1, reWetted: false, mould: false, note: null, photo: null };
    const more = { sprouted, abnormal: 0, hard: 0, fresh: 0, dead: 0 };
    answerOf(await countTowel(acting(db, helper, library.today()), { key: randomUUID(), testId, more, ...look }));
    const end = { key: randomUUID(), testId, endedOn: library.today(), outcome: 'read' as const, reason: 'All that came had come' };
    answerOf(await endTest(acting(db, helper, library.today()), end));
    return testId;
  }

  /** A batch of seed that came clean, or of what else is said; its id. */
  async function beginBatch(code: string, vessel: string, change: Partial<Parameters<typeof startBatch>[1]> = {}): Promise<number> {
    const batch = { key: randomUUID(), code, vessel, celsius: 18, humidity: 0.6, fruits: null, weightIn: null, when: null };
    const how = { brought: 'clean seed', method: 'as it is', ...change } as const;
    return answerOf(await startBatch(acting(db, helper, library.now()), { ...batch, ...how })).batchId;
  }

  /** Moves a batch on to a later step some time ago, with the hazards of the step before read. */
  async function moveOn(batchId: BatchId, step: Step, ago: string): Promise<void> {
    const batch = (await findBatch(db, batchId))!;
    const cautions = await unreadCautions(db, batch, helper.personId);
    answerOf(await acknowledgeCautions(acting(db, helper, library.today()), { key: randomUUID(), batchId, cautions }));
    const { turn, method, celsius, vessel } = batch;
    const place = stepsFor(method, batch.facts, batch.brought, (await readHouse(db))!.recipes).indexOf(step);
    const next = { key: randomUUID(), batchId, turn, method, step, place, celsius, vessel, when: moment(ago), cleared: true, early: true };
    answerOf(await nextStep(acting(db, helper, library.now()), next));
  }

  /** Weighs a batch some time ago, as `48.9 g` and `7 days ago`; the scale's error in milligrams. */
  async function weigh(batchId: BatchId, weight: string, ago: string, scaleError: number): Promise<void> {
    const milligrams = Math.round(parseFloat(weight) * 1000);
    const weighing = { key: randomUUID(), batchId, milligrams, typed: weight, scaleError, heavier: null, when: moment(ago) };
    answerOf(await weighBatch(acting(db, helper, library.now()), weighing));
  }

  /** A member of the library; their id. */
  async function addMember(name: string): Promise<number> {
    const person = {
      key: randomUUID(),
      name,
      email: null,
      phone: null,
      note: null,
      isMember: true,
      groupOf: null,
      contact: null,
      sure: name,
    };
    return answerOf(await addPerson(acting(db, coordinator, library.today()), person)).id;
  }

  /** Lends packets to a member; the loan's id. */
  async function lend(code: string, memberId: PersonId, packets = 1): Promise<number> {
    const lending = { key: randomUUID(), code, memberId, packets, overrideReason: 'Asked for by a test' };
    return answerOf(await lendPackets(acting(db, coordinator, library.today()), lending)).loanId;
  }

  /** A grow-out of a lot that is agreed with a member; `out` hands its seed over too. @returns its number */
  async function growOut(
    code: string,
    { grower, seeds, plants, out }: { grower: string; seeds: number; plants: number; out: boolean },
  ): Promise<number> {
    const leads = acting(db, coordinator, library.today());
    const { id } = answerOf(await proposeGrowOut(leads, { key: randomUUID(), code, plants, seeds, note: null }));
    answerOf(await agreeGrowOut(leads, { key: randomUUID(), growOutId: id, grower }));
    if (!out) return id;
    const lot = (await findLotByCode(db, code))!;
    const holding = (await findHoldings(db, lot.id)).find(({ balance }) => balance > 0)!.id;
    answerOf(await handOverSeed(leads, { key: randomUUID(), growOutId: id, holding, seeds }));
    return id;
  }

  return { growOut, takeIn, liftHolds, layTest, readTest, beginBatch, moveOn, weigh, addMember, lend };
}
