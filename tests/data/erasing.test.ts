import { beforeAll, expect, test } from '@jest/globals';
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { findLotByCode } from '#data/lots/lots.ts';
import { ensureGarden } from '#data/people/gardens.ts';
import { parkForm } from '#data/people/parkedForms.ts';
import { updatePerson, findPerson } from '#data/people/people.ts';
import { acting } from '#services/command.server.ts';
import { startDraft } from '#services/intake/drafts.server.ts';
import { refuseSeed } from '#services/intake/intake.server.ts';
import { setHold } from '#services/lots/holdSeed.server.ts';
import { erase, readBeforeErasing } from '#services/people/erasing.server.ts';
import { sessionOf } from '#services/people/signIn.server.ts';
import { giveSeed } from '#services/stock/giving.server.ts';
import { findHoldings } from '#data/stock/places.ts';
import { WRITTEN_IN } from '#words/freeText.ts';
import { NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { NO_FREE_TEXT } from './noFreeText.ts';
import { PASSWORD, somebodyOf, tryToSignIn } from './signingIn.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const leads = () => acting(library.db, library.coordinator, TODAY);

/** All that a dump of the database holds. */
const dump = async (): Promise<string> => {
  const { rows } = await sql<{ name: string; version: number }>`
    select current_database() as name, current_setting('server_version_num')::int / 10000 as version`.execute(library.owner);
  const url = new URL(process.env['OWNER_DATABASE_URL']!);
  url.pathname = `/${rows[0]!.name}`;
  return execFileSync(`/usr/lib/postgresql/${rows[0]!.version}/bin/pg_dump`, [url.href], { encoding: 'utf8', maxBuffer: 2 ** 28 });
};

test('of somebody who was erased nothing is left in a dump: name, mail, telephone, place, devices, tries, drafts, forms and the record', async () => {
  const { db } = library;
  const { personId } = await somebodyOf(library, 'Loveday Pascoe', 'loveday@mill.example');
  const before = (await findPerson(db, personId))!;
  const known = { ...before, email: 'l.pascoe@post.example', phone: '0555 778899', note: 'Loveday has a shed' };
  await updatePerson(db, personId, known, before.version);
  const code = await takeIn(library, { variety: 'Of Loveday’s', donor: 'Loveday Pascoe', firstSource: 'from Loveday Pascoe’s aunt' });
  const lot = (await findLotByCode(db, code))!;
  const garden = await ensureGarden(db, personId, 'Pascoe’s Acre');
  await sql`update garden set latitude = 51.23456, longitude = -1.65432 where id = ${garden}`.execute(library.owner);
  await setHold(leads(), { key: randomUUID(), code, kind: 'identity', reason: 'LOVEDAY PASCOE says it is another' });
  await setHold(leads(), {
    key: randomUUID(),
    code: await takeIn(library, { variety: 'Held' }),
    kind: 'pests',
    reason: 'seen by Mrs Pascoe',
  });
  const [holding] = await findHoldings(db, lot.id);
  const other = await takeIn(library, { variety: 'Given On' });
  const [from] = await findHoldings(db, (await findLotByCode(db, other))!.id);
  const give = {
    key: randomUUID(),
    code: other,
    holding: from!.id,
    part: '20 seeds',
    to: 'Loveday Pascoe',
    isLibrary: false,
    overrideReason: null,
  };
  expect((await giveSeed(leads(), give)).ok).toBe(true);
  await startDraft(db, library.helper, {
    key: randomUUID(),
    answers: { crop: 'pea', donor: 'Loveday Pascoe' },
    title: 'Pea from Loveday Pascoe',
    back: null,
  });
  const turnedAway = { key: randomUUID(), draftId: null, what: 'Pea from Loveday Pascoe', why: 'not wanted' };
  expect((await refuseSeed(leads(), turnedAway)).ok).toBe(true);
  const signedIn = await tryToSignIn(library, 'loveday@mill.example', PASSWORD);
  const actor = (await sessionOf(db, signedIn.ok ? signedIn.door.token : '', NOW))!.actor!;
  await parkForm(db, { accountId: actor.accountId, path: '/mine', fields: { note: 'my own note' } });
  await parkForm(db, { accountId: library.helper.accountId, path: '/desk', fields: { who: 'Loveday Pascoe' } });
  await tryToSignIn(library, 'loveday@mill.example', 'wrong');
  expect(holding).toBeDefined();
  expect(await dump()).toMatch(/Loveday Pascoe/);

  const shown = (await readBeforeErasing(db, personId))!;
  const said = Object.fromEntries(shown.written.map((one) => [one.said, one.at]));
  expect(Object.keys(said)).toEqual(expect.arrayContaining(['LOVEDAY PASCOE says it is another', 'seen by Mrs Pascoe', 'Loveday Pascoe']));
  expect(Object.keys(said)).not.toContain('Loveday has a shed');
  expect(shown.names).toContainEqual({ at: 'line.name', said: 'Of Loveday’s' });
  const texts = [
    { at: said['seen by Mrs Pascoe']!, said: 'seen by the donor' },
    // Nothing that does not name them is changed in passing.
    { at: `hold_written.reason.999999`, said: 'forged' },
    { at: `lot_written.note.${lot.id}`, said: 'forged' },
  ];
  expect(await erase(leads(), { key: randomUUID(), personId, texts })).toMatchObject({ ok: true });

  const left = await dump();
  expect(left).toContain('seen by the donor');
  expect(left).not.toContain('forged');
  // A line is called so on its own page, where it may be renamed.
  const leftOf = left
    .split('\n')
    .filter(
      (line) => /pascoe|loveday@|778899|51\.23|1\.654|my own note/i.test(line) || (/loveday/i.test(line) && !line.includes('Of Loveday’s')),
    );
  expect(leftOf).toEqual([]);
  expect(await erase(leads(), { key: randomUUID(), personId, texts: [] })).toMatchObject({ problem: { code: 'no such person' } });
  expect(await erase(leads(), { key: randomUUID(), personId: 999_999, texts: [] })).toMatchObject({ problem: { code: 'no such person' } });
});

test('facts are as unchanging as before, and what was written of others stays', async () => {
  const code = await takeIn(library, { variety: 'Still A Fact' });
  await setHold(leads(), { key: randomUUID(), code, kind: 'pests', reason: 'weevils' });
  for (const statement of ["update hold_written set reason = 'x'", "set granary.erasing = 'yes'; update hold_written set reason = 'x'"])
    await expect(sql.raw(statement).execute(library.db)).rejects.toBeDefined();
  await expect(sql`update hold_written set reason = 'x'`.execute(library.owner)).rejects.toMatchObject({ constraint: 'append_only' });
  await expect(sql`select reword('account', 'role', 1, 'coordinator')`.execute(library.db)).rejects.toThrow(/no free text/);
  await sql`reset granary.erasing`.execute(library.db).catch(() => undefined);
});

test('every column in which text is kept is known: people write there, or they do not', async () => {
  const { rows } = await sql<{ at: string }>`
    select c.table_name || '.' || c.column_name as at from information_schema.columns c join information_schema.tables t using (table_schema, table_name)
    where table_schema = 'public' and table_type = 'BASE TABLE' and c.is_generated = 'NEVER' and c.data_type in ('text', 'jsonb', 'ARRAY')
      and not exists (select from free_text f where f.table_name = c.table_name and f.column_name = c.column_name) order by 1`.execute(
    library.owner,
  );
  expect(rows.map(({ at }) => at).sort()).toEqual([...NO_FREE_TEXT].sort());
  const { rows: told } = await sql<{
    at: string;
  }>`select table_name || '.' || column_name as at from free_text where how <> 'auto' order by 1`.execute(library.owner);
  expect(Object.keys(WRITTEN_IN).sort()).toEqual(told.map(({ at }) => at).sort());
});
