import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { NO_PLACE } from '#contracts/stock/climate.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { countLateLoans, findLoan, listOpenLoans } from '#data/desk/loans.ts';
import { listToAnswer, listToCall } from '#data/desk/toTell.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { donorAddressSince } from '#data/people/donors.ts';
import type { Actor } from '#data/people/accounts.ts';
import { hangLogger, listPlaces } from '#data/stock/places.ts';
import { acting } from '#services/command.server.ts';
import { agreeDueDate, answerFailedCrop, closeLoan, lendPackets, tellFailedCrop } from '#services/desk/desk.server.ts';
import { lotMeant } from '#services/lots/lotMeant.server.ts';
import { recall, tellRecall } from '#services/lots/recall.server.ts';
import { endDonorAddress, makeDonorAddress, newDonorAddress, readGifts, readGiftsAt } from '#services/people/donors.server.ts';
import { placeLogger } from '#services/stock/climate.server.ts';
import { readLastAct, undo } from '#services/undo.server.ts';
import { childOf, lendOne, preparedLibrary, takeIn, TODAY, TOMATO, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const by = (actor: Actor = library.helper) => acting(library.db, actor, TODAY);
const undoLast = async (actor: Actor = library.helper) =>
  undo(by(actor), { key: randomUUID(), act: (await readLastAct(library.db, actor))!.key });
async function lent(variety: string): Promise<number> {
  const done = await lendOne(library, await takeIn(library, { variety }));
  if (!done.ok) throw new Error(done.problem.code);
  return done.answer.loanId;
}
const loan = async (id: number) => (await findLoan(library.db, id))!;
/** Which loans the list shows; the desk's button counts the late ones by itself and must say the same. */
const open = async (only: 'late' | 'told' | null, today: Day = TODAY) => {
  const { loans, total } = await listOpenLoans(library.db, { search: '', only, today, limit: 99, offset: 0 });
  if (only === 'late') expect(await countLateLoans(library.db, today)).toBe(total);
  return loans.map(({ id }) => id);
};

describe('the day by which seed is expected', () => {
  const agree = (loanId: number, dueOn: Day, why: string | null = null) => agreeDueDate(by(), { key: randomUUID(), loanId, dueOn, why });

  test('is agreed anew, everywhere at once; the first one stays to be read, and it can be taken back', async () => {
    const id = await lent('Sown Late');
    const { dueOn: first } = await loan(id);
    const later = addDays(first, 200);
    expect(await open('late', addDays(first, 1))).toContain(id);
    expect(await agree(id, later, 'sown late')).toMatchObject({ ok: true });
    expect(await loan(id)).toMatchObject({ dueOn: later, firstDueOn: first, dueWhy: 'sown late' });
    expect(await open('late', addDays(first, 1))).not.toContain(id);
    expect(await undoLast()).toMatchObject({ ok: true });
    expect(await loan(id)).toMatchObject({ dueOn: first, dueWhy: null });
    expect(await open('late', addDays(first, 1))).toContain(id);
  });

  test('lies ahead, is another, and is agreed of open loans only; one that is open again has its agreed day', async () => {
    const id = await lent('Agreed Twice');
    const { dueOn } = await loan(id);
    expect(await agree(id, TODAY)).toMatchObject({ problem: { code: 'due in the past' } });
    expect(await agree(id, dueOn)).toMatchObject({ problem: { code: 'nothing changed' } });
    expect(await agree(987_654, dueOn)).toMatchObject({ problem: { code: 'no such loan' } });
    await agree(id, addDays(dueOn, 9));
    await closeLoan(by(), { key: randomUUID(), loanId: id, outcome: 'kept on', note: null });
    expect(await agree(id, addDays(dueOn, 20))).toMatchObject({ problem: { code: 'already closed' } });
    await undoLast();
    expect(await open('late', addDays(dueOn, 5))).not.toContain(id);
    expect(await open('late', addDays(dueOn, 10))).toContain(id);
  });
});

describe('a crop that failed', () => {
  const tell = (loanId: number, actor: Actor = library.member) => tellFailedCrop(by(actor), { key: randomUUID(), loanId, note: 'slugs' });
  const answer = (loanId: number, actor: Actor = library.helper) =>
    answerFailedCrop(by(actor), { key: randomUUID(), loanId, answer: 'Come for more' });
  const waiting = async () => (await listToAnswer(library.db, 9)).map(({ id }) => id);

  test('is told by its member once, stands on the day’s list until it is answered, and the member reads the answer', async () => {
    const id = await lent('Slugged');
    expect(await answer(id)).toMatchObject({ problem: { code: 'nothing told' } });
    expect(await tell(id)).toMatchObject({ ok: true });
    expect(await tell(id)).toMatchObject({ problem: { code: 'told already' } });
    expect(await waiting()).toContain(id);
    expect(await open('told')).toEqual([id]);
    expect(await answer(id)).toMatchObject({ ok: true });
    expect(await answer(id)).toMatchObject({ problem: { code: 'answered already' } });
    expect(await waiting()).not.toContain(id);
    expect(await loan(id)).toMatchObject({ failedOn: TODAY, failedNote: 'slugs', answer: 'Come for more' });
  });

  test('two who tell it at once tell it once', async () => {
    const id = await lent('Told At Once');
    const both = await Promise.all([tell(id), tell(id)]);
    expect(both.map(({ ok }) => ok).sort()).toEqual([false, true]);
  });

  test('of another’s loan a member tells nothing; what was told by mistake is taken back, before it is answered', async () => {
    const id = await lent('Not Theirs');
    const stranger = { ...library.member, personId: library.helper.personId };
    expect(await tell(id, stranger)).toMatchObject({ problem: { code: 'no such loan' } });
    await tell(id);
    expect(await undoLast(library.member)).toMatchObject({ ok: true });
    expect(await waiting()).not.toContain(id);
    await tell(id);
    const { key } = (await readLastAct(library.db, library.member))!;
    await answer(id);
    expect(await undo(by(library.member), { key: randomUUID(), act: key })).toMatchObject({
      problem: { code: 'built on', by: 'failure answered' },
    });
    await closeLoan(by(), { key: randomUUID(), loanId: id, outcome: 'failed crop', note: null });
    expect(await tell(id)).toMatchObject({ problem: { code: 'already closed' } });
  });
});

test('a recall names whom to call with how to reach them, until each was told; what was told by mistake is named again', async () => {
  const code = await takeIn(library, { variety: 'Bitter Fruit' });
  await lendOne(library, code);
  const calls = async () => (await listToCall(library.db, 99)).filter((call) => call.code === code);
  expect(await calls()).toEqual([]);
  await recall(by(library.coordinator), { key: randomUUID(), code, reason: 'it is bitter' });
  expect(await calls()).toMatchObject([{ member: 'Member', packets: 1, reason: 'it is bitter', since: TODAY }]);
  await tellRecall(by(), { key: randomUUID(), of: code, memberId: library.member.personId });
  expect(await calls()).toEqual([]);
  await undoLast();
  expect(await calls()).toHaveLength(1);
});

describe('what became of somebody’s seed', () => {
  test('is told in numbers: packets, people, gardens and generations, of what was grown from it too', async () => {
    const code = await takeIn(library, { ...TOMATO, donor: 'Odile Marsh', variety: 'Given Long Ago' });
    const child = await childOf(library, code, { variety: 'Given Long Ago', garden: 'Elder Bank' });
    await lendPackets(by(library.coordinator), {
      key: randomUUID(),
      code: child,
      memberId: library.helper.personId,
      packets: 2,
      overrideReason: 'asked for',
    });
    const donorId = (await findLotByCode(library.db, code))!.donorId!;
    expect(await readGifts(library.db, donorId)).toMatchObject([
      { variety: 'Given Long Ago', generations: 1, packets: 3, borrowers: 2, gardens: 1, lots: 2 },
    ]);
    expect(await readGifts(library.db, library.coordinator.personId)).toEqual([]);
  });

  test('an address shows it to whoever has it, until another one is made or it is ended', async () => {
    const code = await takeIn(library, { donor: 'Perpetua Lane', variety: 'Asked After' });
    const donorId = (await findLotByCode(library.db, code))!.donorId!;
    const first = (await newDonorAddress(by(), donorId, randomUUID()))!;
    expect(await readGiftsAt(library.db, first)).toMatchObject([{ variety: 'Asked After' }]);
    expect(JSON.stringify(await readGiftsAt(library.db, first))).not.toContain('Perpetua');
    const second = (await newDonorAddress(by(), donorId, randomUUID()))!;
    expect(await readGiftsAt(library.db, first)).toBeNull();
    expect(await readGiftsAt(library.db, second)).toHaveLength(1);
    await endDonorAddress(by(), { key: randomUUID(), personId: donorId });
    expect(await readGiftsAt(library.db, second)).toBeNull();
    expect(await donorAddressSince(library.db, donorId)).toBeNull();
    expect(await makeDonorAddress(by(), { key: randomUUID(), hash: 'a'.repeat(64), personId: 987_654 })).toMatchObject({
      problem: { code: 'no such person' },
    });
  });
});

test('a field that asks for a lot takes its code or a variety of which one lot is in store, and asks which of several', async () => {
  const meant = (typed: string) => lotMeant(library.db, typed, TODAY);
  const code = await takeIn(library, { variety: 'Only One Of It' });
  expect(await meant(code)).toEqual({ ok: true, code });
  expect(await meant('only one of')).toEqual({ ok: true, code });
  const wrong = code.slice(0, -1) + (code.endsWith('A') ? 'B' : 'A');
  expect(await meant(wrong)).toMatchObject({ problem: { code: 'check letter' } });
  await takeIn(library, { variety: 'Two Of Them' });
  await takeIn(library, { variety: 'Two Of Them' });
  expect(await meant('two of them')).toMatchObject({ problem: { code: 'which lot', more: 0 } });
  expect(await meant('nothing like it')).toMatchObject({ problem: { code: 'no such variety' } });
  expect(await meant('12')).toMatchObject({ ok: false });
});

test('the logger hangs in one place', async () => {
  const hang = (loggerPlace: string) => placeLogger(by(), { key: randomUUID(), loggerPlace });
  const hangsIn = async () => (await listPlaces(library.db)).filter(({ hasLogger }) => hasLogger).map(({ name }) => name);
  expect(await hang('shelf')).toMatchObject({ ok: true });
  expect(await hangsIn()).toEqual(['Shelf']);
  expect(await hang('The moon')).toMatchObject({ problem: { code: 'no such place' } });
  expect(await hang(NO_PLACE)).toMatchObject({ ok: true });
  expect(await hangsIn()).toEqual([]);
  await hangLogger(library.db, null);
});
