import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { findAct } from '#data/acts.ts';
import { brokenRule, worthAnotherTry } from '#data/databaseErrors.ts';
import type { Db } from '#data/database.ts';
import { createPerson } from '#data/people/people.ts';
import type { CommandName } from '#core/people/commands.ts';
import { perform } from '#services/perform.server.ts';
import { preparedLibrary, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const person = (tx: Db, name: string) => createPerson(tx, { name, email: null, phone: null, note: null, isMember: false });
const named = async (name: string) => (await library.db.selectFrom('person').select('id').where('name', '=', name).execute()).length;
const act = (command: CommandName, key = randomUUID()) => ({ key, command, actor: library.helper });

describe('one act', () => {
  test('is one transaction: what fails half-way leaves nothing, and may be tried again under the same key', async () => {
    const key = randomUUID();
    const failing = perform(library.db, act('person added', key), async (tx) => {
      await person(tx, 'Half Done');
      throw new Error('the lamp fell over');
    });
    await expect(failing).rejects.toThrow('the lamp fell over');
    expect(await named('Half Done')).toBe(0);
    expect(await findAct(library.db, key)).toBeNull();
    const again = await perform(library.db, act('person added', key), async (tx) => ({
      answer: await person(tx, 'Half Done'),
      subject: null,
    }));
    expect(again.ok).toBe(true);
    expect(await named('Half Done')).toBe(1);
  });

  test('that is refused gives its problem, and nothing is kept', async () => {
    const done = await perform<null, { code: 'no' }>(library.db, act('person added'), async (tx, refuse) => {
      await person(tx, 'Refused');
      return refuse({ code: 'no' });
    });
    expect(done).toEqual({ ok: false, problem: { code: 'no' } });
    expect(await named('Refused')).toBe(0);
  });

  test('that runs into a rule of the database it was told of is refused with the rule’s problem; any other rule is an error', async () => {
    const taken = { ...act('person added'), broken: { account_email_once: { code: 'email taken' } } as const };
    const breaking = (constraint: string) =>
      perform<null, { code: string }>(library.db, { ...taken, key: randomUUID() }, async (tx) => {
        await person(tx, 'Broken');
        await sql.raw(`do $$ begin raise exception 'no' using errcode = '23505', constraint = '${constraint}'; end $$`).execute(tx);
        return { answer: null, subject: null };
      });
    expect(await breaking('account_email_once')).toEqual({ ok: false, problem: { code: 'email taken' } });
    await expect(breaking('another_rule')).rejects.toMatchObject({ constraint: 'another_rule' });
    expect(await named('Broken')).toBe(0);
  });

  test('sent twice at once is done once, and both get the same answer', async () => {
    const key = randomUUID();
    const send = () =>
      perform(library.db, act('person added', key), async (tx) => ({ answer: { id: await person(tx, 'Once') }, subject: 'once' }));
    const [one, other] = await Promise.all([send(), send()]);
    expect(one).toEqual(other);
    expect(await named('Once')).toBe(1);
  });

  test('that runs into another’s deadlock is tried again', async () => {
    const ids = [await person(library.db, 'Left'), await person(library.db, 'Right')];
    // Each waits for the row the other holds; PostgreSQL ends one of the two, which starts over.
    const touch = (order: readonly number[]) =>
      perform(library.db, act('person changed'), async (tx) => {
        for (const id of order) {
          await sql`select from person where id = ${id} for update`.execute(tx);
          await sql`select pg_sleep(0.2)`.execute(tx);
        }
        return { answer: null, subject: null };
      });
    const done = await Promise.all([touch(ids), touch([...ids].reverse())]);
    expect(done.every(({ ok }) => ok)).toBe(true);
  });
});

describe('what the database says', () => {
  test('a broken rule is known by its name', async () => {
    const broken = await sql`insert into place (name) values ('Shelf')`.execute(library.db).catch((error: unknown) => error);
    expect(brokenRule(broken)).toBe('place_name_once');
    expect(worthAnotherTry(broken)).toBe(false);
  });

  test('other errors are no broken rules', async () => {
    const wrong = await sql`select no_such_column from lot`.execute(library.db).catch((error: unknown) => error);
    expect([brokenRule(wrong), brokenRule(new Error('x')), brokenRule(null), worthAnotherTry('x')]).toEqual([null, null, null, false]);
  });

  test('a lot that came before its parent, or is its own, cannot be written: descent has no cycles', async () => {
    await expect(sql`insert into lot_parent (child_id, parent_id) values (1, 2)`.execute(library.db)).rejects.toMatchObject({
      constraint: 'lot_parent_is_older',
    });
    await expect(sql`insert into lot_parent (child_id, parent_id) values (1, 1)`.execute(library.db)).rejects.toMatchObject({
      constraint: 'lot_parent_is_older',
    });
  });
});
