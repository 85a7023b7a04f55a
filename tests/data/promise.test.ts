import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { EMPTY_PASSPORT } from '#core/passport/passport.ts';
import { readDescent, readRecall } from '#data/lots/descent.ts';
import { findEvidence } from '#data/lots/evidence.ts';
import { activeHolds, findHolds } from '#data/lots/holds.ts';
import { createLot, findLotByCode, takeLotCode } from '#data/lots/lots.ts';
import { recordPassport } from '#data/lots/passports.ts';
import { countStale, markAllStale, markStale, readPromise } from '#data/lots/promises.ts';
import { findTrials } from '#data/lots/trials.ts';
import { acting } from '#services/command.server.ts';
import { lendPackets } from '#services/desk/desk.server.ts';
import { addEvidence, type Seen } from '#services/lots/evidence.server.ts';
import { addIncident } from '#services/lots/incidents.server.ts';
import { judgeNext } from '#services/lots/promises.server.ts';
import { recall } from '#services/lots/recall.server.ts';
import { endTrial } from '#services/lots/trials.server.ts';
import { childOf, TOMATO, NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const promiseOf = async (code: string) => (await readPromise(library.db, (await lot(code)).id))!;
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
    const child = await childOf(library, code);
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
    await childOf(library, code, { plantsSown: '20', plantsStanding: '18', plantsHarvested: '10', offTypes: '3' });
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
    const child = await childOf(library, code);
    const grandchild = await childOf(library, child);
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
    const child = await childOf(library, code);
    const [parent, kid] = [(await lot(code)).id, (await lot(child)).id];
    await expect(sql`insert into lot_parent (child_id, parent_id) values (${parent}, ${parent})`.execute(library.owner)).rejects.toThrow(
      'lot_parent_is_older',
    );
    await expect(sql`update lot_written set harvested = '2020' where id = ${kid}`.execute(library.owner)).rejects.toThrow(
      'not harvested before its parent',
    );
  });
});

describe('the background reckoner', () => {
  test('judges what waits in any order of marking, parents first, and two of them share the work', async () => {
    const code = await takeIn(library, TOMATO);
    const child = await childOf(library, code);
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
