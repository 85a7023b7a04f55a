import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { readHouse } from '#data/house/house.ts';
import { isDeviceKnown } from '#data/people/devices.ts';
import { parkForm } from '#data/people/parkedForms.ts';
import { acting } from '#services/command.server.ts';
import { dropDraft, startDraft } from '#services/intake/drafts.server.ts';
import { endAccess, grantAccess, linkFor } from '#services/people/people.server.ts';
import { pruneAccess } from '#services/people/prune.server.ts';
import { acceptLink, makeLink, prepareFirstStart, readLink, sessionOf, signOut } from '#services/people/signIn.server.ts';
import { hashToken } from '#services/secrets.server.ts';
import { newFeed, readCalendar } from '#services/tests/calendar.server.ts';
import { emptyDatabase, NOW, preparedLibrary, TODAY, type Library } from './database.ts';
import { FROM, later, PASSWORD, somebodyOf, tryToSignIn } from './signingIn.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

describe('signing in', () => {
  test('passwords are kept as argon2id, tokens as digests', async () => {
    await somebodyOf(library, 'Wilf Stook', 'wilf@house.example');
    const { rows } = await sql<{ password_hash: string }>`select password_hash from account where email = 'wilf@house.example'`.execute(
      library.db,
    );
    expect(rows[0]!.password_hash).toMatch(/^\$argon2id\$/);
    const done = await tryToSignIn(library, 'WILF@house.example', PASSWORD);
    const token = done.ok ? done.door.token : '';
    expect((await sessionOf(library.db, token, NOW))?.actor).toMatchObject({ name: 'Wilf Stook', role: 'member' });
    const { rows: hits } = await sql`select from session where encode(token_hash, 'escape') like ${`%${token}%`}`.execute(library.db);
    expect(hits).toHaveLength(0);
  });

  test('a session ends when signed out, after a fortnight, and when access ends', async () => {
    const { personId } = await somebodyOf(library, 'Brea Tine', 'brea@house.example');
    const open = async () => {
      const done = await tryToSignIn(library, 'brea@house.example', PASSWORD);
      return done.ok ? done.door.token : '';
    };
    const [one, two, three] = [await open(), await open(), await open()];
    await signOut(library.db, one!, NOW, null);
    expect(await sessionOf(library.db, one!, NOW)).toBeNull();
    expect(await sessionOf(library.db, two!, later(15 * 86_400))).toBeNull();
    expect(await sessionOf(library.db, three!, NOW)).not.toBeNull();
    await endAccess(acting(library.db, library.coordinator, NOW), { key: randomUUID(), personId });
    expect(await sessionOf(library.db, three!, NOW)).toBeNull();
    expect(await tryToSignIn(library, 'brea@house.example', PASSWORD)).toMatchObject({ problem: { code: 'wrong' } });
  });

  test('a fresh server makes no accounts; its first coordinator comes by a one-time link, and only the first', async () => {
    const { owner, db } = await emptyDatabase();
    const token = (await prepareFirstStart(owner, NOW, 'Atlantic/Azores'))!;
    expect(await db.selectFrom('account').select('id').execute()).toEqual([]);
    expect(await readLink(db, token, NOW)).toBe('first coordinator');
    const first = { name: 'Una Sallow', email: 'una@house.example', house: 'Upper Wend', hemisphere: 'southern' } as const;
    const door = await acceptLink(db, NOW, { ...FROM, token, password: PASSWORD, first });
    expect((await sessionOf(db, door!.token, NOW))?.actor).toMatchObject({ role: 'coordinator', name: 'Una Sallow' });
    expect(await readHouse(db)).toMatchObject({
      name: 'Upper Wend',
      southern: true,
      lastFrost: '11-01',
      firstFrost: '04-15',
      lendingOpens: '08-01',
    });
    expect(await prepareFirstStart(owner, NOW, 'Etc/UTC')).toBeNull();
    const second = await makeLink(db, NOW, null);
    expect(
      await acceptLink(db, NOW, { ...FROM, token: second, password: PASSWORD, first: { ...first, email: 'other@house.example' } }),
    ).toBeNull();
  });
});

/** How many of many simultaneous tries were really tried. */
const triedOf = (done: readonly { ok: boolean; problem?: { code: string } }[]) =>
  done.filter(({ ok, problem }) => ok || problem?.code === 'wrong').length;

