import { describe, expect, test } from '@jest/globals';
import { seeded } from '../distributions/seeded.ts';
import { overlapOf } from '../growout/sowing.ts';
import { USUAL_GROWING } from '../house/growing.ts';
import { barrierOf, CAGED_GIVES_OFF } from '../isolation/barriers.ts';
import { crossedShareKnown } from '../isolation/crossedShare.ts';
import { comesTo, plainWorth } from './comesTo.ts';
import { alternativesFor, clashesOf, explainLeftOut, worthOfMore } from './explain.ts';
import { NO_WISHES, type Choices, type LineToPlan, type SeasonFacts, type Wishes } from './facts.ts';
import { choicesOf, optionsOf, planOf } from './options.ts';
import { mostPollen, ripensInTime, sowingDays, usualSowing, waysApart } from './possible.ts';
import { planSeason } from './planSeason.ts';
import { faultsOf } from './season.ts';

const CROP: LineToPlan['crop'] = {
  name: 'beet',
  alsoCalled: [],
  family: 'Amaranthaceae',
  group: 'beets',
  breeding: 'crossed by wind',
  ease: 'easy',
  sow: [-2, 4],
  daysToSeed: [90, 130],
  ripeWeeks: null,
  bloom: [8, 12],
  apart: 30,
  rows: 30,
  homeDistance: 400,
  productionDistance: 800,
  crossed: 0.9,
};
const line = (id: number, change: Partial<LineToPlan> = {}): LineToPlan => ({
  id,
  name: `beet ‘Beet ${id}’`,
  variety: `Beet ${id}`,
  crop: CROP,
  code: `2026-${id}`,
  seeds: 60,
  plants: 20,
  risk: 0.5,
  grown: 0.1,
  importance: 1,
  cheaper: null,
  packets: 30,
  wanted: 0,
  most: 0.0045,
  promiseLost: false,
  growOut: null,
  planned: null,
  declined: [],
  ...change,
});
/** Gardens along a road, each with a bed of its own and somebody who takes two lines. */
const season = (lines: readonly LineToPlan[], east: readonly (number | null)[], change: Partial<SeasonFacts> = {}): SeasonFacts => ({
  year: 2027,
  today: '2026-11-29',
  frosts: { last: '04-28', first: '10-14' },
  growing: USUAL_GROWING,
  lines,
  gardens: east.map((metres, index) => ({
    id: index + 1,
    name: `Garden ${index + 1}`,
    at: metres === null ? null : { east: metres, north: 0 },
    grower: index,
  })),
  plots: east.map((_, index) => ({ id: index + 1, name: 'Bed', garden: index, squareMetres: 10, cages: 0 })),
  growers: east.map((_, index) => ({
    id: index + 1,
    name: `Grower ${index + 1}`,
    terms: { skill: 'middling', mostLines: 2, squareMetres: null, mostHours: 30, notGrown: null },
  })),
  anyway: [],
  told: {},
  groups: [],
  ...change,
});
const planned = (facts: SeasonFacts, wishes: Wishes = NO_WISHES, before: Choices = {}) => {
  const options = optionsOf(facts, wishes, before);
  let choices: Choices = {};
  let steps = 0;
  for (const { plan } of planSeason(options.problem, seeded(1).share, planOf(options, facts, before))) {
    choices = choicesOf(options, facts, plan);
    if ((steps += 1) > 5) break;
  }
  return choices;
};
const offered = (facts: SeasonFacts, wishes: Wishes = NO_WISHES) => optionsOf(facts, wishes, {}).ways.map(({ choice }) => choice);

describe('how much foreign pollen a line may get', () => {
  test('follows from the promise and from what was sown', () => {
    expect(mostPollen(0.9, 0.01, 0).most).toBeCloseTo(0.0045, 4);
    expect(mostPollen(0.9, 0.05, 0).most).toBeCloseTo(0.0233, 4);
    expect(mostPollen(0.04, 0.05, 0)).toEqual({ most: null, promiseLost: false });
    // Half of it is used up by the seed that is sown; with all of it the season is kept to 1 % all the same.
    expect(mostPollen(0.9, 0.05, 0.025).most).toBeLessThan(mostPollen(0.9, 0.05, 0).most! / 1.9);
    expect(mostPollen(0.9, 0.05, 0.06)).toEqual({ most: mostPollen(0.9, 0.01, 0).most, promiseLost: true });
  });
});

