import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { EMPTY_PASSPORT } from '#core/passport/passport.ts';
import { readCrop } from '#data/almanac/almanac.ts';
import { readDescent, readRecall } from '#data/lots/descent.ts';
import { findEvidence } from '#data/lots/evidence.ts';
import { activeHolds, findHolds } from '#data/lots/holds.ts';
import { readHouse } from '#data/house/house.ts';
import { findLine, findNearLines, listLines } from '#data/lots/lines.ts';
import { createLot, findLotByCode, takeLotCode } from '#data/lots/lots.ts';
import { readPassports, recordPassport } from '#data/lots/passports.ts';
import { countStale, markAllStale, markStale, readPromise } from '#data/lots/promises.ts';
import { findReports } from '#data/lots/reports.ts';
import { findTrials } from '#data/lots/trials.ts';
import { overrideFact } from '#services/almanac/almanac.server.ts';
import { receiveClean } from '#services/bench/receiveClean.server.ts';
import { acting } from '#services/command.server.ts';
import { lendPackets } from '#services/desk/desk.server.ts';
import { receiveLot } from '#services/intake/intake.server.ts';
import { readSoFar } from '#services/intake/interview.server.ts';
import { correctPassport } from '#services/lots/correctPassport.server.ts';
import { addEvidence, type Seen } from '#services/lots/evidence.server.ts';
import { addIncident } from '#services/lots/incidents.server.ts';
import { changeLine } from '#services/lots/lines.server.ts';
import { judgeNext } from '#services/lots/promises.server.ts';
import { recall } from '#services/lots/recall.server.ts';
import { addReport } from '#services/lots/reports.server.ts';
import { endTrial } from '#services/lots/trials.server.ts';
import { lendOne, intake, NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const promiseOf = async (code: string) => (await readPromise(library.db, (await lot(code)).id))!;
const TOMATO = {
  crop: 'tomato',
  variety: 'Amber Aspect',
  boughtPlant: 'no',
  stigma: 'hidden',
  neighbours: 'none',
  seasonsGrown: '1',
  insects: undefined,
};

async function counted(code: string, change: Partial<Seen> = {}, actor = library.helper) {
  return addEvidence(acting(library.db, actor, TODAY), {
    key: randomUUID(),
    code,
    seen: 'plants',
    source: 'trial',
    offTypes: 0,
    lookedAt: 30,
    seenOn: TODAY,
    note: null,
    insteadOf: null,
    ...change,
  });
}

/** Lends a packet of a lot to the member and takes seed back from it. */
async function childOf(code: string, change: Parameters<typeof intake>[0] = {}): Promise<string> {
  const lent = await lendOne(library, code);
  if (!lent.ok) throw new Error(`not lent: ${JSON.stringify(lent.problem)}`);
  const back = await receiveLot(
    acting(library.db, library.helper, TODAY),
    intake({ ...TOMATO, loan: lent.answer.loanId, harvested: '2026', donor: 'Member', amount: '90 seeds', ...change }),
  );
  if (!back.ok) throw new Error(`not taken in: ${back.problem.code}`);
  return back.answer.code;
}

describe('a lot is judged as it comes in', () => {
  test('a pea from a neighbour is true; a tomato’s mother counts', async () => {
    expect(await promiseOf(await takeIn(library))).toMatchObject({ promise: 'true', generations: 0 });
    expect((await promiseOf(await takeIn(library, { ...TOMATO, boughtPlant: 'yes' }))).promise).toBe('may vary');
  });

  test('an outcrosser that may have crossed is held for a trial that says what it must show', async () => {
    const code = await takeIn(library, {
      crop: 'squash-pepo',
      variety: 'Copper Kettle',
      boughtPlant: 'no',
      insects: undefined,
      n0metres: '20 m',
      n1metres: '60 m',
      n2metres: '90 m',
    });
    const taken = await lot(code);
    expect((await promiseOf(code)).promise).toBe('may vary');
    expect(await activeHolds(library.db, taken.id)).toEqual(['trial']);
    expect(await findTrials(library.db, taken.id)).toMatchObject([
      { mustShow: expect.stringMatching('may have crossed'), plantsWanted: 30, outcome: null },
    ]);
  });
});

describe('evidence', () => {
  test('thirty plants with two off-types lower a promise; the lots grown from it follow', async () => {
    const code = await takeIn(library, TOMATO);
    const child = await childOf(code);
    const before = [await promiseOf(code), await promiseOf(child)] as const;
    expect((await counted(code, { offTypes: 2 })).ok).toBe(true);
    const after = [await promiseOf(code), await promiseOf(child)] as const;
    expect(after[0].promise).toBe('may vary');
    expect(after[0].mean).toBeGreaterThan(before[0].mean);
    expect(after[1].mean).toBeGreaterThan(before[1].mean);
    expect(await countStale(library.db)).toBe(0);
  });

  test('a correction is a new row in the old one’s place, once', async () => {
    const code = await takeIn(library, TOMATO);
    await counted(code, { offTypes: 8 });
    const [wrong] = await findEvidence(library.db, (await lot(code)).id);
    expect((await counted(code, { offTypes: 0, insteadOf: wrong!.id })).ok).toBe(true);
    expect((await promiseOf(code)).promise).not.toBe('may vary');
    expect(await counted(code, { insteadOf: wrong!.id })).toMatchObject({ problem: { code: 'corrected already' } });
    expect((await findEvidence(library.db, (await lot(code)).id)).map(({ correctedBy }) => correctedBy !== null)).toEqual([false, true]);
  });

  test('what was seen before the lot came, or is still to come, is refused; rows are never changed', async () => {
    const code = await takeIn(library);
    expect(await counted(code, { seenOn: '2026-01-01' })).toMatchObject({ problem: { code: 'before it came in' } });
    expect(await counted(code, { seenOn: '2027-01-01' })).toMatchObject({ problem: { code: 'in the future' } });
    await counted(code);
    await expect(sql`update evidence set off_types = 0`.execute(library.owner)).rejects.toThrow('facts');
    await expect(sql`delete from passport`.execute(library.owner)).rejects.toThrow('facts');
    await expect(
      sql`insert into evidence (lot_id, seen, source, off_types, looked_at, shows, seen_on, act_key)
      select id, 'plants', 'trial', 31, 30, 1, '2026-11-23', gen_random_uuid() from lot limit 1`.execute(library.owner),
    ).rejects.toThrow('evidence_counts_add_up');
  });

  test('a mix-up lowers the promise, unless the mixed part was thrown away', async () => {
    const happened = { kind: 'mix-up' as const, what: 'two trays', share: null };
    const codes = [await takeIn(library), await takeIn(library)] as const;
    for (const [index, discarded] of [false, true].entries())
      await addIncident(acting(library.db, library.helper, TODAY), { ...happened, key: randomUUID(), code: codes[index]!, discarded });
    expect((await promiseOf(codes[0])).promise).toBe('may vary');
    expect((await promiseOf(codes[1])).promise).toBe('true');
  });

  test('off-types among what a member grew are evidence on the lent lot', async () => {
    const code = await takeIn(library, TOMATO);
    await childOf(code, { plantsSown: '20', plantsStanding: '18', plantsHarvested: '10', offTypes: '3' });
    expect(await findEvidence(library.db, (await lot(code)).id)).toMatchObject([{ offTypes: 3, lookedAt: 20, source: 'grow-out' }]);
    expect((await promiseOf(code)).promise).toBe('may vary');
  });
});

describe('a trial ends', () => {
  const held = async () => {
    const code = await takeIn(library, { ...TOMATO, boughtPlant: 'yes' });
    const taken = await lot(code);
    return { code, id: taken.id, trial: (await findTrials(library.db, taken.id))[0]!.id };
  };
  const end = (of: { code: string; trial: number }, outcome: 'released' | 'renamed' | 'discarded', newName: string | null = null) =>
    endTrial(acting(library.db, library.coordinator, TODAY), {
      key: randomUUID(),
      code: of.code,
      trial: of.trial,
      outcome,
      newName,
      reason: 'Thirty plants, all alike',
    });

  test('in release: its trial holds are lifted, by somebody and with the reason', async () => {
    const one = await held();
    expect((await end(one, 'released')).ok).toBe(true);
    expect(await activeHolds(library.db, one.id)).toEqual([]);
    expect((await findHolds(library.db, one.id)).at(-1)).toMatchObject({ liftedBy: 'Coordinator', liftReason: 'Thirty plants, all alike' });
    expect(await end(one, 'released')).toMatchObject({ problem: { code: 'ended already' } });
  });

  test('in another name: the lot is found under it from then on', async () => {
    const one = await held();
    expect(await end(one, 'renamed', 'Amber Aspect')).toMatchObject({ problem: { code: 'same name' } });
    expect((await end(one, 'renamed', 'Red Aspect')).ok).toBe(true);
    expect(await lot(one.code)).toMatchObject({ variety: 'Red Aspect' });
    expect(await findTrials(library.db, one.id)).toMatchObject([{ oldName: 'Amber Aspect', newName: 'Red Aspect' }]);
  });

  test('in discarding: nothing is left of it', async () => {
    const one = await held();
    expect((await end(one, 'discarded')).ok).toBe(true);
    expect((await lot(one.code)).onHand).toBe(0);
  });
});

describe('descent', () => {
  test('shows parents and children, and a recall holds all of them and names who has packets', async () => {
    const code = await takeIn(library, TOMATO);
    const child = await childOf(code);
    const grandchild = await childOf(child);
    await lendPackets(acting(library.db, library.helper, TODAY), {
      key: randomUUID(),
      code: grandchild,
      memberId: library.member.personId,
      packets: 1,
      overrideReason: null,
    });
    const { id } = await lot(code);
    const kin = await readDescent(library.db, (await lot(child)).id);
    expect(kin.map((one) => one.code)).toEqual([code, child, grandchild]);
    expect(kin[2]!.parents).toEqual([kin[1]!.id]);
    expect((await promiseOf(grandchild)).generations).toBe(2);
    const done = await recall(acting(library.db, library.coordinator, TODAY), {
      key: randomUUID(),
      code,
      reason: 'Canker in the garden it came from',
    });
    expect(done).toMatchObject({ answer: { held: 3 } });
    expect((await readRecall(library.db, id)).every(({ recalled }) => recalled)).toBe(true);
    expect((await readRecall(library.db, id)).at(-1)!.out).toMatchObject([{ member: 'Member', packets: 1, open: true }]);
    expect(await recall(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), code, reason: 'again' })).toMatchObject({
      answer: { held: 0 },
    });
  });

  test('the database refuses a ring, and a child harvested before its parent', async () => {
    const code = await takeIn(library, TOMATO);
    const child = await childOf(code);
    const [parent, kid] = [(await lot(code)).id, (await lot(child)).id];
    await expect(sql`insert into lot_parent (child_id, parent_id) values (${parent}, ${parent})`.execute(library.owner)).rejects.toThrow(
      'lot_parent_is_older',
    );
    await expect(sql`update lot_written set harvested = '2020' where id = ${kid}`.execute(library.owner)).rejects.toThrow(
      'not harvested before its parent',
    );
  });
});