describe('guessing', () => {
  test('of two hundred guesses at once five are tried, and the owner comes in by a device of theirs all the while', async () => {
    const { door } = await somebodyOf(library, 'Fen Coppard', 'fen@house.example');
    const burst = Array.from({ length: 200 }, (_, one) => tryToSignIn(library, 'fen@house.example', `guess ${one}`));
    expect(triedOf(await Promise.all(burst))).toBe(5);
    expect(await tryToSignIn(library, 'fen@house.example', PASSWORD)).toMatchObject({ problem: { code: 'wait', seconds: 15 } });
    const known = { known: door.known };
    expect(await tryToSignIn(library, 'Fen@House.example', PASSWORD, known)).toMatchObject({ ok: true });
    // The device is no key: guesses on it are counted like any others, and those of the others stay counted.
    for (let tries = 0; tries < 5; tries += 1)
      expect(await tryToSignIn(library, 'fen@house.example', 'wrong', known)).toMatchObject({ problem: { code: 'wrong' } });
    expect(await tryToSignIn(library, 'fen@house.example', PASSWORD, known)).toMatchObject({ problem: { code: 'wait' } });
    expect(await tryToSignIn(library, 'fen@house.example', PASSWORD)).toMatchObject({ problem: { code: 'wait' } });
    expect(await tryToSignIn(library, 'fen@house.example', PASSWORD, { at: later(16) })).toMatchObject({ ok: true });
  });

  test('a device is known for whoever signed in on it, and for nobody else', async () => {
    const { door } = await somebodyOf(library, 'Orla Stook', 'orla@house.example');
    await somebodyOf(library, 'Perrin Vale', 'perrin@house.example');
    for (let tries = 0; tries < 5; tries += 1) await tryToSignIn(library, 'perrin@house.example', 'wrong');
    expect(await tryToSignIn(library, 'perrin@house.example', PASSWORD, { known: door.known })).toMatchObject({
      problem: { code: 'wait' },
    });
  });

  test('guesses at names that nobody has, from one machine, keep nobody out who has been there, nor by a link', async () => {
    const { personId, door } = await somebodyOf(library, 'Ivo Thorn', 'ivo@house.example');
    const machine = randomUUID();
    const invented = Array.from({ length: 60 }, (_, one) => tryToSignIn(library, `nobody-${one}@house.example`, 'x', { machine }));
    expect(triedOf(await Promise.all(invented))).toBe(50);
    expect(await tryToSignIn(library, 'ivo@house.example', PASSWORD, { machine })).toMatchObject({ problem: { code: 'wait' } });
    expect(await tryToSignIn(library, 'ivo@house.example', PASSWORD, { machine, known: door.known })).toMatchObject({ ok: true });
    const token = (await linkFor(library.db, NOW, personId))!;
    expect(await acceptLink(library.db, NOW, { ...FROM, token, password: 'another long password', first: null })).not.toBeNull();
  });

  test('an account is tried ten times in an hour, whoever it belongs to; what was tried is kept as a digest', async () => {
    await sql`delete from wrong_try`.execute(library.owner);
    let tried = 0;
    for (let minute = 0; minute < 60; minute += 1)
      tried += triedOf([await tryToSignIn(library, 'unheard@house.example', 'x', { at: later(minute * 60) })]);
    expect(tried).toBe(10);
    const { rows } = await sql<{ who: string }>`select who from wrong_try`.execute(library.owner);
    expect(rows).toHaveLength(20);
    for (const { who } of rows) expect(who).toMatch(/^[0-9a-f]{64}$/);
  });
});

