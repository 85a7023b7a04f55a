import { beforeAll, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { addDays } from '#core/calendar/plainDate.ts';
import { readRecipeAuthors } from '#data/bench/recipes.ts';
import { findOpenings, findTreatments } from '#data/bench/treatments.ts';
import { loansOfMember } from '#data/desk/loans.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findEmergence } from '#data/lots/outlooks.ts';
import { findTest } from '#data/tests/tests.ts';
import { addRecipe, retireRecipe } from '#services/bench/recipes.server.ts';
import { openTreated, openWarm, shutAway, takeOut } from '#services/bench/treatments.server.ts';
import { acting } from '#services/command.server.ts';
import { closeLoan, lendPackets } from '#services/desk/desk.server.ts';
import { recordEmergence } from '#services/tests/emergence.server.ts';
import { NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { onTowels } from './onTowels.ts';

let library: Library;
const { layOne, count, end } = onTowels(() => library);
beforeAll(async () => {
  library = await preparedLibrary();
});

const idOf = async (code: string) => (await findLotByCode(library.db, code))!.id;

test('a loan says who lent it, why all the same, and who closed it', async () => {
  const { db, helper, coordinator, member } = library;
  const code = await takeIn(library);
  const tested = await layOne(code);
  const read = addDays(TODAY, 20);
  expect((await count(tested, { more: { sprouted: 2 } }, read)).ok).toBe(true);
  expect((await end(tested, {}, read)).ok).toBe(true);
  const ask = { code, memberId: member.personId, packets: 1 };
  const lent = await lendPackets(acting(db, coordinator, read), { ...ask, key: randomUUID(), overrideReason: 'She knows the odds' });
  if (!lent.ok) throw new Error(lent.problem.code);
  await closeLoan(acting(db, helper, read), { key: randomUUID(), loanId: lent.answer.loanId, outcome: 'failed crop', note: null });
  expect(await loansOfMember(db, member.personId)).toMatchObject([
    { lentBy: 'Coordinator', overrideReason: 'She knows the odds', closedBy: 'Helper', outcome: 'failed crop' },
  ]);
});

test('a germination test says who laid and who ended it', async () => {
  const id = await layOne(await takeIn(library));
  expect(await findTest(library.db, id)).toMatchObject({ laidBy: 'Helper', endedBy: null });
  await end(id, { outcome: 'abandoned', reason: 'Dried out' });
  expect(await findTest(library.db, id)).toMatchObject({ laidBy: 'Helper', endedBy: 'Helper' });
});

test('what was shut away or taken out of the cold says who opened it', async () => {
  const { db, helper, coordinator } = library;
  const code = await takeIn(library);
  await shutAway(acting(db, helper, TODAY), { key: randomUUID(), code, kind: 'freezer', container: 'Jar 1', use: 'sowing', since: TODAY });
  await openTreated(acting(db, coordinator, addDays(TODAY, 20)), { key: randomUUID(), code, reason: null, liftPests: true });
  expect(await findTreatments(db, await idOf(code))).toMatchObject([{ by: 'Helper', openedBy: 'Coordinator', early: false }]);
  await takeOut(acting(db, helper, NOW), { key: randomUUID(), code, container: 'jar', celsius: -18 });
  expect(await findOpenings(db, await idOf(code))).toEqual([]);
  await openWarm(acting(db, coordinator, NOW), { key: randomUUID(), code, early: true });
  expect(await findOpenings(db, await idOf(code))).toEqual([
    { container: 'jar', takenOutAt: NOW, takenBy: 'Helper', openedAt: NOW, early: true, openedBy: 'Coordinator' },
  ]);
});

test('what came up in a garden keeps its note and who told it', async () => {
  const code = await takeIn(library);
  const seen = { key: randomUUID(), code, sown: 20, up: 14, seenOn: addDays(TODAY, -30), note: 'Slugs', loanId: null };
  await recordEmergence(acting(library.db, library.helper, TODAY), { ...seen, seenOn: TODAY });
  expect(await findEmergence(library.db, await idOf(code))).toEqual([{ on: TODAY, sown: 20, up: 14, note: 'Slugs', by: 'Helper' }]);
});

test('a recipe says who wrote and who retired it', async () => {
  const { db, coordinator } = library;
  const steps = [
    { step: 'scoop', hours: null },
    { step: 'dry', hours: null },
  ] as const;
  const written = await addRecipe(acting(db, coordinator, TODAY), {
    key: randomUUID(),
    name: 'Plain',
    extraction: 'wet',
    steps,
    why: 'Two seasons',
  });
  if (!written.ok) throw new Error(written.problem.kind);
  expect(await readRecipeAuthors(db)).toMatchObject([{ id: written.answer.id, by: 'Coordinator', retiredBy: null }]);
  await retireRecipe(acting(db, coordinator, TODAY), { key: randomUUID(), id: written.answer.id });
  expect(await readRecipeAuthors(db)).toMatchObject([{ retiredBy: 'Coordinator' }]);
});
