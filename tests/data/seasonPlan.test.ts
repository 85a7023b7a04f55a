import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { seeded } from '#core/distributions/seeded.ts';
import { NO_WISHES, type Choices, type SeasonFacts, type Wishes } from '#core/plan/facts.ts';
import { choicesOf, optionsOf, planOf } from '#core/plan/options.ts';
import { planSeason } from '#core/plan/planSeason.ts';
import { openGrowOuts, readGrowOutSteps } from '#data/growouts/growOuts.ts';
import { bloomsIn, findPlaceOf, plotsOf } from '#data/growouts/places.ts';
import { riskOfAll } from '#data/growouts/risks.ts';
import { findSeasonPlan, listSeasonPlans } from '#data/growouts/seasonPlans.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findHoldings } from '#data/stock/places.ts';
import { acting } from '#services/command.server.ts';
import { acceptOffer, declineOffer, handOverSeed } from '#services/growouts/growOuts.server.ts';
import { termsShown, writeTerms } from '#services/growouts/growers.server.ts';
import { shownAs } from '#services/shownAs.server.ts';
import { noteGardenBloom, strikeGardenBloom, writePlot } from '#services/growouts/plots.server.ts';
import { reckonNextRisks } from '#services/growouts/risks.server.ts';
import { workOut } from '#services/growouts/placing.server.ts';
import { readSeasonFacts } from '#services/growouts/seasonFacts.server.ts';
import { carryOutPlan, outcomeOf, saveSeasonPlan, toPropose } from '#services/growouts/seasonPlans.server.ts';
import { writeGarden } from '#services/people/gardens.server.ts';
import { addPerson } from '#services/people/people.server.ts';
import { setHold } from '#services/lots/holdSeed.server.ts';
import { undo } from '#services/undo.server.ts';
import { NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

const YEAR = 2027;
let library: Library;
let codes: Record<'pea' | 'bean' | 'kale', string>;
const works = () => acting(library.db, library.helper, TODAY);
const leads = () => acting(library.db, library.coordinator, TODAY);
const answerOf = <Answer>(
  done: { readonly ok: true; readonly answer: Answer } | { readonly ok: false; readonly problem: unknown },
): Answer => {
  if (!done.ok) throw new Error(JSON.stringify(done.problem));
  return done.answer;
};

/** A garden of a person with one plot. */
async function garden(name: string, person: string, place: string, cages = 0): Promise<number> {
  answerOf(
    await addPerson(works(), {
      key: randomUUID(),
      name: person,
      email: null,
      phone: null,
      note: null,
      isMember: true,
      groupOf: null,
      contact: null,
    }),
  );
  const { id } = answerOf(await writeGarden(works(), { key: randomUUID(), name, person, place, placeFor: null }));
  const plot = {
    key: randomUUID(),
    gardenId: id,
    plot: null,
    name: 'Bed',
    squareMetres: 40,
    sun: 'full sun',
    water: 'tap',
    cages,
    note: null,
    retired: false,
  } as const;
  answerOf(await writePlot(works(), plot));
  return id;
}
const read = async (planned: Choices = {}) => readSeasonFacts(library.db, (await readHouse(library.db))!, TODAY, planned);
function planned(facts: SeasonFacts, wishes: Wishes = NO_WISHES, before: Choices = {}): Choices {
  const options = optionsOf(facts, wishes, before);
  let choices: Choices = {};
  let steps = 0;
  for (const { plan } of planSeason(options.problem, seeded(1).share, planOf(options, facts, before))) {
    choices = choicesOf(options, facts, plan);
    if ((steps += 1) > 3) break;
  }
  return choices;
}
const save = (choices: Choices, since: number, wishes: Wishes = NO_WISHES) =>
  saveSeasonPlan(leads(), { key: randomUUID(), year: YEAR, since, choices, wishes, note: null });
const lineOf = async (code: string) => (await findLotByCode(library.db, code))!.lineId;
const growOutOf = async (code: string) => (await openGrowOuts(library.db, 100)).find((one) => one.code === code);

beforeAll(async () => {
  library = await preparedLibrary();
  await garden('Alder Test', 'Ada Test', '41.20, -34.00', 1);
  await garden('Mill Test', 'Milo Test', '41.22, -34.00');
  codes = {
    pea: await takeIn(library, { variety: 'Plan Pea', amount: '400 seeds', harvested: '2024' }),
    bean: await takeIn(library, { variety: 'Plan Bean', crop: 'french-bean', amount: '200 seeds', harvested: '2022' }),
    kale: await takeIn(library, { variety: 'Plan Kale', crop: 'kale', insects: undefined, amount: '600 seeds', harvested: '2021' }),
  };
  while ((await reckonNextRisks(library.db, NOW)) > 0);
});

describe('what a plan hangs on', () => {
  test('is each line that needs growing out, with its lot, its risk and what its promise bears', async () => {
    const { facts, lines, lost } = await read();
    expect(facts).toMatchObject({ year: YEAR, today: TODAY, frosts: { last: '05-01', first: '10-15' } });
    const pea = facts.lines.find(({ code }) => code === codes.pea)!;
    expect(pea).toMatchObject({ name: 'Pea ‘Plan Pea’', growOut: null, planned: null, importance: 1 });
    expect(pea.risk).toBeGreaterThan(pea.grown);
    // A copy with a keeper saves as much, for an hour.
    expect(pea.cheaper!.hours).toBeLessThan(3);
    expect(pea.cheaper!.risk).toBeLessThanOrEqual(pea.grown);
    const kale = facts.lines.find(({ code }) => code === codes.kale)!;
    expect(kale.most).toBeGreaterThan(0);
    expect(kale.crop.crossed).toBeGreaterThan(0.5);
    expect(lines).toBe(3);
    expect(lost).toBeCloseTo(
      facts.lines.reduce((sum, { risk }) => sum + risk, 0),
      6,
    );
    expect(facts.plots.map(({ garden: at, cages }) => [facts.gardens[at]!.name, cages])).toEqual([
      ['Alder Test', 1],
      ['Mill Test', 0],
    ]);
    const [one, other] = facts.plots.map(({ garden: at }) => facts.gardens[at]!.at!);
    expect(Math.hypot(one!.east - other!.east, one!.north - other!.north)).toBeGreaterThan(2000);
  });

  test('counts what growers agreed to and what was noted to flower', async () => {
    const { facts: before } = await read();
    const ada = before.growers.find(({ name }) => name === 'Ada Test')!;
    expect(ada.terms).toBeNull();
    const terms = { skill: 'hard', mostLines: 3, squareMetres: null, mostHours: 40, notGrown: 'kale' } as const;
    answerOf(await writeTerms(works(), { key: randomUUID(), personId: ada.id!, shown: termsShown(undefined), ...terms }));
    const alder = before.gardens.find(({ name }) => name === 'Alder Test')!.id;
    const bloom = { year: YEAR, crop: 'kale', what: 'neighbour’s kale', metres: 50, from: null, to: null };
    answerOf(await noteGardenBloom(works(), { key: randomUUID(), gardenId: alder, ...bloom }));
    const { facts } = await read();
    expect(facts.growers.find(({ name }) => name === 'Ada Test')!.terms).toEqual(terms);
    expect(facts.anyway).toMatchObject([{ what: 'neighbour’s kale', away: 50, plants: 'unknown' }]);
    const kale = await lineOf(codes.kale);
    const gardens = optionsOf(facts, NO_WISHES, {}).ways.filter(({ line }) => facts.lines[line]!.id === kale);
    expect(new Set(gardens.map(({ choice }) => choice.gardenId)).has(alder)).toBe(false);
  });

  test('a lot that is recalled is not sown, and says so', async () => {
    const code = await takeIn(library, { variety: 'Plan Recalled', amount: '300 seeds', harvested: '2024' });
    answerOf(await setHold(leads(), { key: randomUUID(), code, kind: 'recall', reason: 'a wrong name' }));
    while ((await reckonNextRisks(library.db, NOW)) > 0);
    const { facts, cannot } = await read();
    expect(facts.lines.some((line) => line.code === code)).toBe(false);
    expect(cannot).toMatchObject([{ name: 'Pea ‘Plan Recalled’', why: 'held back' }]);
  });
});

describe('a version', () => {
  test('is saved with what it comes to, by whoever plans; of two the second is told', async () => {
    const { facts } = await read();
    const choices = planned(facts);
    expect(Object.keys(choices)).toHaveLength(3);
    expect(
      await saveSeasonPlan(works(), { key: randomUUID(), year: YEAR, since: 0, choices, wishes: NO_WISHES, note: null }).catch(String),
    ).toMatch('not allowed');
    expect(answerOf(await save(choices, 0))).toEqual({ version: 1 });
    expect(await save(choices, 0)).toEqual({ ok: false, problem: { code: 'changed meanwhile' } });
    const kept = (await findSeasonPlan(library.db, YEAR, null))!;
    const { hours, saved } = outcomeOf(facts, NO_WISHES, choices);
    expect(kept).toMatchObject({ version: 1, choices, lines: 3, savedBy: 'Coordinator', hours, saved: expect.closeTo(saved, 9) });
    expect(kept.lost).toBeGreaterThan(kept.saved);
    // The whole library's chances count what is planned.
    const { asItIs, planned: withPlan } = (await riskOfAll(library.db, YEAR)).years.at(-1)!;
    expect(asItIs - withPlan).toBeCloseTo(saved, 5);
    expect((await riskOfAll(library.db, YEAR + 1)).years.at(-1)!.planned).toBeCloseTo(asItIs, 9);
    // What has gone meanwhile is left out, and nothing at all is no plan.
    const pea = await lineOf(codes.pea);
    const alone = { [pea]: choices[pea]!, 99_999: choices[pea]!, [await lineOf(codes.bean)]: { ...choices[pea]!, plotId: 99_999 } };
    answerOf(await save(alone, 1, { ...NO_WISHES, forced: [pea, 99_999], without: [99_999], home: 99_999 }));
    expect(await findSeasonPlan(library.db, YEAR, 2)).toMatchObject({
      choices: { [pea]: choices[pea] },
      wishes: { forced: [pea], without: [], home: null },
    });
    expect(await save({}, 2)).toEqual({ ok: false, problem: { code: 'nothing planned' } });
    expect((await listSeasonPlans(library.db, YEAR)).map(({ version }) => version)).toEqual([2, 1]);
  });

  test('is carried out all at once: proposed, placed, offered; and taken back as one', async () => {
    const key = randomUUID();
    const carry = (version = 1, act = randomUUID()) => carryOutPlan(leads(), { key: act, year: YEAR, version });
    expect(await carry(77)).toEqual({ ok: false, problem: { code: 'no such plan' } });
    expect(answerOf(await carry(1, key))).toEqual({ lines: 3 });
    // Sent twice it is done once.
    expect(answerOf(await carry(1, key))).toEqual({ lines: 3 });
    const { choices } = (await findSeasonPlan(library.db, YEAR, 1))!;
    const pea = (await growOutOf(codes.pea))!;
    expect(pea).toMatchObject({ step: 'offered', note: 'Season plan 2027, version 1', sowOn: choices[pea.lineId]!.sowOn });
    expect(await findPlaceOf(library.db, pea.id)).toMatchObject({
      gardenId: choices[pea.lineId]!.gardenId,
      plotId: choices[pea.lineId]!.plotId,
    });
    expect(await carry()).toEqual({ ok: false, problem: { code: 'nothing to propose' } });
    answerOf(await undo(leads(), { key: randomUUID(), act: key }));
    expect(await openGrowOuts(library.db, 100)).toEqual([]);
    const again = randomUUID();
    answerOf(await carry(1, again));
    const bean = (await growOutOf(codes.bean))!;
    answerOf(await acceptOffer(leads(), { key: randomUUID(), growOutId: bean.id, words: null }));
    expect(await undo(leads(), { key: randomUUID(), act: again })).toMatchObject({ ok: false, problem: { code: 'built on' } });
  });

  test('is as much crossed as the page of each grow-out says', async () => {
    const { choices } = (await findSeasonPlan(library.db, YEAR, 1))!;
    const kale = (await growOutOf(codes.kale))!;
    const { gardenId, sowOn, methods } = choices[kale.lineId]!;
    // Kale flowers in its second year; somebody's stands 150 m off by then.
    const bloom = { year: YEAR + 1, crop: 'kale', what: 'kale left standing', metres: 150, from: null, to: null };
    answerOf(await noteGardenBloom(works(), { key: randomUUID(), gardenId, ...bloom }));
    const { facts } = await read(choices);
    const { share } = outcomeOf(facts, NO_WISHES, choices).lines.find(({ line }) => line.id === kale.lineId)!;
    const lot = (await findLotByCode(library.db, codes.kale))!;
    const house = (await readHouse(library.db))!;
    const told = await workOut(library.db, kale, lot.facts, { gardenId, garden: 'Mill Test', sowOn, methods }, house, true);
    expect(told.share).toBeGreaterThan(0.01);
    // One takes every unknown in the middle, the other the middle of what comes of all of them.
    expect(share / told.share).toBeGreaterThan(0.7);
    expect(share / told.share).toBeLessThan(1.4);
    // So near it could not stay where it is; it is pulled out before it flowers.
    expect(planned(facts, NO_WISHES, choices)[kale.lineId]).not.toEqual(choices[kale.lineId]);
    const [noted] = (await bloomsIn(library.db, YEAR + 1)).filter(({ what }) => what === bloom.what);
    answerOf(await strikeGardenBloom(works(), { key: randomUUID(), gardenId, bloom: noted!.id }));
  });

  test('when a grower says no, a new plan moves that line, and proposes it to the other', async () => {
    const bean = (await growOutOf(codes.bean))!;
    const stood = (await findPlaceOf(library.db, bean.id))!.gardenId;
    answerOf(await declineOffer(leads(), { key: randomUUID(), growOutId: bean.id, words: 'no room after all' }));
    const { choices: before } = (await findSeasonPlan(library.db, YEAR, 1))!;
    const { facts } = await read(before);
    const line = facts.lines.find(({ code }) => code === codes.bean)!;
    expect(line).toMatchObject({ growOut: { state: 'proposed' }, declined: [bean.growerId] });
    const choices = planned(facts, NO_WISHES, before);
    expect(choices[line.id]!.gardenId).not.toBe(stood);
    for (const other of facts.lines.filter(({ id, growOut }) => id !== line.id && growOut))
      expect(choices[other.id]).toEqual(before[other.id]);
    expect(toPropose(facts, choices).map(({ code }) => code)).toEqual([codes.bean]);
    answerOf(await save(choices, 2));
    answerOf(await carryOutPlan(leads(), { key: randomUUID(), year: YEAR, version: 3 }));
    const steps = await readGrowOutSteps(library.db, bean.id);
    expect(steps.map(({ step }) => step)).toEqual(['offered', 'agreed', 'declined', 'offered']);
    expect(steps.at(-1)!.grower).not.toBe(steps[0]!.grower);
  });

  test('what is sown is fixed: it is no choice any more, and its bed is taken', async () => {
    const pea = (await growOutOf(codes.pea))!;
    answerOf(await acceptOffer(leads(), { key: randomUUID(), growOutId: pea.id, words: null }));
    const [holding] = await findHoldings(library.db, pea.lotId);
    answerOf(await handOverSeed(works(), { key: randomUUID(), growOutId: pea.id, holding: holding!.id, seeds: pea.seeds }));
    const { choices } = (await findSeasonPlan(library.db, YEAR, 3))!;
    const { facts } = await read(choices);
    expect(facts.lines.find(({ code }) => code === codes.pea)!.growOut!.state).toBe('sown');
    answerOf(await save({ ...choices, [pea.lineId]: { ...choices[pea.lineId]!, sowOn: '2027-06-01' } }, 3));
    const kept = (await findSeasonPlan(library.db, YEAR, 4))!;
    expect(kept.choices[pea.lineId]).toBeUndefined();
    const options = optionsOf(facts, NO_WISHES, kept.choices);
    expect(options.problem.pinned.map((option) => options.ways[option]!.choice.sowOn)).toEqual([choices[pea.lineId]!.sowOn]);
  });

  test('a line that cannot be proposed as planned keeps all of it back, and is named', async () => {
    const late = await takeIn(library, { variety: 'Plan Late', amount: '400 seeds', harvested: '2024' });
    while ((await reckonNextRisks(library.db, NOW)) > 0);
    const { choices: before } = (await findSeasonPlan(library.db, YEAR, 4))!;
    const { facts } = await read(before);
    const choices = planned(facts, NO_WISHES, before);
    expect(choices[await lineOf(late)]).toBeDefined();
    answerOf(await save(choices, 4));
    const { plotId, gardenId } = choices[await lineOf(late)]!;
    const plot = {
      key: randomUUID(),
      gardenId,
      plot: plotId!,
      shown: shownAs((await plotsOf(library.db, [gardenId])).find(({ id }) => id === plotId)),
      name: 'Bed',
      squareMetres: 0.1,
      sun: 'full sun',
      water: 'tap',
      cages: 0,
      note: null,
      retired: false,
    } as const;
    answerOf(await writePlot(works(), plot));
    const open = (await openGrowOuts(library.db, 100)).length;
    expect(await carryOutPlan(leads(), { key: randomUUID(), year: YEAR, version: 5 })).toMatchObject({
      ok: false,
      problem: { code: 'line in the way', name: 'Pea ‘Plan Late’', problem: { code: 'no room' } },
    });
    expect((await openGrowOuts(library.db, 100)).length).toBe(open);
  });
});