describe('a passport', () => {
  const corrected = async (code: string, change: object, why = 'Told again by the donor') => {
    const [now] = await readPassports(library.db, (await lot(code)).id);
    return correctPassport(acting(library.db, library.helper, TODAY), {
      key: randomUUID(),
      code,
      passport: { ...now!.answers, ...change },
      why,
    });
  };

  test('is put right by a new one; the old one stays, and the lot is judged again', async () => {
    const code = await takeIn(library);
    expect((await corrected(code, { nameSure: 'a guess', plantsHarvested: 3 })).ok).toBe(true);
    expect(await lot(code)).toMatchObject({ plantsHarvested: 3, promise: 'may vary' });
    const versions = await readPassports(library.db, (await lot(code)).id);
    expect(versions.map(({ why }) => why)).toEqual(['Told again by the donor', null]);
    expect(await corrected(code, {})).toMatchObject({ problem: { code: 'nothing changed' } });
  });

  test('cannot be made to contradict itself, its parent or its child', async () => {
    const code = await takeIn(library, TOMATO);
    const child = await childOf(code);
    expect(await corrected(code, { plantsHarvested: 400 })).toMatchObject({ problem: { code: 'contradiction' } });
    expect(await corrected(child, { harvested: '2019' })).toMatchObject({ problem: { code: 'harvest before parent' } });
    await corrected(child, { harvested: '2025-10' });
    expect(await corrected(code, { harvested: '2026-08' })).toMatchObject({
      problem: { code: 'harvest after child', childHarvest: '2025-10' },
    });
  });

  test('whole fruit has no seed in the book until it is cleaned', async () => {
    const code = await takeIn(library, {
      crop: 'pepper',
      variety: 'Hot Axle',
      insects: undefined,
      boughtPlant: 'no',
      form: 'whole fruit',
      ripeSigns: 'yes',
      harvested: '2026-11-01',
      amount: '12 chillies',
    });
    expect(await lot(code)).toMatchObject({ onHand: 0, form: 'whole fruit', openBy: '2027-04-30', note: 'To be cleaned: 12 chillies' });
    const clean = () =>
      receiveClean(acting(library.db, library.helper, TODAY), {
        key: randomUUID(),
        code,
        amount: { kind: 'weight', milligrams: 9_000, approximate: false, typed: '9 g' },
      });
    expect((await clean()).ok).toBe(true);
    expect(await lot(code)).toMatchObject({ onHand: 9_000, form: 'clean seed', openBy: null });
    expect(await clean()).toMatchObject({ problem: { code: 'clean already' } });
  });
});

