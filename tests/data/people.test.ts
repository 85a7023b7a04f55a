import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import type { PersonId } from '#core/kernel/kinds.ts';
import { readActs } from '#data/acts.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { parkForm, readParkedForm } from '#data/people/parkedForms.ts';
import { findPerson } from '#data/people/people.ts';
import { acting } from '#services/command.server.ts';
import { addPerson, changeHouse, editPerson, endAccess, grantAccess, linkFor } from '#services/people/people.server.ts';
import { dropDraft, startDraft } from '#services/intake/drafts.server.ts';
import { pruneAccess } from '#services/people/prune.server.ts';
import { acceptLink, makeLink, prepareFirstStart, readLink, signIn, signOut, sessionOf } from '#services/people/signIn.server.ts';
import { emptyDatabase, NOW, preparedLibrary, TODAY, takeIn, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const PASSWORD = 'beans in a cold tin';
const later = (seconds: number) => new Date(NOW.getTime() + seconds * 1000);

/** A person who can sign in. */
async function somebody(name: string, email: string): Promise<{ personId: PersonId }> {
  const added = await addPerson(acting(library.db, library.coordinator, TODAY), {
    key: randomUUID(),
    name,
    email: null,
    phone: null,
    note: null,
    groupOf: null,
    contact: null,
    isMember: true,
  });
  const personId = added.ok ? added.answer.id : 0;
  await grantAccess(acting(library.db, library.coordinator, NOW), { key: randomUUID(), personId, email, role: 'member' });
  await acceptLink(library.db, NOW, {
    token: (await linkFor(library.db, NOW, personId))!,
    password: PASSWORD,
    device: 'test',
    first: null,
  });
  return { personId };
}
const tryToSignIn = (email: string, password: string, at = NOW, machine = randomUUID()) =>
  signIn(library.db, at, { email, password, machine, device: 'test' });

describe('signing in', () => {
  test('passwords are kept as argon2id, tokens as digests', async () => {
    await somebody('Wilf Stook', 'wilf@house.example');
    const { rows } = await sql<{ password_hash: string }>`select password_hash from account where email = 'wilf@house.example'`.execute(
      library.db,
    );
    expect(rows[0]!.password_hash).toMatch(/^\$argon2id\$/);
    const done = await tryToSignIn('WILF@house.example', PASSWORD);
    const token = done.ok ? done.token : '';
    expect((await sessionOf(library.db, token, NOW))?.actor).toMatchObject({ name: 'Wilf Stook', role: 'member' });
    const { rows: hits } = await sql`select from session where encode(token_hash, 'escape') like ${`%${token}%`}`.execute(library.db);
    expect(hits).toHaveLength(0);
  });

  test('a session ends when signed out, after a fortnight, and when access ends', async () => {
    const { personId } = await somebody('Brea Tine', 'brea@house.example');
    const open = async () => {
      const done = await tryToSignIn('brea@house.example', PASSWORD);
      return done.ok ? done.token : '';
    };
    const [one, two, three] = [await open(), await open(), await open()];
    await signOut(library.db, one!, NOW, null);
    expect(await sessionOf(library.db, one!, NOW)).toBeNull();
    expect(await sessionOf(library.db, two!, later(15 * 86_400))).toBeNull();
    expect(await sessionOf(library.db, three!, NOW)).not.toBeNull();
    await endAccess(acting(library.db, library.coordinator, NOW), { key: randomUUID(), personId, erase: false });
    expect(await sessionOf(library.db, three!, NOW)).toBeNull();
    expect(await tryToSignIn('brea@house.example', PASSWORD)).toMatchObject({ problem: { code: 'wrong' } });
  });

  test('guessing is slowed for the address, and for a machine that tries many', async () => {
    await somebody('Fen Coppard', 'fen@house.example');
    for (let tries = 0; tries < 5; tries += 1)
      expect(await tryToSignIn('fen@house.example', 'wrong')).toMatchObject({ problem: { code: 'wrong' } });
    expect(await tryToSignIn('fen@house.example', PASSWORD)).toMatchObject({ problem: { code: 'wait', seconds: 15 } });
    expect(await tryToSignIn('fen@house.example', PASSWORD, later(16))).toMatchObject({ ok: true });
    const machine = randomUUID();
    for (let tries = 0; tries < 50; tries += 1)
      await library.db
        .insertInto('wrong_try')
        .values({ who: `machine ${machine}`, at: NOW })
        .execute();
    expect(await tryToSignIn('fen@house.example', PASSWORD, later(1), machine)).toMatchObject({ problem: { code: 'wait' } });
  });

  test('a link works once, and not after three days', async () => {
    const { personId } = await somebody('Kit Greave', 'kit@house.example');
    const link = (await linkFor(library.db, NOW, personId))!;
    expect(await readLink(library.db, link, NOW)).toBe('password');
    expect(await readLink(library.db, link, later(4 * 86_400))).toBeNull();
    const accept = () => acceptLink(library.db, NOW, { token: link, password: 'a new long password', device: 'test', first: null });
    const done = await Promise.all([accept(), accept()]);
    expect(done.filter((token) => token !== null)).toHaveLength(1);
    expect(await tryToSignIn('kit@house.example', PASSWORD)).toMatchObject({ ok: false });
  });

  test('a fresh server makes no accounts; its first coordinator comes by a one-time link, and only the first', async () => {
    const { owner, db } = await emptyDatabase();
    const token = (await prepareFirstStart(owner, NOW, 'Atlantic/Azores'))!;
    expect(await db.selectFrom('account').select('id').execute()).toEqual([]);
    expect(await readLink(db, token, NOW)).toBe('first coordinator');
    const first = { name: 'Una Sallow', email: 'una@house.example', house: 'Upper Wend' };
    const session = await acceptLink(db, NOW, { token, password: PASSWORD, device: 'test', first });
    expect((await sessionOf(db, session!, NOW))?.actor).toMatchObject({ role: 'coordinator', name: 'Una Sallow' });
    expect((await readHouse(db))!.name).toBe('Upper Wend');
    expect(await prepareFirstStart(owner, NOW, 'Etc/UTC')).toBeNull();
    const second = await makeLink(db, NOW, null);
    expect(
      await acceptLink(db, NOW, { token: second, password: PASSWORD, device: 'test', first: { ...first, email: 'other@house.example' } }),
    ).toBeNull();
  });
});

describe('people', () => {
  test('somebody called nearly so is asked about before a person is added, and once for that name', async () => {
    const add = (name: string, sure?: string) =>
      addPerson(acting(library.db, library.helper, TODAY), {
        key: randomUUID(),
        name,
        email: null,
        phone: null,
        note: null,
        groupOf: null,
        contact: null,
        isMember: true,
        ...(sure && { sure }),
      });
    expect(await add('Gwen Ashdown')).toMatchObject({ ok: true });
    expect(await add('Gwen Ashdwon')).toMatchObject({ problem: { code: 'already there', near: ['Gwen Ashdown'] } });
    expect(await add('Gwenn Ashdown', 'Gwen Ashdwon')).toMatchObject({ problem: { code: 'already there' } });
    expect(await add('Gwen Ashdwon', 'Gwen Ashdwon')).toMatchObject({ ok: true });
    expect(await add('Perran Oakleaf')).toMatchObject({ ok: true });
  });

  test('somebody who signs in is changed by a coordinator; the second writer is told, and nothing is lost', async () => {
    const { personId } = await somebody('Edwin Lackland', 'edwin@house.example');
    const { version } = (await findPerson(library.db, personId))!;
    const edit = (phone: string, actor = library.coordinator) =>
      editPerson(acting(library.db, actor, TODAY), {
        personId,
        key: randomUUID(),
        version,
        name: 'Edwin Lackland',
        email: null,
        phone,
        note: null,
        groupOf: null,
        contact: null,
        isMember: true,
      });
    expect(await edit('1', library.helper)).toMatchObject({ problem: { code: 'signs in' } });
    expect(await edit('1')).toMatchObject({ ok: true });
    expect(await edit('2')).toMatchObject({ problem: { code: 'changed meanwhile' } });
    expect((await findPerson(library.db, personId))!.phone).toBe('1');
  });

  test('the house’s settings likewise', async () => {
    const house = (await readHouse(library.db))!;
    expect(await changeHouse(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), ...house, name: 'One' })).toMatchObject({
      ok: true,
    });
    expect(await changeHouse(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), ...house, name: 'Two' })).toMatchObject({
      problem: { code: 'changed meanwhile' },
    });
  });

  test('the last coordinator can neither go nor become something less', async () => {
    const { personId } = library.coordinator;
    expect(await endAccess(acting(library.db, library.coordinator, NOW), { key: randomUUID(), personId, erase: false })).toMatchObject({
      problem: { code: 'last coordinator' },
    });
    expect(
      await grantAccess(acting(library.db, library.coordinator, NOW), {
        key: randomUUID(),
        personId,
        email: 'c@house.example',
        role: 'helper',
      }),
    ).toMatchObject({ problem: { code: 'last coordinator' } });
  });

  test('two people cannot sign in with one address', async () => {
    const { personId } = await somebody('Nessa Ashlock', 'nessa@house.example');
    expect(
      await grantAccess(acting(library.db, library.coordinator, NOW), {
        key: randomUUID(),
        personId,
        email: 'HELPER@house.example',
        role: 'member',
      }),
    ).toMatchObject({ problem: { code: 'email taken' } });
  });

  test('erasing a person blanks them everywhere and keeps the lots', async () => {
    const code = await takeIn(library, { donor: 'Dorothea Merridew', garden: 'Dorothea’s back yard' });
    const donor = (await findLotByCode(library.db, code))!.donorId!;
    await grantAccess(acting(library.db, library.coordinator, NOW), {
      key: randomUUID(),
      personId: donor,
      email: 'dorothea@house.example',
      role: 'member',
    });
    await endAccess(acting(library.db, library.coordinator, NOW), { key: randomUUID(), personId: donor, erase: true });
    expect(await findLotByCode(library.db, code)).toMatchObject({ donor: 'Former member', garden: 'Former garden', onHand: 500 });
    const { rows } = await sql<{
      dump: string;
    }>`select string_agg(r, ' ') as dump from (select person::text r from person union all select account::text from account union all select lot::text from lot union all select act::text from act union all select garden::text from garden) all_rows`.execute(
      library.db,
    );
    expect(rows[0]!.dump).not.toMatch(/dorothea|merridew/i);
  });

  test('who did what is recorded with the act itself', async () => {
    const code = await takeIn(library);
    const { acts } = await readActs(library.db, { search: code, limit: 5, offset: 0 });
    expect(acts).toMatchObject([{ kind: 'lot taken in', subject: code, by: 'Helper' }]);
  });

  test('what was typed before a session ran out is given back to the same person only', async () => {
    const id = await parkForm(library.db, { accountId: library.helper.accountId, path: '/intake', fields: { variety: 'Slow Line' } });
    expect(await readParkedForm(library.db, id, library.helper.accountId)).toEqual({ variety: 'Slow Line' });
    expect(await readParkedForm(library.db, id, library.member.accountId)).toBeNull();
  });
});

test('sessions, links, wrong tries, parked forms and discarded drafts are forgotten a month after their end; what is open stays', async () => {
  const DAY = 86_400;
  const { personId } = await somebody('Nan Furrow', 'nan@house.example');
  const account = (await sql<{ id: number }>`select id from account where person_id = ${personId}`.execute(library.db)).rows[0]!.id;
  await tryToSignIn('nan@house.example', PASSWORD);
  await tryToSignIn('nan@house.example', 'a wrong one');
  await linkFor(library.db, NOW, personId);
  await parkForm(library.db, { accountId: account, path: '/desk', fields: {} });
  const [drop, keep] = await Promise.all(
    ['dropped', 'kept'].map((title) => startDraft(library.db, library.helper, { answers: {}, title, back: null })),
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
  const open = await tryToSignIn('nan@house.example', PASSWORD, late);
  expect(await drafts()).toHaveLength(2);
  await pruneAccess(library.db, late);
  expect(await drafts()).toEqual([{ id: keep }]);
  expect(await left()).toEqual({ sessions: 1, links: 0, tries: 0, forms: 0 });
  expect(open.ok).toBe(true);
});
