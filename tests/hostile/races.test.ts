import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { readCrop } from '#data/almanac/almanac.ts';
import { openDatabase } from '#data/database.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { now, startSampleLibrary, type SampleLibrary } from '../support/library.ts';
import { inParallel } from '../support/session.ts';
import { storiesIn } from '../support/stories.ts';
import { deedsOn, readGround, send, type Deed } from '../support/deeds.ts';
import { audit } from './audit.ts';
import { drawnFrom, upTo } from './hostileLibrary.ts';

let library: SampleLibrary;
let member: number;
beforeAll(async () => {
  library = await startSampleLibrary();
  member = library.actors.member.personId;
});
afterAll(() => library.stop());

const left = async (code: string) => (await findLotByCode(library.db, code))!.onHand;

/** A lettuce lot with so many packets of 50 seeds and not one more. */
async function withPackets(packets: number): Promise<string> {
  const story = storiesIn(library);
  const seeds = packets * (await readCrop(library.db, 'lettuce'))!.packet;
  const code = await story.takeIn({ crop: 'lettuce', variety: `Raced ${randomUUID().slice(0, 8)}`, amount: `${seeds} seeds` });
  await story.liftHolds(code);
  return code;
}

test.each([2, 8])('%i at once for the last packet: one gets it, again and again', async (many) => {
  for (let round = 0; round < upTo(4, Math.round(1000 / many / 4)); round += 1) {
    const code = await withPackets(1);
    const lend = (): Deed => ({ path: `/people/${member}`, form: { key: randomUUID(), code, packets: '1', overrideReason: 'for a race' } });
    const answers = await Promise.all(Array.from({ length: many }, () => send(library.url, lend())));
    expect(answers.filter((status) => status === 200)).toHaveLength(1);
    expect(answers.every((status) => status !== null && status < 500)).toBe(true);
    expect(await left(code)).toBe(0);
  }
  expect(await audit(library.db)).toEqual([]);
});

test('the same form, sent by eight at once, has one effect', async () => {
  const deed = deedsOn(await readGround(library.db, now(), 2), drawnFrom(11));
  for (let round = 0; round < upTo(12, 200); round += 1) {
    const one = deed();
    const answers = await Promise.all(Array.from({ length: 8 }, () => send(library.url, one)));
    // All the same outcome: done, or not.
    expect(new Set(answers).size).toBe(1);
    expect(answers[0]).toBeLessThan(500);
    const { rows } = await sql<{ acts: number; drafts: number }>`
      select (select count(*)::int from act where key = ${one.form['key']}::uuid) as acts,
        (select count(*)::int from draft where id = ${one.form['key']}::uuid) as drafts`.execute(library.db);
    expect(rows[0]!.acts + rows[0]!.drafts).toBeLessThanOrEqual(1);
  }
  expect(await audit(library.db)).toEqual([]);
});

test('mixed acts on the same few lots leave a ledger that adds up, and no error of the server', async () => {
  const deed = deedsOn(await readGround(library.db, now(), 3), drawnFrom(7));
  const deeds = Array.from({ length: upTo(80, 1000) }, deed);
  const answers = await inParallel(deeds, (one) => send(library.url, one), 8);
  expect(answers.filter((status) => status === null || status >= 500)).toEqual([]);
  expect(new Set(answers).size).toBeGreaterThan(1);
  expect(await audit(library.db)).toEqual([]);
});

test('the audit finds what it is for', async () => {
  const owner = openDatabase({ url: library.database.ownerUrl, most: 1 });
  /** What the audit says of a library that is spoiled so; nothing of it is kept. */
  const spoiledBy = async (statement: string): Promise<string[]> => {
    let lines: string[] = [];
    const spoiling = owner.transaction().execute(async (tx) => {
      await sql.raw(statement).execute(tx);
      lines = await audit(tx);
      throw new Error('nothing of it is kept');
    });
    await expect(spoiling).rejects.toThrow('nothing of it is kept');
    return lines.map((line) => line.split(':')[0]!);
  };
  expect(await spoiledBy('update holding set balance = balance + 1 where id = (select min(id) from holding)')).toEqual([
    'a holding has what came in less what went out',
    'a lot has what its holdings have',
  ]);
  expect(await spoiledBy('delete from open_loan')).toEqual(['a loan is open until it is closed, and closed once']);
  await owner.destroy();
});