describe('the almanac can be told better', () => {
  const say = (fact: 'homeDistance' | 'group' | 'celsius', typed: string | null, cropId = 'kale') =>
    overrideFact(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), cropId, fact, typed, why: 'Ten years of notes' });

  test('the library’s own word takes the place of the shipped one, and can be taken back', async () => {
    await takeIn(library, { crop: 'kale', variety: 'Black Cutting', insects: undefined });
    expect((await say('homeDistance', '500 m')).ok).toBe(true);
    expect(await readCrop(library.db, 'kale')).toMatchObject({ homeDistance: 500, told: { homeDistance: { sure: 'ours' } } });
    expect(await countStale(library.db)).toBeGreaterThan(0);
    while ((await judgeNext(library.db, NOW)) > 0);
    expect((await say('homeDistance', null)).ok).toBe(true);
    expect((await readCrop(library.db, 'kale'))!.homeDistance).toBe(300);
  });

  test('nonsense is refused with its reason', async () => {
    expect(await say('homeDistance', '500 kg')).toMatchObject({ problem: { code: 'unreadable', why: 'the unit here is m, not kg' } });
    expect(await say('homeDistance', '1500 m')).toMatchObject({ problem: { code: 'contradiction' } });
    expect(await say('group', 'moonfruits')).toMatchObject({ problem: { code: 'unknown group' } });
    expect(await say('celsius', '20 °C', 'moonfruit')).toMatchObject({ problem: { code: 'no such crop' } });
  });
});

