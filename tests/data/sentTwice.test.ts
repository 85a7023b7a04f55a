import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { findDraft } from '#data/intake/drafts.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { acting } from '#services/command.server.ts';
import { lendPackets } from '#services/desk/desk.server.ts';
import { keepDraft, startDraft } from '#services/intake/drafts.server.ts';
import { receiveLot, refuseSeed } from '#services/intake/intake.server.ts';
import { addPerson } from '#services/people/people.server.ts';
import { SentBefore } from '#services/perform.server.ts';
import { newFeed } from '#services/tests/calendar.server.ts';
import { intake, NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const works = () => acting(library.db, library.helper, TODAY);
const peopleCalled = async (name: string) =>
  (await library.db.selectFrom('person').select('id').where('name', '=', name).execute()).map(({ id }) => id);

describe('a form sent twice', () => {
  test('with the same contents has one effect and one answer; with others, or by another, nothing is done and it is said', async () => {
    const [one, other] = [await takeIn(library, { variety: 'Sent Once' }), await takeIn(library, { variety: 'Sent Instead' })];
    const key = randomUUID();
    const lend = (code: string, packets = 1, actor = library.helper) =>
      lendPackets(acting(library.db, actor, TODAY), { key, code, memberId: library.member.personId, packets, overrideReason: null });
    const first = await lend(one);
    expect(first.ok).toBe(true);
    expect(await lend(one)).toEqual(first);
    await expect(lend(other)).rejects.toThrow(SentBefore);
    await expect(lend(one, 3)).rejects.toThrow(SentBefore);
    await expect(lend(one, 1, library.coordinator)).rejects.toThrow(SentBefore);
    expect((await findLotByCode(library.db, other))!.onHand).toBe(500);
    expect(await library.db.selectFrom('loan').select('id').where('act_key', '=', key).execute()).toHaveLength(1);
  });

  test('is known although it makes something anew each time: an address is told once', async () => {
    const key = randomUUID();
    expect(await newFeed(works(), key)).not.toBeNull();
    expect(await newFeed(works(), key)).toBeNull();
  });
});

describe('an interview', () => {
  const draft = (key: string, variety: string) =>
    startDraft(library.db, library.helper, { key, answers: { crop: 'pea', variety }, title: variety, back: null });

  test('that is saved twice, also at once, is one draft, with what was said last', async () => {
    const key = randomUUID();
    await Promise.all([draft(key, 'Twice Saved'), draft(key, 'Twice Saved')]);
    expect(await draft(key, 'Said Later')).toBe(key);
    expect(await findDraft(library.db, key)).toMatchObject({ answers: { variety: 'Said Later' }, version: 1 });
    // Once somebody has gone on with it, a late first saving does not undo that.
    await keepDraft(library.db, NOW, key, { answers: { crop: 'pea', variety: 'Gone On' }, title: 'Gone On', version: 1 });
    await draft(key, 'Too Late');
    expect(await findDraft(library.db, key)).toMatchObject({ answers: { variety: 'Gone On' }, version: 2 });
  });

  test('that has ended is not begun again by a saving that comes late, and is refused once', async () => {
    const taken = intake({ variety: 'Ended Before' });
    expect((await receiveLot(works(), taken)).ok).toBe(true);
    expect(await draft(taken.key, 'Ended Before')).toBeNull();
    const draftId = randomUUID();
    await draft(draftId, 'Turned Away');
    const refuse = (key: string) => refuseSeed(works(), { key, draftId, what: 'Pea ‘Turned Away’', why: 'not wanted' });
    const key = randomUUID();
    expect([await refuse(key), await refuse(key)]).toEqual([
      { ok: true, answer: null },
      { ok: true, answer: null },
    ]);
    expect(await refuse(randomUUID())).toMatchObject({ problem: { code: 'no such draft' } });
    const { rows } = await sql`select from act where kind = 'seed refused'`.execute(library.db);
    expect(rows).toHaveLength(1);
  });
});

describe('a new person whom two name at once', () => {
  test('at intake is one person', async () => {
    const both = ['At Once One', 'At Once Two'].map((variety) =>
      receiveLot(works(), intake({ variety, donor: 'Rosina Fallow', donorNew: 'Rosina Fallow' })),
    );
    expect((await Promise.all(both)).map(({ ok }) => ok)).toEqual([true, true]);
    const ids = await peopleCalled('Rosina Fallow');
    expect(ids).toHaveLength(1);
    const { rows } = await sql<{ lots: number }>`select count(*)::int as lots from lot where donor_id = ${ids[0]}`.execute(library.db);
    expect(rows[0]!.lots).toBe(2);
  });

  test('at the desk is asked about the second time', async () => {
    const fields = { name: 'Tamsyn Fallowe', email: null, phone: null, note: null, groupOf: null, contact: null, isMember: true };
    const both = await Promise.all([1, 2, 3].map(() => addPerson(works(), { key: randomUUID(), ...fields })));
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    expect(both.find(({ ok }) => !ok)).toMatchObject({ problem: { code: 'already there' } });
    expect(await peopleCalled('Tamsyn Fallowe')).toHaveLength(1);
  });
});
