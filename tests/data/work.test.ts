import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import type { Day } from '#core/kernel/kinds.ts';
import { loansOfMember } from '#data/desk/loans.ts';
import { activeHolds, findHolds } from '#data/lots/holds.ts';
import { findLotByCode, findRelatives } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { listLendable } from '#data/stock/offer.ts';
import { listShelves } from '#data/stock/shelves.ts';
import { readFirstHour } from '#data/today/firstHour.ts';
import { readDue } from '#data/today/today.ts';
import { acting } from '#services/command.server.ts';
import { closeLoan, lendPackets } from '#services/desk/desk.server.ts';
import { receiveLot } from '#services/intake/intake.server.ts';
import { liftHold, setHold } from '#services/lots/holdSeed.server.ts';
import { recountLot } from '#services/stock/recount.server.ts';
import { intake, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { onTowels } from './onTowels.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const lend = (code: string, change: { packets?: number; overrideReason?: string; actor?: Library['helper'] } = {}) =>
  lendPackets(acting(library.db, change.actor ?? library.helper, TODAY), {
    key: randomUUID(),
    code,
    memberId: library.member.personId,
    packets: change.packets ?? 1,
    overrideReason: change.overrideReason ?? null,
  });
const { layOne, count, end } = onTowels(() => library);

describe('intake', () => {
  test('a weighed lot is kept in milligrams, a counted one in seeds, and what was typed is kept', async () => {
    const weighed = await lot(await takeIn(library, { amount: '1 lb 6 oz' }));
    const counted = await lot(await takeIn(library, { amount: 'about 300 seeds' }));
    expect([weighed.unit, weighed.onHand, counted.unit, counted.onHand]).toEqual(['mg', 623_690, 'seed', 300]);
  });

  test('unknown is kept as an answer', async () => {
    const code = await takeIn(library, {
      donor: 'unknown',
      garden: 'unknown',
      harvested: 'unknown',
      plantsSown: '',
      plantsStanding: 'unknown',
      plantsHarvested: 'unknown',
      neighbours: 'unknown',
      storedIn: 'unknown',
    });
    const taken = await lot(code);
    expect(taken).toMatchObject({
      donor: null,
      garden: null,
      harvested: null,
      nextTestReason: 'never tested and undated',
      nextTestOn: TODAY,
    });
    const [passport] = await readPassports(library.db, taken.id);
    expect(passport!.answers).toMatchObject({
      harvested: 'unknown',
      plantsHarvested: 'unknown',
      neighbours: 'unknown',
      storedIn: 'unknown',
    });
    expect(await activeHolds(library.db, taken.id)).toEqual(['test']);
  });

  test('the same variety, however it is capitalised, is one line', async () => {
    const [one, other] = [
      await lot(await takeIn(library, { variety: 'Guard’s Van' })),
      await lot(await takeIn(library, { variety: 'guard’s van' })),
    ];
    expect(one.lineId).toBe(other.lineId);
  });

  test('a name that is nearly somebody’s asks who it is; ticking "new" adds them', async () => {
    await takeIn(library);
    const near = await receiveLot(acting(library.db, library.helper, TODAY), intake({ donor: 'Martha Quill' }));
    expect(near).toMatchObject({ ok: false, problem: { code: 'who is it', near: [{ name: 'Marta Quill' }] } });
    const added = await lot(await takeIn(library, { donor: 'Martha Quill', donorNew: 'Martha Quill' }));
    expect(added.donor).toBe('Martha Quill');
  });

  test('a hybrid is held by rule, a crossed lot for trial', async () => {
    expect(await activeHolds(library.db, (await lot(await takeIn(library, { kind: 'F1' }))).id)).toEqual(['identity']);
    expect(await activeHolds(library.db, (await lot(await takeIn(library, { kind: 'crossed' }))).id)).toEqual(['trial']);
  });

  test('a harvest that is still to come, and a crop nobody knows, are refused', async () => {
    expect(await receiveLot(acting(library.db, library.helper, TODAY), intake({ harvested: 'Dec 2026' }))).toMatchObject({
      problem: { code: 'contradiction', found: [{ code: 'harvest in the future', at: 'harvested' }] },
    });
    const moonfruit = intake();
    expect(
      await receiveLot(acting(library.db, library.helper, TODAY), {
        ...moonfruit,
        interview: { ...moonfruit.interview, cropId: 'moonfruit' },
      }),
    ).toMatchObject({ problem: { code: 'no such crop' } });
  });
});

describe('the desk', () => {
  test('packets of the house size leave the lot, and the day of return is agreed', async () => {
    const code = await takeIn(library);
    expect(await lend(code, { packets: 3 })).toMatchObject({ ok: true, answer: { dueOn: '2027-08-17' } });
    expect((await lot(code)).onHand).toBe(500 - 3 * 40);
  });

  test('a hybrid is not lent, by the rule nor past it', async () => {
    const code = await takeIn(library, { kind: 'F1' });
    const held = (await findHolds(library.db, (await lot(code)).id))[0]!;
    await liftHold(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), code, hold: held.id, reason: 'try it' });
    expect(await lend(code)).toEqual({
      ok: false,
      problem: { code: 'refused', because: { answer: 'refused', why: 'F1' }, isTested: false },
    });
    await expect(
      sql`insert into loan (lot_id, member_id, packets, seeds_per_packet, lent_on, due_on, act_key) values (${(await lot(code)).id}, ${library.member.personId}, 1, 10, ${TODAY}, '2027-01-01', ${randomUUID()})`.execute(
        library.db,
      ),
    ).rejects.toMatchObject({ constraint: 'loan_not_of_hybrid' });
  });

  test('a lot on hold is not lent, by the rule nor past it; a lifted hold lets it go', async () => {
    const code = await takeIn(library);
    await setHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, kind: 'drying', reason: 'damp' });
    expect(await lend(code)).toMatchObject({ problem: { because: { why: 'hold', holds: ['drying'] } } });
    const { id } = await lot(code);
    await expect(
      sql`insert into loan (lot_id, member_id, packets, seeds_per_packet, lent_on, due_on, act_key) values (${id}, ${library.member.personId}, 1, 10, ${TODAY}, '2027-01-01', ${randomUUID()})`.execute(
        library.db,
      ),
    ).rejects.toMatchObject({ constraint: 'loan_not_of_held_lot' });
    const [hold] = await findHolds(library.db, id);
    expect(
      await liftHold(acting(library.db, library.helper, TODAY), {
        key: randomUUID(),
        code,
        hold: hold!.id,
        reason: 'weighed twice, settled',
      }),
    ).toMatchObject({ ok: true });
    expect(await lend(code)).toMatchObject({ ok: true });
    expect(
      await liftHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, hold: hold!.id, reason: 'again' }),
    ).toMatchObject({
      problem: { code: 'already lifted' },
    });
  });

  test('a helper does not lift a doubt about what the seed is', async () => {
    const code = await takeIn(library, { kind: 'crossed' });
    const [hold] = await findHolds(library.db, (await lot(code)).id);
    expect(
      await liftHold(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, hold: hold!.id, reason: 'fine' }),
    ).toMatchObject({
      problem: { code: 'not yours to lift' },
    });
  });

  test('weak seed is lent only by a coordinator with a reason', async () => {
    const code = await takeIn(library);
    const testId = await layOne(code);
    await count(testId, { more: { sprouted: 3 } }, '2026-12-01');
    await end(testId, {}, '2026-12-01');
    const reason = 'last of its line, grower knows';
    expect(await lend(code)).toMatchObject({ problem: { because: { answer: 'coordinator', why: 'do not lend' } } });
    expect(await lend(code, { overrideReason: reason })).toMatchObject({ ok: false });
    expect(await lend(code, { overrideReason: reason, actor: library.coordinator })).toMatchObject({ ok: true });
  });

  test('seed that comes back is a child lot, one generation on, and closes the loan', async () => {
    const code = await takeIn(library);
    const lent = await lend(code);
    const loanId = lent.ok ? lent.answer.loanId : 0;
    const back = await receiveLot(
      acting(library.db, library.helper, '2027-09-01'),
      intake({ loan: loanId, harvested: 'Aug 2027', donor: 'Member', amount: '90 seeds' }),
    );
    const child = await lot(back.ok ? back.answer.code : '');
    expect(child).toMatchObject({ origin: 'returned', generation: 1, donor: 'Member', variety: 'Long Siding' });
    expect((await findRelatives(library.db, child.id)).parents).toMatchObject([{ code }]);
    expect((await findRelatives(library.db, (await lot(code)).id)).children).toMatchObject([{ code: child.code }]);
    expect((await loansOfMember(library.db, library.member.personId)).find(({ id }) => id === loanId)).toMatchObject({
      outcome: 'returned',
      returnedAs: [child.code],
    });
    expect(
      await receiveLot(acting(library.db, library.helper, '2027-09-01'), intake({ loan: loanId, harvested: '2027', donor: 'Member' })),
    ).toMatchObject({ problem: { code: 'loan is closed' } });
  });

  test('a child is not harvested before its parent, nor of another crop; part of a return keeps the loan open', async () => {
    const lent = await lend(await takeIn(library));
    const loan = lent.ok ? lent.answer.loanId : 0;
    const back = (change: Record<string, string | boolean>) =>
      receiveLot(acting(library.db, library.helper, TODAY), intake({ loan, donor: 'Member', ...change }));
    expect(await back({ harvested: '2024' })).toMatchObject({ problem: { code: 'harvest before parent', parentHarvest: '2025-09' } });
    expect(await back({ crop: 'kale' })).toMatchObject({ problem: { code: 'another crop was lent', lent: 'Pea' } });
    expect(await back({ harvested: '2025-10' })).toMatchObject({ problem: { code: 'harvest before it was lent', since: TODAY } });
    // Confirmed for another date, it is asked again.
    expect(await back({ harvested: '2025-10', sureHarvested: '2025-11' })).toMatchObject({ ok: false });
    expect(await back({ harvested: '2026', keepsLoanOpen: true })).toMatchObject({ ok: true });
    expect((await loansOfMember(library.db, library.member.personId)).find(({ id }) => id === loan)).toMatchObject({ outcome: null });
  });

  test('a garden that is nearly another is asked about, and taken as new only when that is said', async () => {
    await takeIn(library, { garden: 'Hollow Lane Allotments' });
    const brought = (garden: string, gardenNew?: string) =>
      receiveLot(acting(library.db, library.helper, TODAY), intake({ garden, gardenNew }));
    expect(await brought('Hollow Lnae Allotments')).toMatchObject({ problem: { code: 'which garden', near: ['Hollow Lane Allotments'] } });
    expect(await brought('hollow lane allotments')).toMatchObject({ ok: true });
    expect(await brought('Hollow Lane Allotment', 'Hollow Lane Allotment')).toMatchObject({ ok: true });
  });

  test('a crop of two seasons gives no seed in the year it was lent, unless its plants bolted', async () => {
    const code = await takeIn(library, {
      crop: 'parsnip',
      variety: 'Long Tunnel',
      insects: undefined,
      boughtPlant: 'no',
      neighbours: 'none',
      methods: 'distance',
      amount: '3000 seeds',
      harvested: '2026',
    });
    const lent = await lend(code, { overrideReason: 'never tested', actor: library.coordinator });
    expect(lent).toMatchObject({ ok: true });
    const loan = lent.ok ? lent.answer.loanId : 0;
    const back = (change: Record<string, string | undefined>) =>
      receiveLot(
        acting(library.db, library.helper, '2027-12-01'),
        intake({
          loan,
          donor: 'Member',
          crop: 'parsnip',
          variety: 'Long Tunnel',
          insects: undefined,
          boughtPlant: 'no',
          neighbours: 'none',
          methods: 'distance',
          amount: '300 seeds',
          ...change,
        }),
      );
    expect(await back({ harvested: '2026', bolters: 'none seen' })).toMatchObject({
      problem: { code: 'seed in the first year', since: TODAY },
    });
    expect(await back({ harvested: '2027', bolters: 'none seen' })).toMatchObject({ ok: true });
  });

  test('a failed crop closes the loan, once, whoever clicks first', async () => {
    const lent = await lend(await takeIn(library));
    const close = () =>
      closeLoan(acting(library.db, library.helper, TODAY), {
        key: randomUUID(),
        loanId: lent.ok ? lent.answer.loanId : 0,
        outcome: 'failed crop',
        note: 'slugs',
      });
    const done = await Promise.all([close(), close()]);
    expect(done.map(({ ok }) => ok).sort()).toEqual([false, true]);
  });

  test('who is not a member borrows nothing', async () => {
    const donor = (await lot(await takeIn(library))).donorId!;
    expect(
      await lendPackets(acting(library.db, library.helper, TODAY), {
        key: randomUUID(),
        code: await takeIn(library),
        memberId: donor,
        packets: 1,
        overrideReason: null,
      }),
    ).toMatchObject({ problem: { code: 'not a member' } });
  });
});