describe('lines', () => {
  test('near spellings and other names are found, with what is in store', async () => {
    const code = await takeIn(library, { variety: 'Guard’s Van' });
    const { lineId } = await lot(code);
    const line = (await findLine(library.db, lineId))!;
    const change = { id: lineId, aim: 'keep true' as const, story: 'From the brake van', aliases: ['Brake Pea'], rules: {} };
    expect((await changeLine(acting(library.db, library.helper, TODAY), { ...change, key: randomUUID(), version: line.version })).ok).toBe(
      true,
    );
    expect(
      await changeLine(acting(library.db, library.coordinator, TODAY), { ...change, key: randomUUID(), version: line.version }),
    ).toMatchObject({
      problem: { code: 'changed meanwhile' },
    });
    expect(await findNearLines(library.db, 'pea', 'Gards Van')).toMatchObject([
      { name: 'Guard’s Van', exact: false, lots: 1, seeds: 500, promise: 'true' },
    ]);
    expect(await findNearLines(library.db, 'pea', 'brake pea')).toMatchObject([{ name: 'Guard’s Van', alias: 'Brake Pea', exact: true }]);
    expect((await lot(await takeIn(library, { variety: 'brake pea' }))).lineId).toBe(lineId);
  });

  test('let adapt makes every lot a mixture by declaration', async () => {
    const code = await takeIn(library, { variety: 'Hedge Mix' });
    const { lineId } = await lot(code);
    await changeLine(acting(library.db, library.helper, TODAY), {
      key: randomUUID(),
      id: lineId,
      version: 1,
      aim: 'let adapt',
      story: null,
      aliases: [],
      rules: {},
    });
    expect((await promiseOf(code)).promise).toBe('mixture');
  });

  test('rules of its own hold for the line’s lots, and for what is brought under its name', async () => {
    const { lineId } = await lot(await takeIn(library, { variety: 'Signal Wire' }));
    const rules = { plants: 'many', isolation: 'production' };
    const change = { key: randomUUID(), id: lineId, version: 1, aim: 'keep true' as const, story: null, aliases: [], rules };
    expect((await changeLine(acting(library.db, library.helper, TODAY), change)).ok).toBe(true);
    const next = await lot(await takeIn(library, { variety: 'Signal Wire' }));
    expect(next.lineRules).toEqual(rules);
    const brought = async (variety: string) => {
      const answers = { crop: 'pea', source: 'donated', kind: 'open-pollinated', plantsHarvested: '20', variety };
      return readSoFar(library.db, { answers, crop: next.facts, loanId: null, today: TODAY, house: (await readHouse(library.db))! });
    };
    expect(await brought('Signal Wire')).toMatchObject({ lineRules: rules, judged: { plants: { wanted: next.facts.plantsToConserve } } });
    expect(await brought('Never Seen')).toMatchObject({ lineRules: {}, judged: { plants: { wanted: next.facts.plantsToKeep } } });
  });

  test('each way of sorting lists every line once', async () => {
    const totals = await Promise.all(
      (['name', 'lots', 'seeds', 'risk'] as const).map(async (sort) => {
        const { lines, total } = await listLines(library.db, { search: '', crop: '', sort, limit: 100, offset: 0 });
        return [total, new Set(lines.map(({ id }) => id)).size];
      }),
    );
    expect(new Set(totals.flat()).size).toBe(1);
    expect((await listLines(library.db, { search: 'brake', crop: '', sort: 'risk', limit: 10, offset: 0 })).lines).toMatchObject([
      { name: 'Guard’s Van' },
    ]);
  });

  test('reports are kept with the line; a year to come is refused', async () => {
    const code = await takeIn(library, { variety: 'Told Of' });
    const told = {
      code,
      by: 'Member',
      trueToType: 'yes' as const,
      taste: 4,
      yield: null,
      health: null,
      liking: 5,
      words: 'Sweet',
    };
    expect(await addReport(acting(library.db, library.helper, TODAY), { ...told, key: randomUUID(), year: 2027 })).toMatchObject({
      problem: { code: 'year to come' },
    });
    expect((await addReport(acting(library.db, library.helper, TODAY), { ...told, key: randomUUID(), year: 2026 })).ok).toBe(true);
    expect(await findReports(library.db, { lineId: (await lot(code)).lineId })).toMatchObject([
      { by: 'Member', liking: 5, words: 'Sweet' },
    ]);
  });
});