describe('links', () => {
  test('a link works once, and not after three days', async () => {
    const { personId } = await somebodyOf(library, 'Kit Greave', 'kit@house.example');
    const link = (await linkFor(library.db, NOW, personId))!;
    expect(await readLink(library.db, link, NOW)).toBe('password');
    expect(await readLink(library.db, link, later(4 * 86_400))).toBeNull();
    const accept = () => acceptLink(library.db, NOW, { ...FROM, token: link, password: 'a new long password', first: null });
    const done = await Promise.all([accept(), accept()]);
    expect(done.filter((door) => door !== null)).toHaveLength(1);
    expect(await tryToSignIn(library, 'kit@house.example', PASSWORD)).toMatchObject({ ok: false });
  });

  test('a newer link ends the older ones, and a chosen password ends the devices before it', async () => {
    const { personId, door } = await somebodyOf(library, 'Lio Garth', 'lio@house.example');
    const [one, two] = [(await linkFor(library.db, NOW, personId))!, (await linkFor(library.db, NOW, personId))!];
    expect([await readLink(library.db, one, NOW), await readLink(library.db, two, NOW)]).toEqual([null, 'password']);
    const many = await Promise.all(Array.from({ length: 8 }, () => linkFor(library.db, NOW, personId)));
    const alive = await Promise.all(many.map((token) => readLink(library.db, token!, NOW)));
    expect(alive.filter((purpose) => purpose !== null)).toHaveLength(1);
    const token = many[alive.findIndex((purpose) => purpose !== null)]!;
    await acceptLink(library.db, NOW, { ...FROM, token, password: 'a new long password', first: null });
    expect(await isDeviceKnown(library.db, hashToken(door.known), 'lio@house.example')).toBe(false);
  });

  test('ending access ends links and the calendar’s address for good, also when access is given again', async () => {
    const { personId, door } = await somebodyOf(library, 'Wenna Furze', 'wenna@house.example');
    const actor = (await sessionOf(library.db, door.token, NOW))!.actor!;
    const feed = (await newFeed(acting(library.db, actor, NOW), randomUUID()))!;
    const calendar = async () => readCalendar(library.db, feed, (await readHouse(library.db))!, TODAY, 'http://here');
    const link = (await linkFor(library.db, NOW, personId))!;
    expect(await calendar()).not.toBeNull();
    const lead = acting(library.db, library.coordinator, NOW);
    await endAccess(lead, { key: randomUUID(), personId });
    expect(await linkFor(library.db, NOW, personId)).toBeNull();
    await grantAccess(lead, { key: randomUUID(), personId, email: 'wenna@house.example', role: 'member' });
    expect(await readLink(library.db, link, NOW)).toBeNull();
    expect(await calendar()).toBeNull();
    expect(await sessionOf(library.db, door.token, NOW)).toBeNull();
    expect(await tryToSignIn(library, 'wenna@house.example', PASSWORD)).toMatchObject({ ok: false });
  });
});

test('sessions, links, wrong tries, parked forms and discarded drafts are forgotten a month after their end; what is open stays', async () => {
  const DAY = 86_400;
  const { personId } = await somebodyOf(library, 'Nan Furrow', 'nan@house.example');
  const account = (await sql<{ id: number }>`select id from account where person_id = ${personId}`.execute(library.db)).rows[0]!.id;
  await tryToSignIn(library, 'nan@house.example', PASSWORD);
  await tryToSignIn(library, 'nan@house.example', 'a wrong one');
  await linkFor(library.db, NOW, personId);
  await parkForm(library.db, { accountId: account, path: '/desk', fields: {} });
  const [drop, keep] = await Promise.all(
    ['dropped', 'kept'].map((title) => startDraft(library.db, library.helper, { key: randomUUID(), answers: {}, title, back: null })),
  );
  await dropDraft(acting(library.db, library.helper, NOW), { key: randomUUID(), draftId: drop! });
  const drafts = async () => (await sql<{ id: string }>`select id from draft where id in (${drop}, ${keep})`.execute(library.owner)).rows;
  const left = async () =>
    (
      await sql<{ sessions: number; links: number; tries: number; forms: number }>`
        select (select count(*) from session where account_id = ${account}) as sessions, (select count(*) from one_time_link where account_id = ${account}) as links,
          (select count(*) from wrong_try) as tries, (select count(*) from parked_form where account_id = ${account}) as forms`.execute(
        library.owner,
      )
    ).rows[0]!;
  const before = await left();
  expect(Math.min(before.sessions, before.links, before.tries, before.forms)).toBeGreaterThan(0);
  await pruneAccess(library.db, later(DAY));
  expect(await left()).toEqual(before);
  const late = later(200 * DAY);
  const open = await tryToSignIn(library, 'nan@house.example', PASSWORD, { at: late });
  expect(await drafts()).toHaveLength(2);
  await pruneAccess(library.db, late);
  expect(await drafts()).toEqual([{ id: keep }]);
  expect(await left()).toEqual({ sessions: 1, links: 0, tries: 0, forms: 0 });
  expect(open.ok).toBe(true);
});
