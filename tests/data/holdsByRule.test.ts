import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import type { Answers } from '#core/passport/answers.ts';
import { readOverrides } from '#data/almanac/almanac.ts';
import { readHouse } from '#data/house/house.ts';
import { findHolds } from '#data/lots/holds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { findTrials } from '#data/lots/trials.ts';
import { countStale, markAllStale, readPromise } from '#data/lots/promises.ts';
import { overrideFact } from '#services/almanac/almanac.server.ts';
import { acting } from '#services/command.server.ts';
import { correctPassport } from '#services/lots/correctPassport.server.ts';
import { addEvidence } from '#services/lots/evidence.server.ts';
import { liftHold } from '#services/lots/holdSeed.server.ts';
import { judgeNext } from '#services/lots/promises.server.ts';
import { changeHouse } from '#services/people/people.server.ts';
import { lendOne, NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const standing = async (code: string) =>
  (await findHolds(library.db, (await lot(code)).id)).filter(({ liftedOn }) => liftedOn === null).map(({ rule }) => rule);

async function correct(code: string, change: object) {
  const [now] = await readPassports(library.db, (await lot(code)).id);
  const correction = { key: randomUUID(), code, passport: { ...now!.answers, ...change }, why: 'Told again by the donor', shown: now!.id };
  const done = await correctPassport(acting(library.db, library.helper, TODAY), correction);
  expect(done.ok).toBe(true);
}

const lend = (code: string) => lendOne(library, code);

async function liftAll(code: string) {
  for (const { id, liftedOn } of await findHolds(library.db, (await lot(code)).id))
    if (liftedOn === null)
      await liftHold(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), code, hold: id, reason: 'Looked at' });
}

const SQUASH: Answers = {
  crop: 'squash-pepo',
  variety: 'Iron Lamp',
  boughtPlant: 'no',
  insects: '',
  neighbours: 'some',
  n0what: 'another pepo squash',
  n0metres: '20 m',
};

describe('a lot that is taken in', () => {
  test('gets the holds its promise asks for, also while hundreds of others wait to be judged', async () => {
    for (let kid = 0; kid < 70; kid += 1) await takeIn(library, { variety: `Waiting ${kid}` });
    await markAllStale(library.db);
    expect(await countStale(library.db)).toBeGreaterThan(60);
    const code = await takeIn(library, SQUASH);
    expect((await readPromise(library.db, (await lot(code)).id))?.promise).toBe('may vary');
    expect(await standing(code)).toContain('may have crossed');
    expect(await lend(code)).toMatchObject({ ok: false });
  });

  test('the reckoner says how many it judged, and leaves none', async () => {
    const waiting = await countStale(library.db);
    let judged = 0;
    for (let now = 1; now > 0; judged += now) now = await judgeNext(library.db, NOW, 20);
    expect(judged).toBe(waiting);
    expect(await countStale(library.db)).toBe(0);
  });
});

describe('a corrected passport', () => {
  test('lays what the rules now ask for: a pea that turns out treated, mouldy and invasive is not lent', async () => {
    const code = await takeIn(library, { variety: 'Second Thought' });
    expect(await standing(code)).toEqual([]);
    await correct(code, { treated: true, mould: true, invasive: true });
    expect((await standing(code)).sort()).toEqual(['invasive', 'mouldy', 'treated']);
    expect(await lend(code)).toMatchObject({ problem: { code: 'refused' } });
    const [first] = await findHolds(library.db, (await lot(code)).id);
    expect(first!.reason).toMatch(/^(Treated seed|Mould|May be noxious)/);
  });

  test('a disease asks for what was answered, names it, and where seedlings are to be watched, for a trial', async () => {
    const code = await takeIn(library);
    await correct(code, {
      diseases: [
        { name: 'ascochyta blight', answer: 'watch' },
        { name: 'bacterial blight', answer: 'refuse' },
      ],
    });
    const holds = await findHolds(library.db, (await lot(code)).id);
    expect(holds.map(({ kind, rule, reason }) => [kind, rule, reason])).toEqual(
      expect.arrayContaining([
        ['disease', 'disease to watch', expect.stringContaining('Ascochyta blight: ')],
        ['disease', 'disease to refuse', expect.stringContaining('Discard')],
      ]),
    );
    expect(await findTrials(library.db, (await lot(code)).id)).toHaveLength(1);
    expect(await lend(code)).toMatchObject({ ok: false, problem: { because: { why: 'hold', holds: ['disease', 'disease'] } } });
  });

  test('never lifts; and what a person lifted stays lifted while its reason stands', async () => {
    const code = await takeIn(library, { variety: 'Lifted Once', mould: 'yes' });
    expect(await standing(code)).toEqual(['mouldy']);
    await liftAll(code);
    await correct(code, { plantsHarvested: 23 });
    expect(await standing(code)).toEqual([]);
    await correct(code, { mould: false, treated: true });
    await correct(code, { treated: false });
    expect(await standing(code)).toEqual(['treated']);
    await correct(code, { mould: true });
    expect((await standing(code)).sort()).toEqual(['mouldy', 'treated']);
  });
});