describe('options', () => {
  test('sow at the beginning, middle and end of what is usual, as far as that is still to come and ripens', () => {
    const facts = season([], []);
    expect(usualSowing(CROP, facts)).toEqual(['2027-04-14', '2027-05-26']);
    expect(sowingDays(CROP, facts)).toEqual(['2027-04-14', '2027-05-05', '2027-05-26']);
    expect(sowingDays(CROP, { ...facts, today: '2027-05-01' })).toEqual(['2027-05-05', '2027-05-26']);
    expect(sowingDays(CROP, { ...facts, today: '2027-05-27' })).toEqual([]);
    expect(sowingDays({ ...CROP, sow: [1, 1] }, { ...facts, today: '2027-05-05' })).toEqual(['2027-05-05']);
    expect(sowingDays({ ...CROP, daysToSeed: [160, 170] }, facts)).toEqual(['2027-04-14', '2027-05-05']);
    expect(ripensInTime({ ...CROP, ripeWeeks: [16, 20], daysToSeed: null }, '2027-05-26', facts.frosts, 2027)).toBe(true);
  });

  test('keep to skill, to what is not grown, to who said no, to cages, and to room', () => {
    const terms = { skill: 'easy', mostLines: null, squareMetres: null, mostHours: null, notGrown: null } as const;
    const facts = season([line(1)], [0, 1000]);
    const with0 = (change: object) => ({
      ...facts,
      growers: [{ ...facts.growers[0]!, terms: { ...terms, ...change } }, facts.growers[1]!],
    });
    const gardens = (of: SeasonFacts, wishes?: Wishes) => [...new Set(offered(of, wishes).map(({ gardenId }) => gardenId))];
    expect(gardens(with0({}))).toEqual([1, 2]);
    expect(gardens({ ...with0({}), lines: [line(1, { crop: { ...CROP, ease: 'hard' } })] })).toEqual([]);
    expect(gardens(with0({ notGrown: 'beets' }))).toEqual([2]);
    expect(gardens({ ...facts, lines: [line(1, { declined: [2] })] })).toEqual([1]);
    expect(gardens(facts, { ...NO_WISHES, without: [1] })).toEqual([2]);
    expect(offered(facts).some(({ methods }) => methods.includes('cage'))).toBe(false);
    const caged = { ...facts, plots: facts.plots.map((plot) => ({ ...plot, cages: plot.id === 1 ? 1 : 0 })) };
    expect(new Set(offered(caged).flatMap(({ methods, gardenId }) => (methods.includes('cage') ? [gardenId] : [])))).toEqual(new Set([1]));
    expect(waysApart({ breeding: 'selfing', family: 'Fabaceae' })).toEqual([[]]);
    expect(waysApart({ breeding: 'crossed by insects', family: 'Cucurbitaceae' })).toEqual([[], ['hand pollination'], ['cage']]);
  });

  test('where nobody knows what is near, offer only what needs no distance', () => {
    const facts = season([line(1), line(2, { most: null, crop: { ...CROP, group: 'peas', breeding: 'selfing' } })], [null, 900]);
    const atOne = optionsOf(facts, NO_WISHES, {}).ways.filter(({ choice }) => choice.gardenId === 1);
    expect(new Set(atOne.map(({ line: index, choice }) => `${index} ${choice.methods.join()}`))).toEqual(new Set(['0 bags', '1 ']));
    // Somebody paced it out.
    const told = { ...facts, told: { '1 2': 700 } };
    expect(
      optionsOf(told, NO_WISHES, {}).ways.some(
        ({ line: index, choice }) => index === 0 && choice.gardenId === 1 && choice.methods.length === 0,
      ),
    ).toBe(true);
  });

  test('weigh hours, way and staying put against what is saved', () => {
    const facts = season([line(1, { wanted: 10 })], [0, 5000]);
    const worths = (wishes: Wishes, of = facts) =>
      optionsOf(of, wishes, {}).ways.filter(({ choice }) => choice.methods.length === 0 && choice.sowOn === '2027-05-05');
    const [near, far] = worths({ ...NO_WISHES, home: 1 });
    // Forty per cent saved, ten packets wanted, four hours; and twice there and back, twenty kilometres.
    expect(near!.worth).toBeCloseTo(0.4 + 0.02 - 0.04, 9);
    expect(near!.worth - far!.worth).toBeCloseTo(0.02, 9);
    const choice = { gardenId: 2, plotId: 2, sowOn: '2027-05-05', methods: [] };
    const before = { ...facts, lines: [line(1, { wanted: 10, growOut: { id: 9, state: 'asked', choice, seen: null } })] };
    const farWins = ([one, other]: ReturnType<typeof worths>) => other!.worth - one!.worth;
    expect(farWins(worths(NO_WISHES, before)) - farWins(worths(NO_WISHES))).toBeCloseTo(0.05, 9);
  });

  test('bring each other the pollen that the model of crossing gives', () => {
    const facts = season([line(1), line(2, { plants: 40 })], [0, 350], {
      anyway: [
        {
          what: 'a neighbour’s',
          crop: 'beet',
          group: 'beets',
          garden: 0,
          away: 200,
          bloom: { from: '2027-06-20', to: '2027-07-10' },
          plants: 5,
          methods: [],
        },
      ],
      plots: [0, 1].map((garden) => ({ id: garden + 1, name: 'Bed', garden, squareMetres: 30, cages: 1 })),
    });
    const loose = { ...facts, lines: facts.lines.map((one) => ({ ...one, most: 9 })) };
    const { ways, problem } = optionsOf(loose, NO_WISHES, {});
    let compared = 0;
    for (const [to, own] of ways.entries())
      for (const [from, other] of ways.entries()) {
        if (own.line === other.line) continue;
        const metres = own.plot === other.plot ? 10 : 350;
        const neighbours = [
          {
            metres,
            overlap: overlapOf(own.bloom, other.bloom),
            amount: loose.lines[other.line]!.plants / loose.lines[own.line]!.plants,
            weight: other.choice.methods.includes('cage') ? CAGED_GIVES_OFF : 1,
          },
          {
            metres: own.plot === 0 ? 200 : 350,
            overlap: overlapOf(own.bloom, { from: '2027-06-20', to: '2027-07-10' }),
            amount: 5 / loose.lines[own.line]!.plants,
            weight: 1,
          },
        ];
        const expected = crossedShareKnown({
          outcrossing: 0.9,
          homeDistance: 400,
          productionDistance: 800,
          neighbours,
          barrier: barrierOf(own.choice.methods),
        });
        const got = own.anyway + problem.pollen(from, to);
        expect((0.9 * got) / (1 + got)).toBeCloseTo(expected, 9);
        compared += 1;
      }
    expect(compared).toBeGreaterThan(100);
  });

  test('leave what is sown as it is, and keep others from it', () => {
    const choice = { gardenId: 1, plotId: 1, sowOn: '2027-05-05', methods: [] };
    const sown = line(1, { growOut: { id: 4, state: 'sown', choice, seen: { from: '2027-06-25', to: '2027-07-25' } } });
    const facts = season([sown, line(2)], [0, 150, 3000], { today: '2027-05-10' });
    const choices = planned(facts);
    expect(choices).toMatchObject({ 1: choice, 2: { gardenId: 3 } });
    const options = optionsOf(facts, NO_WISHES, choices);
    const { worth, lines } = comesTo(options, facts, choices);
    expect(worth).toBeCloseTo(lines.find(({ line: one }) => one.id === 2)!.worth, 12);
    expect(plainWorth(options, facts, planOf(options, facts, choices)[0]!)).toBe(0);
    // A bed that it takes is taken.
    const full = season([sown, line(2, { crop: { ...CROP, group: 'others' }, most: null })], [0], { today: '2027-05-10' });
    expect(planned({ ...full, plots: [{ ...full.plots[0]!, squareMetres: 3 }] })[2]).toBeUndefined();
    expect(planned(full)[2]).toBeDefined();
  });
});

