import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { addDays } from '#core/calendar/plainDate.ts';
import type { LogKind } from '#core/growout/log.ts';
import { readCrop } from '#data/almanac/almanac.ts';
import { findTerms } from '#data/growouts/growers.ts';
import { findGrowOut, growOutsOfGrower, promisedOfLot, readGrowOutSteps } from '#data/growouts/growOuts.ts';
import { findLogPhoto, readLogs } from '#data/growouts/log.ts';
import { readWhatLinesHangBy } from '#data/growouts/needs.ts';
import { readHouse } from '#data/house/house.ts';
import { findLot, findLotByCode } from '#data/lots/lots.ts';
import { createPerson, erasePerson } from '#data/people/people.ts';
import { findDisagreements, readLedger } from '#data/stock/ledger.ts';
import { ensureGarden } from '#data/people/gardens.ts';
import { findHoldings } from '#data/stock/places.ts';
import { acting, NO_TOOLS } from '#services/command.server.ts';
import {
  acceptOffer,
  agreeGrowOut,
  declineOffer,
  failGrowOut,
  handOverSeed,
  offerGrowOut,
  placeGrowOut,
  proposeGrowOut,
} from '#services/growouts/growOuts.server.ts';
import { readConcerns, termsShown, writeTerms } from '#services/growouts/growers.server.ts';
import { logSeason, strikeEntry } from '#services/growouts/season.server.ts';
import { readGoing } from '#services/growouts/watch.server.ts';
import { startDraft } from '#services/intake/drafts.server.ts';
import { startOfReturn } from '#services/intake/interview.server.ts';
import { receiveLot } from '#services/intake/intake.server.ts';
import { erase } from '#services/people/erasing.server.ts';
import { readStockOfLine } from '#services/stock/lineStock.server.ts';
import { readOnPlants } from '#services/today/onPlants.server.ts';
import { undo } from '#services/undo.server.ts';
import { intake, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const SUMMER = '2027-09-01';
const leads = (on = TODAY) => acting(library.db, library.coordinator, on);
const grows = (on = TODAY) => acting(library.db, library.member, on);
const lot = async (code: string) => (await findLotByCode(library.db, code))!;

async function proposed(variety: string): Promise<{ code: string; id: number }> {
  const code = await takeIn(library, { variety, amount: '2000 seeds', harvested: '2026' });
  const done = await proposeGrowOut(leads(), { key: randomUUID(), code, plants: 20, seeds: 60, note: null });
  if (!done.ok) throw new Error(done.problem.code);
  return { code, id: done.answer.id };
}

async function handedOver(variety: string): Promise<{ code: string; id: number; key: string }> {
  const { code, id } = await proposed(variety);
  await agreeGrowOut(leads(), { key: randomUUID(), growOutId: id, grower: library.member.name });
  const holding = (await findHoldings(library.db, (await lot(code)).id)).find(({ balance }) => balance > 0)!.id;
  const key = randomUUID();
  const done = await handOverSeed(leads(), { key, growOutId: id, holding, seeds: 60 });
  if (!done.ok) throw new Error(done.problem.code);
  return { code, id, key };
}

const write = (
  growOutId: number,
  kind: LogKind,
  on: string,
  change: { count?: number; words?: string; metres?: number; insteadOf?: number; key?: string; by?: ReturnType<typeof grows> } = {},
) => {
  const { by = grows(SUMMER), count = null, words = null, metres = null, insteadOf = null, key = randomUUID() } = change;
  return logSeason(by, { key, growOutId, kind, on, count, words, metres, method: null, insteadOf, photo: null });
};
const goingOf = async (id: number, on: string) =>
  (await readGoing(library.db, [(await findGrowOut(library.db, id))!], (await readHouse(library.db))!, on))[0]!;

/** What the line's stock bar and the next proposal count as promised: the same. */
async function promisedOf(id: number): Promise<number> {
  const { lotId, lineId } = (await findGrowOut(library.db, id))!;
  const { promised } = await readStockOfLine(library.db, (await readHouse(library.db))!, TODAY, lineId);
  expect(await promisedOfLot(library.db, lotId)).toBe(promised);
  return promised;
}

describe('an offer', () => {
  test('is answered by the grower it was made to, and by no other member', async () => {
    const { id } = await proposed('Offered Line');
    const answer = (by: ReturnType<typeof grows>) => acceptOffer(by, { key: randomUUID(), growOutId: id, words: 'Only 15 plants' });
    expect(await answer(grows())).toMatchObject({ problem: { code: 'moved on', state: 'proposed' } });
    await offerGrowOut(leads(), { key: randomUUID(), growOutId: id, grower: library.member.name });
    expect(await promisedOf(id)).toBe(60);
    expect((await growOutsOfGrower(library.db, library.member.personId)).map((one) => one.id)).toContain(id);
    const other = acting(library.db, { ...library.member, personId: library.helper.personId }, TODAY);
    expect(await answer(other)).toMatchObject({ problem: { code: 'not yours' } });
    expect((await answer(grows())).ok).toBe(true);
    expect(await findGrowOut(library.db, id)).toMatchObject({ step: 'agreed', grower: library.member.name, reason: 'Only 15 plants' });
  });

  test('declined, it is theirs no more, and may be offered to somebody else; declined by mistake, it is undone', async () => {
    const { id } = await proposed('Declined Line');
    await offerGrowOut(leads(), { key: randomUUID(), growOutId: id, grower: library.member.name });
    const key = randomUUID();
    expect((await declineOffer(grows(), { key, growOutId: id, words: null })).ok).toBe(true);
    // It is still to be grown out, by somebody.
    expect(await promisedOf(id)).toBe(60);
    expect((await growOutsOfGrower(library.db, library.member.personId)).map((one) => one.id)).not.toContain(id);
    expect((await undo(grows(), { key: randomUUID(), act: key })).ok).toBe(true);
    expect(await findGrowOut(library.db, id)).toMatchObject({ step: 'offered' });
    expect((await declineOffer(leads(), { key: randomUUID(), growOutId: id, words: 'By phone' })).ok).toBe(true);
    expect((await offerGrowOut(leads(), { key: randomUUID(), growOutId: id, grower: library.helper.name })).ok).toBe(true);
  });
});

test('fruit pollinated by hand is counted down until it is picked: in a grow-out’s log, and in an intake that waits for it', async () => {
  const { id } = await handedOver('Tagged Line');
  await write(id, 'sown', '2027-03-20', { count: 40 });
  await write(id, 'pollinated', '2027-06-10', { count: 6 });
  const { daysToRipe } = (await readCrop(library.db, 'pea'))!;
  const onPlants = async (whose: number | null = null) => readOnPlants(library.db, [await goingOf(id, SUMMER)], whose);
  const draft = async (pickedOn: string) =>
    startDraft(library.db, library.helper, {
      key: randomUUID(),
      answers: { crop: 'squash-pepo', pollinatedOn: '2027-06-15', pickedOn },
      title: 'Squash ‘Waits’',
      back: null,
    });
  const [waits] = [await draft(''), await draft('2027-09-01')];
  const squash = (await readCrop(library.db, 'squash-pepo'))!;
  expect(await onPlants()).toEqual([
    {
      what: 'Pea ‘Tagged Line’',
      to: `/grow-outs/${id}`,
      fruit: { pollinatedOn: '2027-06-10', flowers: 6, ripeFrom: addDays('2027-06-10', daysToRipe[0]) },
    },
    {
      what: 'Squash ‘Waits’',
      to: `/intake/${waits}`,
      fruit: { pollinatedOn: '2027-06-15', flowers: null, ripeFrom: addDays('2027-06-15', squash.daysToRipe[0]) },
    },
  ]);
  expect((await onPlants(library.coordinator.personId)).map(({ what }) => what)).toEqual(['Pea ‘Tagged Line’']);
  await write(id, 'harvested', '2027-07-01', { count: 5 });
  expect((await onPlants()).map(({ what }) => what)).toEqual(['Squash ‘Waits’']);
});

describe('what a grower agreed to', () => {
  test('is told where a grow-out goes beyond it, changed, and forgotten with the person', async () => {
    const { id, code } = await proposed('Too Many');
    const personId = await createPerson(library.db, { name: 'Wilf Erased', email: null, phone: null, note: null, isMember: true });
    const terms = async (mostLines: number | null) =>
      writeTerms(leads(), {
        key: randomUUID(),
        personId,
        shown: termsShown(await findTerms(library.db, personId)),
        skill: 'hard',
        mostLines,
        squareMetres: null,
        mostHours: null,
        notGrown: null,
      });
    await agreeGrowOut(leads(), { key: randomUUID(), growOutId: id, grower: 'Wilf Erased' });
    const concerns = async () => readConcerns(library.db, personId, (await lot(code)).facts);
    expect(await concerns()).toEqual([]);
    expect((await terms(0)).ok).toBe(true);
    expect(await concerns()).toEqual([{ why: 'too many lines', most: 0, lines: 1 }]);
    // Two at once: only one of them can have seen what is there.
    const both = await Promise.all([terms(1), terms(1)]);
    expect(both).toEqual(
      expect.arrayContaining([expect.objectContaining({ ok: true }), { ok: false, problem: { code: 'changed meanwhile' } }]),
    );
    expect(await concerns()).toEqual([]);
    expect((await erase(leads(), { key: randomUUID(), personId, texts: [] })).ok).toBe(true);
    expect(await findTerms(library.db, personId)).toBeUndefined();
    expect(
      await writeTerms(leads(), {
        key: randomUUID(),
        personId,
        shown: termsShown(undefined),
        skill: 'easy',
        mostLines: 1,
        squareMetres: null,
        mostHours: null,
        notGrown: null,
      }),
    ).toMatchObject({
      problem: { code: 'no such person' },
    });
  });
});

describe('a season’s log', () => {
  test('is written by its grower, once for each key, and tells how far it is', async () => {
    const { id } = await handedOver('Logged Line');
    const key = randomUUID();
    const twice = () => write(id, 'sown', '2027-04-10', { count: 60, key });
    expect(await twice()).toEqual(await twice());
    expect((await write(id, 'up', '2027-04-25', { count: 44 })).ok).toBe(true);
    expect((await readLogs(library.db, [id])).map(({ kind, count, by }) => [kind, count, by])).toEqual([
      ['sown', 60, library.member.name],
      ['up', 44, library.member.name],
    ]);
    expect(await goingOf(id, '2027-05-01')).toMatchObject({
      season: { growth: 'up' },
      standing: { kind: 'enough', plants: 44 },
      alarms: [],
    });
    await write(id, 'standing', '2027-05-20', { count: 12 });
    expect((await goingOf(id, '2027-05-21')).alarms).toMatchObject([{ what: 'too few', standing: { plants: 12, needed: 20 } }]);
  });

  test('takes nothing impossible, nor from anybody else, nor before the seed is out', async () => {
    const { id } = await handedOver('Impossible Line');
    const other = acting(library.db, { ...library.member, personId: 999_999 }, SUMMER);
    expect(await write(id, 'sown', '2027-04-10', { count: 60, by: other })).toMatchObject({ problem: { code: 'not yours' } });
    expect(await write(id, 'sown', '2027-09-02', { count: 60 })).toMatchObject({ problem: { fault: { why: 'in the future' } } });
    expect(await write(id, 'sown', '2027-04-10', { count: 61 })).toMatchObject({
      problem: { fault: { why: 'more seed than was handed over', most: 60 } },
    });
    const { id: agreed } = await proposed('Not Out Yet');
    expect(await write(agreed, 'sown', '2027-04-10', { count: 6, by: leads(SUMMER) })).toMatchObject({
      problem: { code: 'moved on', state: 'proposed' },
    });
    expect(await write(99_999, 'note', '2027-04-10', { words: 'x' })).toMatchObject({ problem: { code: 'no such grow-out' } });
  });

  test('an entry is corrected by another in its place, and struck out; of two who correct it one does', async () => {
    const { id } = await handedOver('Corrected Line');
    await write(id, 'sown', '2027-04-10', { count: 50 });
    const [first] = await readLogs(library.db, [id]);
    const both = await Promise.all([60, 55].map((count) => write(id, 'sown', '2027-04-11', { count, insteadOf: first!.id })));
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    const [now] = await readLogs(library.db, [id]);
    expect(now).toMatchObject({ kind: 'sown', on: '2027-04-11' });
    expect((await strikeEntry(grows(SUMMER), { key: randomUUID(), growOutId: id, entryId: now!.id })).ok).toBe(true);
    expect(await readLogs(library.db, [id])).toEqual([]);
    expect(await strikeEntry(grows(SUMMER), { key: randomUUID(), growOutId: id, entryId: now!.id })).toMatchObject({
      problem: { code: 'no such entry' },
    });
  });

  test('a photo goes with its entry, made anew; what is no photo is refused, and one of an entry that holds no more is not shown', async () => {
    const { id } = await handedOver('Pictured Line');
    const tools = (isPhoto: boolean) => ({
      ...NO_TOOLS,
      remakePhoto: () =>
        Promise.resolve(
          isPhoto
            ? { ok: true as const, photo: { jpeg: Uint8Array.of(1, 2, 3), width: 4, height: 3 } }
            : { ok: false as const, problem: { code: 'not a photo' as const } },
        ),
    });
    const note = (isPhoto: boolean) =>
      logSeason(acting(library.db, library.member, SUMMER, tools(isPhoto)), {
        key: randomUUID(),
        growOutId: id,
        kind: 'note',
        on: '2027-04-11',
        count: null,
        words: 'First leaves',
        metres: null,
        method: null,
        insteadOf: null,
        photo: new Blob(['x']),
      });
    expect(await note(false)).toMatchObject({ problem: { code: 'not a photo' } });
    expect((await note(true)).ok).toBe(true);
    const [entry] = await readLogs(library.db, [id]);
    expect(entry).toMatchObject({ words: 'First leaves', hasPhoto: true });
    expect((await findLogPhoto(library.db, entry!.id))!.jpeg).toEqual(Buffer.from([1, 2, 3]));
    await strikeEntry(grows(SUMMER), { key: randomUUID(), growOutId: id, entryId: entry!.id });
    expect(await findLogPhoto(library.db, entry!.id)).toBeUndefined();
  });

  test('two counts of one day, written by two phones, both stand; a grower who is erased leaves the log', async () => {
    const { id } = await handedOver('Two Phones');
    await write(id, 'sown', '2027-04-10', { count: 60 });
    await Promise.all([
      write(id, 'standing', '2027-05-20', { count: 30 }),
      write(id, 'standing', '2027-05-20', { count: 29, by: leads(SUMMER) }),
    ]);
    expect((await readLogs(library.db, [id])).filter(({ kind }) => kind === 'standing')).toHaveLength(2);
    await library.db
      .transaction()
      .execute(async (tx) => {
        await erasePerson(tx, library.member.personId, new Date(`${SUMMER}T10:00:00Z`));
        expect((await findGrowOut(tx, id))!.grower).toBe('Former member');
        expect(await readLogs(tx, [id])).toHaveLength(3);
        throw new Error('only to see');
      })
      .catch((error: Error) => expect(error.message).toBe('only to see'));
  });

  test('seed that was handed over is not taken back once its season is written of', async () => {
    const { id, key } = await handedOver('Too Late Line');
    await write(id, 'sown', '2027-04-10', { count: 60 });
    expect(await undo(leads(), { key: randomUUID(), act: key })).toMatchObject({ problem: { code: 'built on', by: 'grow-out went on' } });
  });
});

describe('coming home', () => {
  async function grown(variety: string) {
    const { code, id } = await handedOver(variety);
    for (const [kind, on, count] of [
      ['sown', '2027-04-10', 60],
      ['up', '2027-04-25', 44],
      ['off-types early', '2027-05-10', 2],
      ['flowering', '2027-06-15', 30],
      ['harvested', '2027-08-20', 28],
    ] as const)
      await write(id, kind, on, { count });
    await write(id, 'neighbour', '2027-06-16', { words: 'Peas over the hedge', metres: 40 });
    return { code, id };
  }

  test('the interview begins from the log', async () => {
    const { id } = await grown('Told Line');
    expect(await startOfReturn(library.db, { of: 'grow-out', id }, (await readHouse(library.db))!, SUMMER)).toMatchObject({
      source: 'returned',
      crop: 'pea',
      variety: 'Told Line',
      donor: library.member.name,
      harvested: '2027-08',
      plantsSown: '44',
      plantsStanding: '30',
      plantsHarvested: '28',
      offTypes: '2',
      roguing: 'before flowering',
      neighbours: 'some',
      n0what: 'Peas over the hedge',
      n0metres: '40 m',
    });
  });

  test('and from what else of its kind the library had growing near it', async () => {
    const garden = await ensureGarden(library.db, null, 'Squash Garden');
    const settled = async (variety: string) => {
      const code = await takeIn(library, { crop: 'squash-pepo', kind: 'open-pollinated', variety, amount: '500 seeds', harvested: '2026' });
      const done = await proposeGrowOut(leads(), { key: randomUUID(), code, plants: 8, seeds: 20, note: null });
      const growOutId = done.ok ? done.answer.id : 0;
      await placeGrowOut(leads(), {
        key: randomUUID(),
        growOutId,
        garden,
        plot: null,
        squareMetres: null,
        methods: [],
        sowOn: '2027-05-20',
      });
      return growOutId;
    };
    const [one] = [await settled('Near Squash'), await settled('Other Squash')];
    expect(await startOfReturn(library.db, { of: 'grow-out', id: one }, (await readHouse(library.db))!, SUMMER)).toMatchObject({
      garden: 'Squash Garden',
      neighbours: 'some',
      n0what: expect.stringContaining('Other Squash'),
      n0metres: '10 m',
      n0overlap: 'all',
    });
  });

  test('the seed becomes a child of the lot that was sown, from the growers, and the grow-out is over; undone, it waits again', async () => {
    const { code, id } = await grown('Home Line');
    const taken = {
      ...intake({ variety: 'Home Line', growOut: id, harvested: '2027-08', donor: library.member.name, amount: '900 seeds' }),
      key: randomUUID(),
    };
    const done = await receiveLot(leads(SUMMER), taken);
    if (!done.ok) throw new Error(done.problem.code);
    const child = (await findLotByCode(library.db, done.answer.code))!;
    expect(child).toMatchObject({ generation: 1, origin: 'returned' });
    expect(await library.db.selectFrom('lot_parent').select('parent_id').where('child_id', '=', child.id).executeTakeFirst()).toEqual({
      parent_id: (await lot(code)).id,
    });
    const [received] = await readLedger(library.db, child.id);
    expect(received).toMatchObject({ kind: 'returned in', fromOutside: 'growers', amount: 900 });
    expect(await findGrowOut(library.db, id)).toMatchObject({ step: 'back' });
    expect((await readGrowOutSteps(library.db, id)).at(-1)).toMatchObject({ step: 'back', code: done.answer.code });
    expect(await findDisagreements(library.db)).toEqual([]);
    const growing = (await readWhatLinesHangBy(library.db)).find(({ lineId }) => lineId === child.lineId)!.growing;
    expect(growing).toBe(0);
    expect(await receiveLot(leads(SUMMER), { ...taken, key: randomUUID() })).toMatchObject({ problem: { code: 'grow-out has ended' } });
    expect(await write(id, 'note', SUMMER, { words: 'Late' })).toMatchObject({ problem: { code: 'moved on', state: 'back' } });
    expect((await undo(leads(SUMMER), { key: randomUUID(), act: taken.key })).ok).toBe(true);
    expect(await findGrowOut(library.db, id)).toMatchObject({ step: 'handed over' });
    expect(await findLot(library.db, child.id)).toBeUndefined();
  });

  test('in two parts, it waits for the second; another crop than was sown is refused', async () => {
    const { id } = await grown('Two Parts');
    const part = (change: Record<string, string>) =>
      receiveLot(
        leads(SUMMER),
        intake({ variety: 'Two Parts', growOut: String(id), harvested: '2027-08', donor: library.member.name, ...change }),
      );
    expect(await part({ variety: 'Another Name' })).toMatchObject({ problem: { code: 'another variety was sown', lent: 'Two Parts' } });
    expect(await part({ crop: 'tomato', boughtPlant: 'no', stigma: 'hidden' })).toMatchObject({
      problem: { code: 'another crop was lent' },
    });
    expect((await part({ keepsLoanOpen: 'yes' })).ok).toBe(true);
    expect((await goingOf(id, SUMMER)).step).toBe('back in part');
    expect((await write(id, 'picked', SUMMER, { words: 'The last pods' })).ok).toBe(true);
    expect((await part({})).ok).toBe(true);
    expect((await findGrowOut(library.db, id))!.step).toBe('back');
  });

  test('of a crop that failed nothing comes back', async () => {
    const { id } = await handedOver('Failed Line');
    expect((await failGrowOut(leads(), { key: randomUUID(), growOutId: id, reason: 'Slugs' })).ok).toBe(true);
    expect(await receiveLot(leads(SUMMER), intake({ variety: 'Failed Line', growOut: String(id), harvested: '2027' }))).toMatchObject({
      problem: { code: 'grow-out has ended' },
    });
  });
});
