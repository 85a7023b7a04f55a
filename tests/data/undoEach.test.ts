import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { addDays } from '#core/calendar/plainDate.ts';
import { COMMANDS, isUndoable, type CommandName } from '#core/people/commands.ts';
import { findBatch } from '#data/bench/batches.ts';
import { findDraft } from '#data/intake/drafts.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { findTrials } from '#data/lots/trials.ts';
import { findDisagreements } from '#data/stock/ledger.ts';
import { recordAir } from '#services/bench/air.server.ts';
import { abandonBatch } from '#services/bench/finishing.server.ts';
import { beginMethodTrial, concludeMethodTrial } from '#services/bench/methodTrials.server.ts';
import { addPurityCard } from '#services/bench/purity.server.ts';
import { receiveClean } from '#services/bench/receiveClean.server.ts';
import { openTreated, openWarm, shutAway, takeOut } from '#services/bench/treatments.server.ts';
import { acting } from '#services/command.server.ts';
import { dropDraft, startDraft } from '#services/intake/drafts.server.ts';
import { blendLots } from '#services/lots/blend.server.ts';
import { correctLot } from '#services/lots/correctLot.server.ts';
import { correctPassport } from '#services/lots/correctPassport.server.ts';
import { addEvidence } from '#services/lots/evidence.server.ts';
import { addMixUp } from '#services/lots/incidents.server.ts';
import { hearRecall, noteOrigin } from '#services/exchange/swaps.server.ts';
import { recall } from '#services/lots/recall.server.ts';
import { addReport } from '#services/lots/reports.server.ts';
import { endTrial, setTrial } from '#services/lots/trials.server.ts';
import { recordClimate } from '#services/stock/climate.server.ts';
import { discardLot } from '#services/stock/discard.server.ts';
import { recountLot } from '#services/stock/recount.server.ts';
import { potUp, reopenTest } from '#services/tests/afterTest.server.ts';
import { recordEmergence } from '#services/tests/emergence.server.ts';
import { recordQuickLook } from '#services/tests/quickLooks.server.ts';
import { undo } from '#services/undo.server.ts';
import { after, atTheBench, CUCUMBER, seeds } from './atTheBench.ts';
import { intake, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { onTowels } from './onTowels.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const { layOne, count, end, relay } = onTowels(() => library);
const bench = atTheBench(() => library);
const by = (day: string = TODAY) => acting(library.db, library.coordinator, day);
const act = <More extends object>(code: string, more: More) => ({ key: randomUUID() as string, code, ...more });

/** Facts of a lot, under the names that pages read them by. */
const OF_LOT = [
  'hold',
  'passport',
  'evidence',
  'incident',
  'report',
  'purity_card',
  'trial',
  'treatment',
  'warm_up',
  'germination_test',
  'batch',
  'quick_look',
  'emergence',
  'lot_correction',
  'loan',
  'lot_promise',
  'lot_outlook',
  'lot_origin',
  'gift',
  'method_trial',
];
const OF_PARTS = [
  ['batch_step', 'batch', 'batch_id'],
  ['batch_check', 'batch', 'batch_id'],
  ['weighing', 'batch', 'batch_id'],
  ['air_reading', 'batch', 'batch_id'],
  ['batch_end', 'batch', 'batch_id'],
  ['test_check', 'germination_test', 'test_id'],
  ['test_towel', 'germination_test', 'test_id'],
  ['seed_mark', 'germination_test', 'test_id'],
  ['test_end', 'germination_test', 'test_id'],
  ['potted', 'germination_test', 'test_id'],
  ['hold_lift', 'hold', 'hold_id'],
  ['treatment_opening', 'treatment', 'treatment_id'],
  ['warm_up_end', 'warm_up', 'warm_up_id'],
  ['trial_end', 'trial', 'trial_id'],
  ['method_trial_end', 'method_trial', 'trial_id'],
] as const;

/** Everything that any page says of a lot: its own row, every fact that stands, and what lies where. */
async function everythingOf(code: string) {
  const { rows } = await sql<{ of: string; row: unknown }>`${sql.join(
    [
      sql`select 'lot' as of, to_jsonb(lot) as row from lot where lot.code = ${code}`,
      sql`select 'children', to_jsonb(child.code) from lot join lot_parent on parent_id = lot.id join lot as child on child.id = child_id where lot.code = ${code}`,
      sql`select 'holding', jsonb_build_array(place_id, container, packet_units, balance) from holding join lot on lot.id = lot_id
        where lot.code = ${code} and balance > 0`,
      ...OF_LOT.map(
        (table) =>
          sql`select ${sql.lit(table)}, to_jsonb(fact) - 'reckoned_on' from ${sql.table(table)} as fact join lot on lot.id = fact.lot_id where lot.code = ${code}`,
      ),
      ...OF_PARTS.map(
        ([table, whole, of]) => sql`select ${sql.lit(table)}, to_jsonb(part) from ${sql.table(table)} as part
          join ${sql.table(whole)} as whole on whole.id = part.${sql.ref(of)} join lot on lot.id = whole.lot_id where lot.code = ${code}`,
      ),
    ],
    sql` union all `,
  )} order by 1, 2`.execute(library.db);
  return rows;
}

type Done = Promise<{ readonly ok: boolean }>;
interface Told {
  readonly code: string;
  /** Does it once, and once more after it was undone. */
  readonly doIt: () => Done;
}

const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const pea = (variety: string, change: Parameters<typeof intake>[0] = {}) => takeIn(library, { variety, ...change });
const fruit = (variety: string) => takeIn(library, { ...CUCUMBER, variety });
const PARTS = { pure: 9000, otherCrop: 0, weed: 200, noxious: 0, chaff: 800, damaged: 0 };

/** A batch of fruit that has come to its last step. */
async function atItsLast(variety: string) {
  const code = await fruit(variety);
  const id = await bench.start(code, { method: 'ferment' });
  await bench.read(id);
  return { code, id };
}

/** Each command that is taken back by undoing it, and is not tried elsewhere: in a library where it has just been made possible. */
const TOLD: Partial<Record<CommandName, () => Promise<Told>>> = {
  'passport corrected': async () => {
    const code = await pea('Wrong Year', { harvested: '2024', donor: 'Marta Quill' });
    const { passport } = intake({ variety: 'Wrong Year', harvested: '2023', kind: 'F1' }).interview;
    const [shown] = await readPassports(library.db, (await lot(code)).id);
    return { code, doIt: () => correctPassport(by(), act(code, { passport, why: 'read the label again', shown: shown!.id })) };
  },
  'lot corrected': async () => {
    const code = await pea('Wrong Name');
    const right = {
      crop: 'broad bean',
      variety: 'Right Name',
      donor: 'Nobody Before',
      garden: 'Elder Bank',
      why: 'the labels were swapped',
    };
    return { code, doIt: () => correctLot(by(), { ...act(code, right) }) };
  },
  'batch looked at': async () => {
    const { code, id } = await atItsLast('Seen Wrongly');
    return { code, doIt: () => bench.look(id, 'Seeds sink', after(1)) };
  },
  'air read': async () => {
    const { code, id } = await atItsLast('Read Wrongly');
    return {
      code,
      doIt: () => recordAir(by(), { key: randomUUID(), batchId: id, of: 'jar', humidity: 0.9, celsius: 18 }),
    };
  },
  'batch finished': async () => {
    const { code, id } = await atItsLast('Ended Too Soon');
    return { code, doIt: () => bench.finish(id, seeds(300), after(80), { reason: 'looks dry' }) };
  },
  'batch given up': async () => {
    const { code, id } = await atItsLast('Given Up Wrongly');
    return {
      code,
      doIt: async () =>
        abandonBatch(by(), { key: randomUUID(), batchId: id, turn: (await findBatch(library.db, id))!.turn, reason: 'mould' }),
    };
  },
  'clean seed received': async () => {
    const code = await fruit('Cleaned Elsewhere');
    return { code, doIt: () => receiveClean(by(), act(code, { amount: { ...seeds(90), typed: '90 seeds' } })) };
  },
  'sample parted': async () => {
    const code = await pea('Parted Wrongly', { amount: '200 g' });
    return { code, doIt: () => addPurityCard(by(), act(code, { parts: { ...PARTS, noxious: 10 }, counted: 12 })) };
  },
  'trial of methods begun': async () => {
    const code = await takeIn(library, { crop: 'tomato', variety: 'Parted In Two', form: 'whole fruit', amount: '20 fruits' });
    const trial = { methods: ['ferment', 'soda'] as const, usual: 0.85, difference: 0.2 };
    return { code, doIt: () => beginMethodTrial(by(), act(code, trial)) };
  },
  'trial of methods ended': async () => {
    const code = await takeIn(library, { crop: 'tomato', variety: 'Ended Unread', form: 'whole fruit', amount: '20 fruits' });
    await beginMethodTrial(by(), act(code, { methods: ['ferment', 'soda'] as const, usual: 0.85, difference: 0.2 }));
    return { code, doIt: () => concludeMethodTrial(by(), act(code, { learnt: 'Nothing', adopt: null })) };
  },
  'shut away': async () => {
    const code = await pea('Frozen Wrongly');
    const shut = { kind: 'freezer', container: 'Jar 12', use: 'sowing', since: TODAY } as const;
    return { code, doIt: () => shutAway(by(), act(code, shut)) };
  },
  'taken out': async () => {
    const code = await pea('Thawed Wrongly');
    await shutAway(by(), act(code, { kind: 'freezer', container: 'Jar 13', use: 'sowing', since: TODAY } as const));
    return { code, doIt: () => openTreated(by(addDays(TODAY, 20)), act(code, { reason: null, liftPests: true })) };
  },
  'warming up': async () => {
    const code = await pea('Warmed Wrongly');
    return { code, doIt: () => takeOut(by(), act(code, { container: 'jar', celsius: -18 } as const)) };
  },
  'container opened': async () => {
    const code = await pea('Opened Wrongly');
    await takeOut(by(), act(code, { container: 'jar', celsius: -18 } as const));
    return { code, doIt: () => openWarm(by(), act(code, { early: true })) };
  },
  'test laid': async () => {
    const code = await pea('Laid Wrongly');
    return { code, doIt: async () => ({ ok: (await layOne(code, 20)) > 0 }) };
  },
  'towel counted': async () => {
    const code = await pea('Counted Wrongly');
    const test = await layOne(code, 20);
    await count(test, { more: { sprouted: 3 } });
    return { code, doIt: () => count(test, { more: { sprouted: 9 } }) };
  },
  'number laid put right': async () => {
    const code = await pea('Miscounted');
    const test = await layOne(code, 20);
    return { code, doIt: () => relay(test, 22) };
  },
  'test read': async () => {
    const code = await pea('Ended Wrongly');
    const test = await layOne(code, 20);
    await count(test, { more: { sprouted: 3 } });
    return { code, doIt: () => end(test, { reason: 'all counted' }) };
  },
  'test abandoned': async () => {
    const code = await pea('Stopped Wrongly');
    const test = await layOne(code, 20);
    return { code, doIt: () => end(test, { outcome: 'abandoned', reason: 'mould' }) };
  },
  'test re-opened': async () => {
    const code = await pea('Reopened Wrongly');
    const test = await layOne(code, 20);
    await count(test, { more: { sprouted: 3 } });
    await end(test, { reason: 'all counted' });
    return { code, doIt: () => reopenTest(by(), { key: randomUUID(), testId: test, reason: 'one more' }) };
  },
  'seedlings potted': async () => {
    const code = await pea('Potted Wrongly');
    const test = await layOne(code, 20);
    await count(test, { more: { sprouted: 9 } });
    return { code, doIt: () => potUp(by(), { key: randomUUID(), testId: test, seedlings: 5, pottedOn: TODAY, note: null }) };
  },
  'quick look': async () => {
    const code = await pea('Floated Wrongly');
    return {
      code,
      doIt: () => recordQuickLook(by(), act(code, { kind: 'float', looked: 10, good: 8, lookedOn: TODAY, note: null } as const)),
    };
  },
  'emergence told': async () => {
    const code = await pea('Emerged Wrongly');
    return { code, doIt: () => recordEmergence(by(), act(code, { sown: 20, up: 19, seenOn: TODAY, note: null })) };
  },
  'stock counted': async () => {
    const code = await pea('Weighed Wrongly');
    return {
      code,
      doIt: () => recountLot(by(), act(code, { amount: { ...seeds(430), typed: '430' }, reason: 'counted again', sure: undefined })),
    };
  },
  'lot discarded': async () => {
    const code = await pea('Thrown Wrongly');
    return { code, doIt: () => discardLot(by(), act(code, { reason: 'weevils' })) };
  },
  'lots blended': async () => {
    const [code, other] = [await pea('Blended Wrongly'), await pea('Blended Wrongly')];
    return {
      code,
      doIt: () => blendLots(by(), act(code, { other, seeds: 100, otherSeeds: 50, place: 'Shelf', container: 'jar' } as const)),
    };
  },
  recall: async () => {
    const code = await pea('Recalled Wrongly');
    return { code, doIt: () => recall(by(), act(code, { reason: 'bitter fruit' })) };
  },
  'origin noted': async () => {
    const code = await pea('From The Wrong Shelf');
    return { code, doIt: () => noteOrigin(by(), act(code, { library: 'Over the Hill', theirCode: '7' })) };
  },
  'recall heard': async () => {
    const code = await pea('Recalled There By Mistake');
    await noteOrigin(by(), act(code, { library: 'Over the Hill', theirCode: '8' }));
    const recalled = [{ code: '8', crop: 'Pea', variety: 'Recalled There By Mistake', reason: 'bitter' }];
    const recallThere = { format: 'kind-granary-recall', version: 1, library: 'Over the Hill', as_of: TODAY, lots: recalled } as const;
    return { code, doIt: () => hearRecall(by(), { key: randomUUID(), recall: recallThere }) };
  },
  'off-types counted': async () => {
    const code = await pea('Off By Mistake');
    const seen = { seen: 'plants', source: 'report', offTypes: 9, lookedAt: 10, seenOn: TODAY, note: null, insteadOf: null } as const;
    return { code, doIt: () => addEvidence(by(), act(code, seen)) };
  },
  incident: async () => {
    const { code, id } = await atItsLast('Mixed By Mistake');
    return {
      code,
      doIt: () => addMixUp(by(), { key: randomUUID(), batchId: id, what: 'the bowl fell', withTable: false, discarded: false }),
    };
  },
  'trial set': async () => {
    const code = await pea('Tried Wrongly');
    return { code, doIt: () => setTrial(by(), act(code, { mustShow: 'purple pods', plantsWanted: 30 })) };
  },
  'trial ended': async () => {
    const code = await pea('Renamed Wrongly');
    await setTrial(by(), act(code, { mustShow: 'purple pods', plantsWanted: 30 }));
    const trial = (await findTrials(library.db, (await lot(code)).id))[0]!.id;
    const ending = { trial, outcome: 'renamed', newName: 'Purple After All', reason: 'all were purple' } as const;
    return { code, doIt: () => endTrial(by(), act(code, ending)) };
  },
  'report written': async () => {
    const code = await pea('Told Wrongly');
    const report = { by: null, year: 2026, trueToType: 'no', taste: 1, yield: null, health: null, liking: null, words: null } as const;
    return { code, doIt: () => addReport(by(), act(code, report)) };
  },
  'air of a place': async () => {
    const code = await pea('Too Warm');
    const climate = { place: 'Shelf', since: '2026-11-01', celsius: 45, humidity: 0.9, why: null };
    return { code, doIt: () => recordClimate(by(), { key: randomUUID(), ...climate }) };
  },
};

/** Undone elsewhere: in `undo.test.ts`, and with grow-outs, labels and copies. */
const ELSEWHERE: readonly CommandName[] = [
  'lot taken in',
  'seed returned',
  'sheet imported',
  'batch started',
  'batch moved on',
  'batch weighed',
  'packed',
  'unpacked',
  'moved',
  'seed given',
  'hold set',
  'hold lifted',
  'labels made',
  'grow-out proposed',
  'season plan carried out',
  'keeper written',
  'copy counted',
  'grow-out placed',
  'grow-out offered',
  'offer accepted',
  'offer declined',
  'grow-out agreed',
  'seed handed over',
  'season logged',
  'log entry struck',
  'grow-out failed',
  'grow-out dropped',
  'packets lent',
  'loan closed',
  'emergence of a loan told',
  'draft discarded',
  'recall told',
  'due date agreed',
  'failure told',
  'failure answered',
  'want noted',
  'listing read',
  'listing removed',
];

test('every command that undo takes back is taken back in a test', () => {
  const all = (Object.keys(COMMANDS) as CommandName[]).filter(isUndoable);
  expect([...Object.keys(TOLD), ...ELSEWHERE].sort()).toEqual(all.sort());
});

const takeBack = (key: string, reason: string | null = null) => undo(by(), { key: randomUUID(), act: key, reason });

describe.each(Object.entries(TOLD))('%s', (name, tell) => {
  test('undone, everything stands as it stood; and it can be done again', async () => {
    const { code, doIt } = await tell();
    const before = await everythingOf(code);
    expect(await doIt()).toMatchObject({ ok: true });
    if (name !== 'air of a place') expect(await everythingOf(code)).not.toEqual(before);
    const done = (
      await sql<{
        key: string;
        kind: string;
      }>`select key, kind from act where kind like ${`${name}%`} order by written_at desc limit 1`.execute(library.db)
    ).rows[0]!;
    expect(await takeBack(done.key)).toMatchObject({ ok: true, answer: { kind: done.kind } });
    expect(await everythingOf(code)).toEqual(before);
    expect(await findDisagreements(library.db)).toEqual([]);
    expect(await takeBack(done.key)).toMatchObject({ problem: { code: 'undone already' } });
    expect(await doIt()).toMatchObject({ ok: true });
  });
});

describe('what was built on it since stays, and it is said what was', () => {
  /** Does the first, then the second, and tells what stands in the way of undoing the first. */
  async function standing(first: () => Done, second: () => Done) {
    expect(await first()).toMatchObject({ ok: true });
    const { rows } = await sql<{ key: string }>`select key from act order by written_at desc, (account_id is null) limit 1`.execute(
      library.db,
    );
    expect(await second()).toMatchObject({ ok: true });
    const done = await takeBack(rows[0]!.key);
    return done.ok ? null : 'by' in done.problem ? done.problem.by : done.problem.code;
  }
  const laid = async (variety: string) => layOne(await pea(variety), 20);

  test('at a test', async () => {
    const lays = async (variety: string) => {
      const code = await pea(variety);
      let test = 0;
      return { lay: async () => ({ ok: (test = await layOne(code, 20)) > 0 }), count: () => count(test, { more: { sprouted: 2 } }) };
    };
    const one = await lays('Gone On');
    expect(await standing(one.lay, one.count)).toBe('test went on');
    const test = await laid('Ended Since');
    expect(
      await standing(
        () => count(test, { more: { sprouted: 2 } }),
        () => end(test, { reason: 'done' }),
      ),
    ).toBe('test ended');
    expect(
      await standing(
        () => reopenTest(by(), { key: randomUUID(), testId: test, reason: 'one more' }),
        () => count(test, { more: { sprouted: 1 } }),
      ),
    ).toBe('test went on');
    expect(
      await standing(
        () => end(test, { reason: 'done' }),
        () => reopenTest(by(), { key: randomUUID(), testId: test, reason: 'again' }),
      ),
    ).toBe('test re-opened');
  });

  test('at the bench', async () => {
    const { code, id } = await atItsLast('Given Since');
    const give = () => discardLot(by(), act(code, { reason: 'weevils' }));
    expect(await standing(() => bench.finish(id, seeds(300), after(80), { reason: 'looks dry' }), give)).toBe('lot used');
    const other = await atItsLast('Vessel Since');
    const { vessel, turn } = (await findBatch(library.db, other.id))!;
    const stop = () => abandonBatch(by(), { key: randomUUID(), batchId: other.id, turn, reason: 'mould' });
    const next = await fruit('Vessel Next');
    expect(await standing(stop, async () => ({ ok: (await bench.start(next, { vessel })) > 0 }))).toBe('vessel taken');
  });

  test('at a lot', async () => {
    const code = await pea('Corrected Twice');
    const named = (variety: string) => () =>
      correctLot(by(), act(code, { crop: 'pea', variety, donor: 'Marta Quill', garden: 'Alder Row', why: 'misread' }));
    expect(await standing(named('Quite Another'), named('Something Else'))).toBe('lot corrected');
    const counted = (insteadOf: number | null) => () =>
      addEvidence(
        by(),
        act(code, { seen: 'plants', source: 'report', offTypes: 1, lookedAt: 20, seenOn: TODAY, note: null, insteadOf } as const),
      );
    const ofLot = async () => (await sql<{ id: number }>`select max(id) as id from evidence`.execute(library.db)).rows[0]!.id;
    expect(await standing(counted(null), async () => counted(await ofLot())())).toBe('count corrected');
    const parted = () => addPurityCard(by(), act(code, { parts: PARTS, counted: null }));
    expect(await standing(parted, parted)).toBe('purity tested');
  });
});

test('a draft that was discarded is there again when that is undone', async () => {
  const actor = library.coordinator;
  const id = randomUUID();
  await startDraft(library.db, actor, { key: id, answers: { crop: 'pea' }, title: 'Pea ‘Half Asked’', back: null });
  const key = randomUUID();
  expect(await dropDraft(by(), { key, draftId: id })).toMatchObject({ ok: true });
  expect(await findDraft(library.db, id)).toBeUndefined();
  expect(await takeBack(key)).toMatchObject({ ok: true });
  expect(await findDraft(library.db, id)).toMatchObject({ answers: { crop: 'pea' } });
  expect(await takeBack(key)).toMatchObject({ problem: { code: 'undone already' } });
});
