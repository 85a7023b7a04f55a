import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import type { LoanId } from '#core/kernel/kinds.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readOutlook } from '#data/lots/outlooks.ts';
import { acting } from '#services/command.server.ts';
import { ensureGarden } from '#data/people/gardens.ts';
import { lendPackets } from '#services/desk/desk.server.ts';
import { agreeGrowOut, placeGrowOut, proposeGrowOut } from '#services/growouts/growOuts.server.ts';
import { noteWant, readWants } from '#services/stock/wants.server.ts';
import { readLastAct, undo } from '#services/undo.server.ts';
import { endFeed, makeFeed, newFeed, readCalendar } from '#services/tests/calendar.server.ts';
import { recordLoanEmergence } from '#services/tests/emergence.server.ts';
import { readPlan, savePlan } from '#services/tests/testPlan.server.ts';
import { NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { onTowels } from './onTowels.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const towels = onTowels(() => library);
const house = async () => (await readHouse(library.db))!;
const lot = async (code: string) => (await findLotByCode(library.db, code))!;

describe('what is wanted', () => {
  const want = async (variety: string) => (await readWants(library.db, await house(), TODAY)).find((one) => one.variety === variety);

  test('a line down to a handful is wanted, one with plenty is not', async () => {
    await takeIn(library, { variety: 'Plenty', amount: '20000 seeds', harvested: '2026' });
    await takeIn(library, { variety: 'Handful', amount: '9 seeds', harvested: '2026' });
    expect(await want('Plenty')).toBeUndefined();
    expect(await want('Handful')).toMatchObject({ act: 'ask, swap or order', lots: 1, target: expect.any(Number) });
  });

  test('a test that went badly puts its line on the list', async () => {
    const code = await takeIn(library, { variety: 'Gone Weak', amount: '20000 seeds', harvested: '2026' });
    expect(await want('Gone Weak')).toBeUndefined();
    const id = await towels.layOne(code, 100);
    await towels.count(id, { more: { sprouted: 20 } }, '2026-12-01');
    await towels.end(id, { reason: 'Done' }, '2026-12-01');
    expect(await want('Gone Weak')).toMatchObject({ why: 'too weak to lend', act: 'grow out', usable: 0 });
  });
});

describe('how far a want has got', () => {
  const note = (lineId: number, state: 'open' | 'asked' | 'ordered' | 'arrived', whom: string | null = null) =>
    noteWant(acting(library.db, library.helper, TODAY), { key: randomUUID(), lineId, state, whom });

  test('the newest word counts, says with whom and by whom, and is taken back', async () => {
    const code = await takeIn(library, { variety: 'Asked For', amount: '9 seeds', harvested: '2026' });
    const { lineId } = await lot(code);
    const got = async () => (await readWants(library.db, await house(), TODAY)).find((want) => want.lineId === lineId)!.got;
    expect(await got()).toBeNull();
    await note(lineId, 'asked', 'the library over the hill');
    expect(await got()).toEqual({ state: 'asked', whom: 'the library over the hill', on: TODAY, by: 'Helper' });
    await note(lineId, 'ordered');
    expect(await got()).toMatchObject({ state: 'ordered', whom: null });
    const { key } = (await readLastAct(library.db, library.helper))!;
    expect(await undo(acting(library.db, library.helper, TODAY), { key: randomUUID(), act: key })).toMatchObject({ ok: true });
    expect(await got()).toMatchObject({ state: 'asked' });
    await note(lineId, 'open');
    expect(await got()).toBeNull();
    expect(await note(987_654, 'asked')).toMatchObject({ problem: { code: 'no such line' } });
  });
});

describe('what members saw come up', () => {
  const told = (actor: Library['helper'], loanId: LoanId, sown: number, up: number) =>
    recordLoanEmergence(acting(library.db, actor, TODAY), { key: randomUUID(), loanId, sown, up, seenOn: TODAY, note: null });

  test('is told by the member or the desk, of no more than was lent, and enters the outlook', async () => {
    const code = await takeIn(library, { variety: 'Garden Told' });
    const lent = await lendPackets(acting(library.db, library.coordinator, TODAY), {
      key: randomUUID(),
      code,
      memberId: library.member.personId,
      packets: 1,
      overrideReason: 'asked',
    });
    const loanId = lent.ok ? lent.answer.loanId : 0;
    const before = (await readOutlook(library.db, (await lot(code)).id))!;
    expect(await told(library.member, loanId, 41, 2)).toMatchObject({ problem: { code: 'more than was lent', seeds: 40 } });
    expect(await told({ ...library.member, personId: library.helper.personId }, loanId, 30, 2)).toMatchObject({
      problem: { code: 'no such loan' },
    });
    expect(await told(library.member, loanId, 40, 2)).toMatchObject({ ok: true });
    const after = (await readOutlook(library.db, (await lot(code)).id))!;
    expect(after.median).toBeLessThan(before.median);
    expect(await told(library.helper, loanId, 10, 9)).toMatchObject({ ok: true, answer: { memberId: library.member.personId } });
    // Judged by its outlook, as untested seed is: what came up in a garden is no test.
    expect(await lot(code)).toMatchObject({ verdict: 'sow thicker', testedOn: null });
  });
});

describe('tests in a calendar', () => {
  const calendar = async (token: string) => readCalendar(library.db, token, (await readHouse(library.db))!, TODAY, 'http://house.example');

  test('tells towels by day and tests by week under its address, names no person, and ends when it is revoked', async () => {
    const laid = await takeIn(library, { variety: 'In The Diary' });
    await towels.layOne(laid, 10);
    const due = await takeIn(library, { variety: 'To Be Laid', harvested: 'unknown' });
    const { bench, start } = await readPlan(library.db, await house(), TODAY);
    await savePlan(acting(library.db, library.helper, TODAY), {
      key: randomUUID(),
      version: bench.version,
      plan: [{ lotId: (await lot(due)).id, week: start, pinned: false }],
    });
    const key = randomUUID();
    const token = (await newFeed(acting(library.db, library.helper, NOW), key))!;
    const text = (await calendar(token))!;
    expect(text).toContain('BEGIN:VCALENDAR');
    expect(text).toMatch(/DTSTART;VALUE=DATE:20261128\r\n/);
    expect(text).toContain('DTSTART;VALUE=DATE:20261123');
    expect(text.replace(/\r\n /g, '')).toContain('In The Diary');
    expect(text.replace(/\r\n /g, '')).toContain('To Be Laid');
    expect(text).not.toContain('Helper');
    expect(await newFeed(acting(library.db, library.helper, NOW), key)).toBeNull();
    expect(await calendar(token)).not.toBeNull();
    const second = (await newFeed(acting(library.db, library.helper, NOW), randomUUID()))!;
    expect(await calendar(token)).toBeNull();
    await endFeed(acting(library.db, library.helper, NOW), { key: randomUUID() });
    expect(await calendar(second)).toBeNull();
  });

  test('a guessed address tells nothing; a grower’s tells only what they grow, with the turns of two cages', async () => {
    expect(await calendar('guessed')).toBeNull();
    const code = await takeIn(library, { variety: 'Calendar Line', amount: '2000 seeds', harvested: '2026' });
    const leads = acting(library.db, library.coordinator, TODAY);
    const done = await proposeGrowOut(leads, { key: randomUUID(), code, plants: 10, seeds: 40, note: null });
    const growOutId = done.ok ? done.answer.id : 0;
    const garden = await ensureGarden(library.db, null, 'Calendar Garden');
    await placeGrowOut(leads, {
      key: randomUUID(),
      growOutId,
      garden,
      plot: null,
      squareMetres: null,
      methods: ['alternate cages'],
      sowOn: '2027-04-10',
    });
    // Of an address that is only a hash nobody has the token.
    expect((await makeFeed(acting(library.db, library.member, NOW), { key: randomUUID(), hash: '0'.repeat(64) })).ok).toBe(true);
    expect(await calendar('0'.repeat(64))).toBeNull();
    const theirs = (await newFeed(acting(library.db, library.member, NOW), randomUUID()))!;
    expect(await calendar(theirs)).not.toContain('Calendar Line');
    await agreeGrowOut(leads, { key: randomUUID(), growOutId, grower: library.member.name });
    const text = (await calendar(theirs))!.replaceAll(/\r\n /g, '');
    expect(text).toContain('SUMMARY:Sow Pea ‘Calendar Line’');
    expect(text).toContain('DTSTART;VALUE=DATE:20270410');
    expect(text).toMatch(/Open the cage of Pea/);
    expect(text).not.toMatch(/towel|Lay \d/);
    // An address outlives its owner's work here, and from then on tells no tests.
    const token = (await newFeed(acting(library.db, library.helper, NOW), randomUUID()))!;
    const become = (role: 'member' | 'helper') =>
      library.owner.updateTable('account').set({ role }).where('id', '=', library.helper.accountId).execute();
    await become('member');
    expect(await calendar(token)).not.toMatch(/towel|Lay \d/);
    await become('helper');
    expect(await calendar(token)).toMatch(/towel|Lay \d/);
  });
});