describe('a plan', () => {
  test('keeps every line as true as promised, reckoned again from its choices alone', () => {
    const { share } = seeded(12);
    for (let turn = 0; turn < 12; turn += 1) {
      const lines = Array.from({ length: 8 }, (_, index) =>
        line(index + 1, { risk: 0.3 + 0.6 * share(), most: share() < 0.5 ? 0.0045 : 0.0233, plants: 10 + Math.floor(share() * 20) }),
      );
      const facts = season(
        lines,
        Array.from({ length: 7 }, () => Math.round(share() * 2500)),
      );
      const choices = planned(facts);
      expect(Object.keys(choices).length).toBeGreaterThan(1);
      for (const own of lines) {
        const choice = choices[own.id];
        if (!choice) continue;
        const options = optionsOf(facts, NO_WISHES, choices);
        const bloom = (id: number) =>
          options.ways[options.byLine[id - 1]!.find((one) => options.ways[one]!.choice.sowOn === choices[id]!.sowOn)!]!.bloom;
        const east = (id: number) => facts.gardens[choices[id]!.gardenId - 1]!.at!.east;
        const neighbours = lines
          .filter(({ id }) => id !== own.id && choices[id])
          .map(({ id, plants }) => ({
            metres: Math.max(10, Math.abs(east(own.id) - east(id))),
            overlap: overlapOf(bloom(own.id), bloom(id)),
            amount: plants / own.plants,
            weight: 1,
          }));
        const share = crossedShareKnown({
          outcrossing: 0.9,
          homeDistance: 400,
          productionDistance: 800,
          neighbours,
          barrier: barrierOf(choice.methods),
        });
        expect(share).toBeLessThanOrEqual((0.9 * own.most!) / (1 + own.most!) + 1e-9);
      }
    }
  });

  test('moves little when a garden drops out', () => {
    const lines = [1, 2, 3, 4, 5].map((id) =>
      line(id, { risk: 0.3 + id / 10, most: null, crop: { ...CROP, breeding: 'selfing', group: `group ${id}` } }),
    );
    const facts = season(lines, [0, 500, 1000, 1500]);
    const before = planned(facts);
    expect(Object.keys(before)).toHaveLength(5);
    const gone = before[3]!.gardenId;
    const again = {
      ...facts,
      lines: lines.map((one) => ({ ...one, growOut: { id: 40, state: 'asked' as const, choice: before[one.id]!, seen: null } })),
    };
    const after = planned(again, { ...NO_WISHES, without: [gone] }, before);
    for (const { id } of lines) {
      expect(after[id]).toBeDefined();
      if (before[id]!.gardenId === gone) expect(after[id]!.gardenId).not.toBe(gone);
      else expect(after[id]).toEqual(before[id]);
    }
  });

  test('does what is wished: pinned, forced, forbidden', () => {
    const facts = season([line(1), line(2, { risk: 0.12 }), line(3, { risk: 0.9 })], [0, 100]);
    // All three cross, and the gardens are too near for two: the one at most risk is grown, and bags make room for others.
    const pin = { gardenId: 1, plotId: 1, sowOn: '2027-05-05', methods: [] };
    expect(planned(facts, { ...NO_WISHES, pinned: [2] }, { 2: pin })[2]).toEqual(pin);
    expect(planned(facts, { ...NO_WISHES, forced: [2] })[2]).toBeDefined();
    expect(planned(facts, NO_WISHES)[2]).toBeUndefined();
    expect(planned(facts, { ...NO_WISHES, forbidden: [3] })[3]).toBeUndefined();
    const options = optionsOf(facts, { ...NO_WISHES, forced: [2] }, { 2: pin });
    const outcome = comesTo(options, facts, { 2: pin });
    // What must be is shown by what it is worth, not by the weight that a wish has.
    expect(outcome.worth).toBeCloseTo(0.02 - 0.04, 9);
    expect(outcome).toMatchObject({ hours: 4, saved: expect.closeTo(0.02, 9), faults: [] });
  });
});

