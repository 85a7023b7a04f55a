import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { todayOf } from '#core/calendar/dayInZone.ts';
import { readActs, recordAct } from '#data/acts.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { parkForm, readParkedForm } from '#data/people/parkedForms.ts';
import { findPerson } from '#data/people/people.ts';
import { acting } from '#services/command.server.ts';
import { erase } from '#services/people/erasing.server.ts';
import { addPerson, changeHouse, editPerson, endAccess, grantAccess } from '#services/people/people.server.ts';
import { NOW, preparedLibrary, TODAY, takeIn, type Library } from './database.ts';
import { somebodyOf } from './signingIn.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

describe('a time zone that is moved back by a day', () => {
  test('does not make today’s work that of tomorrow: the day that was reached goes on until the new zone has caught up', async () => {
    const early = new Date('2026-11-23T05:00:00Z');
    const { version, ...before } = (await readHouse(library.db))!;
    expect(todayOf(early, { timeZone: 'Pacific/Pago_Pago', notBefore: null })).toBe('2026-11-22');
    const change = { ...before, key: randomUUID(), version, timeZone: 'Pacific/Pago_Pago' };
    expect((await changeHouse(acting(library.db, library.coordinator, early), change)).ok).toBe(true);
    const house = (await readHouse(library.db))!;
    expect([todayOf(early, house), todayOf(new Date('2026-11-24T05:00:00Z'), house)]).toEqual([TODAY, TODAY]);
    expect(todayOf(new Date('2026-11-25T05:00:00Z'), house)).toBe('2026-11-24');
    const back = { ...before, key: randomUUID(), version: house.version };
    expect((await changeHouse(acting(library.db, library.coordinator, early), back)).ok).toBe(true);
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
    const { personId } = await somebodyOf(library, 'Edwin Lackland', 'edwin@house.example');
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
    expect(await endAccess(acting(library.db, library.coordinator, NOW), { key: randomUUID(), personId })).toMatchObject({
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
    const { personId } = await somebodyOf(library, 'Nessa Ashlock', 'nessa@house.example');
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
    const recorded = async () =>
      (await readActs(library.db, { search: `person ${donor}`, limit: 50, offset: 0 })).acts.find(
        ({ kind }) => kind === 'access given: member',
      )?.person;
    expect(await recorded()).toEqual({ id: donor, name: 'Dorothea Merridew' });
    await erase(acting(library.db, library.coordinator, NOW), { key: randomUUID(), personId: donor, texts: [] });
    expect(await recorded()).toEqual({ id: donor, name: 'Former member' });
    expect(await findLotByCode(library.db, code)).toMatchObject({
      donor: 'Former member',
      garden: expect.stringMatching(/^Former garden \d+$/),
      onHand: 500,
    });
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
    const called = `person ${'9'.repeat(30)}`;
    await recordAct(library.db, { key: randomUUID(), kind: 'garden saved', subject: called, accountId: null, answer: null });
    expect((await readActs(library.db, { search: '9'.repeat(30), limit: 5, offset: 0 })).acts).toMatchObject([
      { subject: called, person: null },
    ]);
  });

  test('what was typed before a session ran out is given back to the same person only', async () => {
    const id = await parkForm(library.db, { accountId: library.helper.accountId, path: '/intake', fields: { variety: 'Slow Line' } });
    expect(await readParkedForm(library.db, id, library.helper.accountId)).toEqual({ variety: 'Slow Line' });
    expect(await readParkedForm(library.db, id, library.member.accountId)).toBeNull();
  });
});
