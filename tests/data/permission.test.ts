import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import type { HoldKind } from '#core/lots/words.ts';
import { activeHolds, findHolds } from '#data/lots/holds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import type { Actor } from '#data/people/accounts.ts';
import { acting } from '#services/command.server.ts';
import { liftHold, setHold } from '#services/lots/holdSeed.server.ts';
import { NotAllowed, perform } from '#services/perform.server.ts';
import { discardLot } from '#services/stock/discard.server.ts';
import { recordLoanEmergence } from '#services/tests/emergence.server.ts';
import { lendOne, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const idOf = async (code: string) => (await findLotByCode(library.db, code))!.id;
const hold = (code: string, kind: HoldKind, actor: Actor) =>
  setHold(acting(library.db, actor, TODAY), { key: randomUUID(), code, kind, reason: 'to be seen' });

test('a member’s actor gets nowhere, and nothing of what it asked is begun', async () => {
  const code = await takeIn(library, { variety: 'Not A Member’s' });
  await expect(hold(code, 'drying', library.member)).rejects.toThrow(NotAllowed);
  expect(await activeHolds(library.db, await idOf(code))).toEqual([]);
  let begun = false;
  const asking = perform(library.db, { key: randomUUID(), command: 'recall', actor: library.helper }, () => {
    begun = true;
    return Promise.resolve({ answer: null, subject: null });
  });
  await expect(asking).rejects.toThrow(NotAllowed);
  expect(begun).toBe(false);
});

test.each([
  ['drying', true],
  ['pests', true],
  ['test', true],
  ['trial', false],
  ['identity', false],
  ['rules', false],
  ['recall', false],
] as const)('a helper sets a %s hold; whether a helper lifts it: %s', async (kind, mayLift) => {
  const code = await takeIn(library, { variety: `Held For ${kind}` });
  expect((await hold(code, kind, library.helper)).ok).toBe(true);
  const [laid] = await findHolds(library.db, await idOf(code));
  const lift = (actor: Actor) => liftHold(acting(library.db, actor, TODAY), { key: randomUUID(), code, hold: laid!.id, reason: 'seen' });
  const byHelper = await lift(library.helper);
  expect(byHelper.ok).toBe(mayLift);
  if (!mayLift) expect((await lift(library.coordinator)).ok).toBe(true);
});

test('a helper throws away little, a coordinator any amount', async () => {
  const much = await takeIn(library, { variety: 'Much', amount: '501 seeds' });
  const discard = (actor: Actor) => discardLot(acting(library.db, actor, TODAY), { key: randomUUID(), code: much, reason: 'mice' });
  expect(await discard(library.helper)).toMatchObject({ problem: { code: 'coordinator only', most: 500 } });
  expect((await discard(library.coordinator)).ok).toBe(true);
});

test('a member tells what came up of an own loan, and of nobody else’s', async () => {
  const lent = await lendOne(library, await takeIn(library, { variety: 'Own Loan' }));
  if (!lent.ok) throw new Error('not lent');
  const tell = (actor: Actor) =>
    recordLoanEmergence(acting(library.db, actor, TODAY), {
      key: randomUUID(),
      loanId: lent.answer.loanId,
      sown: 20,
      up: 18,
      seenOn: TODAY,
      note: null,
    });
  expect(await tell({ ...library.member, personId: library.member.personId + 1_000 })).toMatchObject({ problem: { code: 'no such loan' } });
  expect((await tell(library.member)).ok).toBe(true);
});