describe('what a plan says of itself', () => {
  const selfing = { ...CROP, breeding: 'selfing' as const, group: 'peas' };
  test('a line left out for want of a grower’s hands names the hands, and what they would be worth', () => {
    const lines = [1, 2, 3].map((id) => line(id, { most: null, crop: { ...selfing, group: `peas ${id}` }, risk: 0.3 + id / 10 }));
    const facts = season(lines, [0]);
    const choices = planned(facts);
    expect(choices[1]).toBeUndefined();
    const told = explainLeftOut(facts, NO_WISHES, choices, 1);
    expect(told.why).toBe('in the way');
    expect(told.blocks.grower).toBeGreaterThan(0);
    expect(told.changes[0]).toMatchObject({
      change: { kind: 'one more line', grower: 0 },
      dropped: [],
      moved: [],
      worth: expect.closeTo(0.3 - 0.04, 6),
    });
    expect(told.changes.at(-1)).toMatchObject({ change: { kind: 'instead' }, dropped: [2], worth: expect.closeTo(-0.1, 6) });
    expect(worthOfMore(facts, NO_WISHES, choices)[0]).toMatchObject({
      change: { kind: 'one more line', grower: 0 },
      worth: expect.closeTo(0.26, 6),
    });
  });

  test('a line left out for what it would cross with names distance, cage, and what could be cut', () => {
    const beetsNear = {
      what: 'neighbour’s beets',
      crop: 'beet',
      group: 'beets',
      garden: 0,
      away: 30,
      bloom: 'unknown' as const,
      plants: 'unknown' as const,
      methods: [],
    };
    // Bags would take more hours than it is worth.
    const facts = season([line(1, { risk: 0.14, grown: 0.08 })], [0], { anyway: [beetsNear] });
    const told = explainLeftOut(facts, NO_WISHES, {}, 1);
    const kinds = told.changes.map(({ change }) => change.kind);
    expect(kinds).toContain('gone');
    expect(kinds).toContain('new plot');
    const plot = told.changes.find(({ change }) => change.kind === 'new plot')!;
    expect(plot.change).toMatchObject({ metres: expect.any(Number) });
    expect(plot.choice).toMatchObject({ gardenId: -1 });
    // Nobody grows what gains less than its hours weigh.
    expect(explainLeftOut(season([line(1, { risk: 0.1, grown: 0.09 })], [0]), NO_WISHES, {}, 1).why).toBe('worth less');
    expect(explainLeftOut(facts, { ...NO_WISHES, forbidden: [1] }, {}, 1).why).toBe('forbidden');
    const tooHard = { ...facts, growers: facts.growers.map((one) => ({ ...one, terms: { ...one.terms!, skill: 'easy' as const } })) };
    const hard = { ...tooHard, anyway: [], lines: [line(1, { crop: { ...selfing, ease: 'hard' }, most: null })] };
    expect(explainLeftOut(hard, NO_WISHES, {}, 1)).toMatchObject({
      why: 'nowhere',
      changes: [{ change: { kind: 'skill', grower: 0 } }, { change: { kind: 'new plot', metres: 0 } }],
    });
  });

  test('a line that is in says what else could be done and what speaks against it', () => {
    const facts = season([line(1), line(2)], [0, 1500, 1600]);
    const choices = planned(facts);
    const told = alternativesFor(facts, NO_WISHES, choices, 1);
    expect(told.map(({ other }) => other)).toEqual(expect.arrayContaining(['plot', 'way']));
    for (const one of told) expect(one.less).toBeGreaterThan(one.block === null ? -1e-9 : -1);
    const bags = told.find(({ other }) => other === 'way')!;
    // Three hours more.
    expect(bags).toMatchObject({ choice: { methods: ['bags'] }, less: expect.closeTo(0.03, 9), block: null });
  });

  test('wishes that clash are named, and no more of them than need be', () => {
    const lines = [1, 2, 3].map((id) => line(id, { most: null, crop: { ...selfing, group: `peas ${id}` } }));
    const facts = season(lines, [0, 2000]);
    const pin = (id: number) => ({ gardenId: 1, plotId: 1, sowOn: '2027-05-05', methods: [], id });
    const wishes: Wishes = { ...NO_WISHES, pinned: [1, 2], forced: [3], without: [2] };
    const choices = planned(facts, wishes, { 1: pin(1), 2: pin(2) });
    expect(choices[3]).toBeUndefined();
    const [clash] = clashesOf(facts, wishes, choices);
    expect(clash!.id).toBe(3);
    // Either pin, or the garden that is left out: two of the three are enough to keep it out only together with the third.
    expect(clash!.with.map(({ wish }) => wish).sort()).toEqual(['pinned', 'pinned', 'without']);
    expect(clashesOf(facts, { ...wishes, without: [] }, planned(facts, { ...wishes, without: [] }, choices))).toEqual([]);
  });

  test('a choice made by hand that cannot be is shown with its fault', () => {
    const facts = season([line(1), line(2)], [0, 50]);
    const at = (garden: number) => ({ gardenId: garden, plotId: garden, sowOn: '2027-05-12', methods: [] });
    const choices = { 1: at(1), 2: at(2) };
    const options = optionsOf(facts, NO_WISHES, choices);
    const outcome = comesTo(options, facts, choices);
    expect(outcome.faults.map(({ why }) => why)).toEqual(['crossed', 'crossed']);
    expect(outcome.lines[0]!.share).toBeGreaterThan(outcome.lines[0]!.most!);
    expect(outcome.lines[0]!.from).toMatchObject([{ id: 2 }]);
    expect(faultsOf(options.problem, planOf(options, facts, choices))).toEqual(outcome.faults);
  });
});
