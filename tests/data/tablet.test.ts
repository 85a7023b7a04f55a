import { beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { LOCKS_AFTER_MS } from '#core/people/tablet.ts';
import { setPassword, type Actor } from '#data/people/accounts.ts';
import { findFormerSession } from '#data/people/sessions.ts';
import { readActs } from '#data/acts.ts';
import { acting } from '#services/command.server.ts';
import { endAccess } from '#services/people/people.server.ts';
import { sessionOf, signIn } from '#services/people/signIn.server.ts';
import { choosePin, lockTablet, shareDevice, takeTablet } from '#services/people/tablet.server.ts';
import { hashPassword, hashToken } from '#services/secrets.server.ts';
import { NOW, preparedLibrary, type Library } from './database.ts';

const PASSWORD = 'a long enough password';
const later = (ms: number) => new Date(NOW.getTime() + ms);

let library: Library;
let token: string;
beforeAll(async () => {
  library = await preparedLibrary();
  await setPassword(library.db, library.coordinator.accountId, await hashPassword(PASSWORD));
  for (const [actor, pin] of [
    [library.coordinator, '4071'],
    [library.helper, '8302'],
  ] as const)
    await choosePin(acting(library.db, actor, NOW), { key: randomUUID(), pin });
});
beforeEach(async () => {
  const attempt = { email: 'coordinator@house.example', password: PASSWORD, machine: '::1', device: 'tablet', known: null };
  const done = await signIn(library.db, NOW, attempt);
  if (!done.ok) throw new Error('not signed in');
  token = done.door.token;
  await shareDevice(library.db, NOW, token, library.coordinator);
});

const take = (actor: Actor, pin: string, at = NOW) => takeTablet(library.db, at, { token, accountId: actor.accountId, pin });
const worker = async (at = NOW) => (await sessionOf(library.db, token, at))?.actor?.name ?? null;

describe('a shared tablet', () => {
  test('is locked until somebody gives name and PIN; what is done there is theirs, and the next one takes it over', async () => {
    expect(await sessionOf(library.db, token, NOW)).toEqual({ actor: null, isShared: true });
    expect(await take(library.helper, '8302')).toEqual({ ok: true });
    expect(await worker()).toBe('Helper');
    await lockTablet(library.db, token);
    expect(await worker()).toBeNull();
    expect(await take(library.coordinator, '4071')).toEqual({ ok: true });
    expect(await worker()).toBe('Coordinator');
    const { acts } = await readActs(library.db, { search: 'tablet', limit: 9, offset: 0 });
    expect(acts.map(({ kind, by }) => [kind, by])).toContainEqual(['tablet taken', 'Helper']);
  });

  test('locks after five minutes without a touch; each touch counts from anew', async () => {
    await take(library.helper, '8302');
    expect(await worker(later(LOCKS_AFTER_MS - 60_000))).toBe('Helper');
    expect(await worker(later(2 * LOCKS_AFTER_MS - 120_000))).toBe('Helper');
    expect(await worker(later(3 * LOCKS_AFTER_MS))).toBeNull();
    // What they were typing is kept for them, not for whoever signed the tablet in.
    expect(await findFormerSession(library.db, hashToken(token))).toBe(library.helper.accountId);
  });

  test('takes no wrong PIN, nor anybody without one, and slows down who guesses', async () => {
    expect(await take(library.helper, '4071')).toMatchObject({ problem: { code: 'wrong' } });
    expect(await take(library.member, '')).toMatchObject({ problem: { code: 'wrong' } });
    for (let tries = 0; tries < 5; tries += 1) await take(library.helper, '0000');
    expect(await take(library.helper, '8302')).toMatchObject({ problem: { code: 'wait' } });
    expect(await take(library.helper, '8302', later(16 * 60_000))).toEqual({ ok: true });
  });

  test('is closed to somebody whose access has ended, also while they work at it', async () => {
    await take(library.helper, '8302', later(60 * 60_000));
    const ending = { key: randomUUID(), personId: library.helper.personId };
    await endAccess(acting(library.db, library.coordinator, NOW), ending);
    expect(await worker(later(60 * 60_000))).toBeNull();
    expect(await take(library.helper, '8302', later(2 * 60 * 60_000))).toMatchObject({ problem: { code: 'wrong' } });
  });
});