describe('the background reckoner', () => {
  test('judges what waits in any order of marking, parents first, and two of them share the work', async () => {
    const code = await takeIn(library, TOMATO);
    const child = await childOf(code);
    const before = [await promiseOf(code), await promiseOf(child)];
    await markStale(library.db, [(await lot(child)).id, (await lot(code)).id]);
    await markAllStale(library.db);
    while ((await Promise.all([judgeNext(library.db, NOW, 5), judgeNext(library.db, NOW, 5)])).some((judged) => judged > 0));
    expect(await countStale(library.db)).toBe(0);
    expect([await promiseOf(code), await promiseOf(child)].map(({ mean }) => mean)).toEqual(before.map(({ mean }) => mean));
  });

  test('a large family is left to it, and goes on where it stopped', async () => {
    const code = await takeIn(library, TOMATO);
    const parent = await lot(code);
    for (let kid = 0; kid < 70; kid += 1) {
      const id = await createLot(
        library.owner,
        {
          code: await takeLotCode(library.owner, 2026),
          lineId: parent.lineId,
          origin: 'grown-out',
          kind: 'open-pollinated',
          unit: 'seed',
          seedsPerGram: 300,
          donorId: null,
          gardenId: null,
          harvested: null,
          plantsHarvested: null,
          treated: null,
          form: 'clean seed',
          openBy: null,
          generation: 1,
          note: null,
          takenInOn: TODAY,
          searchText: 'x',
          actKey: randomUUID(),
        },
        [{ id: parent.id, seeds: null }],
      );
      const act = await library.owner.selectFrom('act').select('key').limit(1).executeTakeFirstOrThrow();
      await recordPassport(library.owner, {
        lotId: id,
        answers: { ...EMPTY_PASSPORT, neighbours: [] },
        why: null,
        writtenOn: TODAY,
        writtenBy: null,
        actKey: act.key,
      });
    }
    await counted(code, { offTypes: 5 });
    // The lot itself is judged at once: holds and lending hang on it.
    expect((await promiseOf(code)).promise).toBe('may vary');
    expect(await countStale(library.db)).toBe(70);
    expect(await judgeNext(library.db, NOW, 30)).toBe(30);
    expect(await countStale(library.db)).toBe(40);
    while ((await judgeNext(library.db, NOW)) > 0);
    expect((await promiseOf(code)).promise).toBe('may vary');
  });
});