test('off-types that lower a promise hold the lot for a trial, and what was grown from it', async () => {
  const code = await takeIn(library, { variety: 'Seen Later' });
  const lent = await lend(code);
  if (!lent.ok) throw new Error('not lent');
  // A grower who saw no off-type among the child's mothers would have answered for it.
  const told = { variety: 'Seen Later', loan: lent.answer.loanId, harvested: '2026', donor: 'Member', offTypes: 'unknown' } as const;
  const child = await takeIn(library, told);
  expect([await standing(code), await standing(child)]).toEqual([[], []]);
  const seen = { seen: 'plants', source: 'trial', offTypes: 4, lookedAt: 30, seenOn: TODAY, note: null, insteadOf: null } as const;
  expect((await addEvidence(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, ...seen })).ok).toBe(true);
  expect([await standing(code), await standing(child)]).toEqual([['may have crossed'], ['may have crossed']]);
});

describe('rules that change', () => {
  test('a fact of the almanac that is corrected holds what it had let pass, and nothing else', async () => {
    const say = async (typed: string | null) =>
      overrideFact(acting(library.db, library.coordinator, TODAY), {
        key: randomUUID(),
        cropId: 'pea',
        fact: 'storage',
        typed,
        why: 'Looked up',
        shown: (await readOverrides(library.db, 'pea')).find(({ fact }) => fact === 'storage')?.id ?? 0,
      });
    expect((await say('not to be dried')).ok).toBe(true);
    const [moist, dry] = [await takeIn(library, { variety: 'Kept Moist', dried: 'not dried' }), await takeIn(library)];
    expect(await standing(moist)).toEqual([]);
    expect((await say(null)).ok).toBe(true);
    expect([await standing(moist), await standing(dry)]).toEqual([['not dried'], []]);
    await liftAll(moist);
    await say('not to be dried');
    await say('ordinary');
    expect(await standing(moist)).toEqual(['not dried']);
  });

  test('a house that stops making lines of hybrids’ offspring tries those it has', async () => {
    const by = async (hybrids: string) => {
      const house = (await readHouse(library.db))!;
      const changed = { ...house, rules: { ...house.rules, hybrids } };
      expect((await changeHouse(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), ...changed })).ok).toBe(true);
    };
    await by('stabilise');
    const code = await takeIn(library, { variety: 'Second Generation', kind: 'F1', offspring: 'yes' });
    expect(await standing(code)).toEqual([]);
    await by('trial');
    expect(await standing(code)).toEqual(['offspring trial']);
  });
});

describe('the database’s last word', () => {
  test('stands before no temporary table: the server’s login cannot make one', async () => {
    await expect(sql`create temporary table hold (id bigint)`.execute(library.db)).rejects.toMatchObject({ code: '42501' });
  });

  test('and where somebody can, the rules still look at the real one', async () => {
    const code = await takeIn(library, { variety: 'Bypassed', mould: 'yes' });
    const { id } = await lot(code);
    await sql.raw(`grant temporary on database ${(await name()).name} to granary_owner`).execute(library.owner);
    const lending = library.owner.transaction().execute(async (tx) => {
      await sql`create temporary table hold (id bigint, lot_id bigint) on commit drop`.execute(tx);
      const key = randomUUID();
      await sql`insert into act (key, kind, answer) values (${key}, 'try', 'null')`.execute(tx);
      await sql`insert into loan (lot_id, member_id, packets, seeds_per_packet, lent_on, due_on, act_key)
        values (${id}, ${library.member.personId}, 1, 40, ${TODAY}, '2027-10-01', ${key})`.execute(tx);
    });
    await expect(lending).rejects.toMatchObject({ constraint: 'loan_not_of_held_lot' });
  });

  test('every function with its owner’s rights has its search path pinned', async () => {
    const { rows } = await sql<{ name: string }>`
      select proname as name from pg_proc where prosecdef and pronamespace = 'public'::regnamespace
        and not coalesce(array_to_string(proconfig, ',') ~ 'search_path=.*pg_temp$', false)`.execute(library.owner);
    expect(rows).toEqual([]);
  });
});

const name = async () => (await sql<{ name: string }>`select current_database() as name`.execute(library.owner)).rows[0]!;