describe('the shelves and the day', () => {
  test('lots are found by variety, crop, code and donor, each word narrowing', async () => {
    const code = await takeIn(library, { crop: 'kale', variety: 'Black Cutting', donor: 'Odran Pellow' });
    const find = async (search: string) =>
      (await listShelves(library.db, { search, crop: '', state: '', sort: 'code', today: TODAY, limit: 50, offset: 0 })).lots.map(
        (found) => found.code,
      );
    for (const search of ['black', 'kale cutting', code, 'odran', 'oleracea pellow']) expect(await find(search)).toContain(code);
    for (const search of ['kale siding', '100%_\\']) expect(await find(search)).not.toContain(code);
  });

  test('a state filter shows just the lots in that state', async () => {
    const held = await takeIn(library, { kind: 'crossed' });
    const gone = await takeIn(library);
    await recountLot(acting(library.db, library.helper, TODAY), { key: randomUUID(), code: gone, amount: null, reason: 'mice' });
    const codes = async (state: 'on hold' | 'used up' | 'may be lent') =>
      (await listShelves(library.db, { search: '', crop: '', state, sort: 'amount', today: TODAY, limit: 500, offset: 0 })).lots.map(
        ({ code }) => code,
      );
    expect(await codes('on hold')).toContain(held);
    expect(await codes('used up')).toContain(gone);
    expect(await codes('may be lent')).not.toContain(held);
    expect(await listLendable(library.db, 'long siding', 10)).toEqual([
      { crop: 'Pea', variety: 'Long Siding', ease: 'easy', lifeCycle: 'annual' },
    ]);
  });

  test('the day shows what is due, and no longer when it is done', async () => {
    const due = async (today: Day) => readDue(library.db, today);
    const wanted = async () => (await due(TODAY)).tests[0]?.total ?? 0;
    const before = await wanted();
    const code = await takeIn(library, { harvested: 'unknown' });
    expect(await wanted()).toBe(before + 1);
    const testId = await layOne(code);
    expect(await wanted()).toBe(before);
    expect((await due('2026-11-28')).counts.map(({ id }) => id)).toContain(testId);
    await count(testId, { more: { sprouted: 5 } }, '2026-11-28');
    expect((await due('2026-11-28')).counts.map(({ id }) => id)).not.toContain(testId);
    const lent = await lend(await takeIn(library));
    expect((await due('2028-01-01')).returns.map(({ id }) => id)).toContain(lent.ok ? lent.answer.loanId : 0);
  });

  test('the day of one person is what that person began', async () => {
    const mine = await layOne(await takeIn(library));
    const lent = await lend(await takeIn(library), { actor: library.coordinator });
    const ofHelper = await readDue(library.db, '2028-01-01', library.helper.personId);
    const ofCoordinator = await readDue(library.db, '2028-01-01', library.coordinator.personId);
    expect(ofHelper.counts.map(({ id }) => id)).toContain(mine);
    expect(ofCoordinator.counts.map(({ id }) => id)).not.toContain(mine);
    expect(ofCoordinator.returns.map(({ id }) => id)).toContain(lent.ok ? lent.answer.loanId : 0);
    expect(ofHelper.returns.map(({ id }) => id)).not.toContain(lent.ok ? lent.answer.loanId : 0);
    expect([ofHelper.tests, ofHelper.openings]).toEqual([[], []]);
  });

  test('a library that is set up has nothing left of its first hour', async () => {
    await takeIn(library);
    expect(await readFirstHour(library.db)).toMatchObject({ lot: true, people: true, rules: false, places: false });
  });

  test('the loans kept as open are those without a closing row, and nobody writes them by hand', async () => {
    const { rows } = await sql<{ id: number }>`
      select id from loan where not exists (select from loan_close where loan_id = loan.id)
      except select loan_id from open_loan`.execute(library.db);
    const closed = await sql`select from open_loan join loan_close using (loan_id)`.execute(library.db);
    expect([rows, closed.rows]).toEqual([[], []]);
    await expect(
      sql`insert into open_loan (loan_id, due_on) select id, due_on from loan limit 1`.execute(library.db),
    ).rejects.toMatchObject({ code: '42501' });
  });

  test('correcting the stock needs another amount in a unit the lot is kept in', async () => {
    const code = await takeIn(library, { amount: '80 seeds' });
    const recount = (amount: Parameters<typeof recountLot>[1]['amount']) =>
      recountLot(acting(library.db, library.helper, TODAY), { key: randomUUID(), code, amount, reason: 'count' });
    expect(await recount({ kind: 'count', seeds: 80, approximate: false, typed: '80 seeds' })).toMatchObject({
      problem: { code: 'nothing changed' },
    });
    expect(await recount({ kind: 'weight', milligrams: 5000, approximate: false, typed: '5 g' })).toMatchObject({
      problem: { code: 'other unit' },
    });
    expect(await recount({ kind: 'count', seeds: 95, approximate: false, typed: '95 seeds' })).toMatchObject({ ok: true });
    expect((await lot(code)).onHand).toBe(95);
  });

  test('a count of more than there ever was is asked about: digits changed over, or another jar', async () => {
    const code = await takeIn(library, { amount: '368 g' });
    const recount = (grams: number, sure?: string) =>
      recountLot(acting(library.db, library.helper, TODAY), {
        key: randomUUID(),
        code,
        amount: { kind: 'weight', milligrams: grams * 1000, approximate: false, typed: `${grams} g` },
        reason: 'weighed',
        sure,
      });
    expect(await recount(638)).toMatchObject({ problem: { code: 'more than ever', most: 368_000, typed: '638 g' } });
    expect(await recount(380)).toMatchObject({ ok: true });
    expect(await recount(638, '638 g')).toMatchObject({ ok: true });
  });

  test('a count that is off by ten is asked about, and taken once that very figure is confirmed', async () => {
    const code = await takeIn(library, { amount: '80 seeds' });
    const recount = (seeds: number, sure?: string) =>
      recountLot(acting(library.db, library.helper, TODAY), {
        key: randomUUID(),
        code,
        amount: { kind: 'count', seeds, approximate: false, typed: `${seeds} seeds` },
        reason: 'count',
        sure,
      });
    expect(await recount(800)).toMatchObject({ problem: { code: 'is it so', times: 10, onRecord: 80 } });
    expect(await recount(8000, '800 seeds')).toMatchObject({ problem: { code: 'is it so', times: 100 } });
    expect((await lot(code)).onHand).toBe(80);
    expect(await recount(800, '800 seeds')).toMatchObject({ ok: true });
    expect(await recount(60)).toMatchObject({ problem: { code: 'is it so' } });
    expect((await lot(code)).onHand).toBe(800);
  });
});
