import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { crossedShare } from '../isolation/crossedShare.ts';
import { always, logNormal, type Quantiles } from '../isolation/quantiles.ts';
import type { Metres, Milligrams } from '../kernel/kinds.ts';
import { type Passport, EMPTY_PASSPORT } from '../passport/passport.ts';
import type { CropForJudging } from '../passport/season.ts';
import { likelihood, mostLeftPossible, plantsToShow } from './evidence.ts';
import { blendedShare, founderShare } from './founders.ts';
import { chancesAfterCleanTrials, judge, NOTHING_MIXED_IN, type ToJudge } from './judge.ts';
import { judgeLot, type LotForJudging } from './judgeLot.ts';
import { whatWouldRaise } from './raise.ts';
import { reasonsFor } from './reasons.ts';
import { seedWeightDrift } from './seedWeight.ts';

const NOTHING: ToJudge = {
  crossed: always(0),
  inherited: always(0),
  roguing: 1,
  mixedIn: NOTHING_MIXED_IN,
  evidence: [],
  sown: null,
  identity: 1,
  mishap: 0,
  cap: 'true',
};

describe('the promise', () => {
  test('is true where nothing foreign came in, and falls with the foreign share', () => {
    expect(judge(NOTHING)).toMatchObject({ promise: 'true', chance: 1 });
    expect(judge({ ...NOTHING, crossed: logNormal(0.02, 1.3) }).promise).toBe('likely true');
    expect(judge({ ...NOTHING, crossed: logNormal(0.2, 1.5) }).promise).toBe('may vary');
  });

  test('a foreign father hands on half the genes, compounded over generations', () => {
    let inherited: Quantiles = always(0);
    for (let generation = 0; generation < 5; generation += 1) inherited = judge({ ...NOTHING, crossed: always(0.04), inherited }).handedOn;
    expect(inherited[0]).toBeCloseTo(1 - 0.98 ** 5, 10);
  });

  test('roguing before flowering halves what was handed on', () =>
    expect(judge({ ...NOTHING, inherited: always(0.08), roguing: 0.5 }).handedOn[3]).toBeCloseTo(0.04, 12));

  test('never claims more than its cap', () => {
    expect(judge({ ...NOTHING, cap: 'may vary' }).promise).toBe('may vary');
    expect(judge({ ...NOTHING, cap: 'mixture' }).promise).toBe('mixture');
  });

  test('a larger share in any of the three ways never makes it better', () =>
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.5, noNaN: true }), fc.double({ min: 0, max: 0.4, noNaN: true }), (share, more) => {
        for (const way of ['crossed', 'inherited', 'mixedIn'] as const) {
          const less = judge({ ...NOTHING, [way]: logNormal(share + 1e-6, 2) });
          const worse = judge({ ...NOTHING, [way]: logNormal(share + more + 1e-6, 2) });
          if (worse.chanceLikely > less.chanceLikely + 1e-12 || worse.foreign.mean < less.foreign.mean - 1e-12) return false;
        }
        return true;
      }),
      { numRuns: 50 },
    ));

  test('a blend hands on the mean by seed number', () => {
    const blend = blendedShare([
      { handedOn: always(0), seeds: 300 },
      { handedOn: always(0.1), seeds: 100 },
    ]);
    expect(blend[0]).toBeCloseTo(0.025, 12);
    expect(() => blendedShare([])).toThrow(RangeError);
  });

  test('bought seed starts better than seed with unknown years in gardens', () => {
    const squash = crossedShare({ outcrossing: 0.9, homeDistance: 150, productionDistance: 800, neighbours: 'unknown', barrier: 1 });
    const means = [0, 2, 6].map((seasons) => founderShare(squash, seasons).reduce((sum, share) => sum + share, 0));
    expect(means[0]!).toBeLessThan(means[1]!);
    expect(means[1]!).toBeLessThan(means[2]!);
    expect(founderShare(squash, null)).toEqual(founderShare(squash, 4));
  });
});

describe('evidence', () => {
  test('a clean trial still leaves room: 14 % after 20 plants; under 5 % takes 59, under 1 % takes 299', () => {
    expect(mostLeftPossible(20)).toBeCloseTo(0.139, 3);
    expect(plantsToShow(0.05)).toBe(59);
    expect(plantsToShow(0.01)).toBe(299);
    expect(() => mostLeftPossible(0)).toThrow(RangeError);
    expect(() => plantsToShow(1)).toThrow(RangeError);
  });

  test('weighs by the binomial likelihood of crosses that show', () => {
    const seen = [{ offTypes: 2, lookedAt: 30, shows: 1 }];
    const ratio = likelihood(0.1, seen) / likelihood(0.02, seen);
    expect(ratio).toBeCloseTo((0.1 / 0.02) ** 2 * (0.9 / 0.98) ** 28, 8);
  });

  test('two off-types in thirty lower a promise, thirty clean plants raise one', () => {
    const doubtful = { ...NOTHING, crossed: logNormal(0.02, 3) };
    const before = judge(doubtful);
    const clean = judge({ ...doubtful, evidence: [{ offTypes: 0, lookedAt: 30, shows: 0.8 }] });
    const off = judge({ ...doubtful, evidence: [{ offTypes: 2, lookedAt: 30, shows: 0.8 }] });
    expect(clean.foreign.mean).toBeLessThan(before.foreign.mean);
    expect(clean.chanceLikely).toBeGreaterThan(before.chanceLikely);
    expect(off.foreign.mean).toBeGreaterThan(before.foreign.mean);
    expect(off.promise).toBe('may vary');
  });

  test('trials that are only thought of are judged as if they had been', () => {
    const doubtful = { ...NOTHING, crossed: logNormal(0.03, 3) };
    const [quick] = chancesAfterCleanTrials(doubtful, 0.8, [40]);
    const slow = judge({ ...doubtful, evidence: [{ offTypes: 0, lookedAt: 40, shows: 0.8 }] });
    expect(quick!.true).toBeCloseTo(slow.chanceTrue, 10);
    expect(quick!['likely true']).toBeCloseTo(slow.chanceLikely, 10);
  });

  test('overrules what was told, however sure that was', () =>
    expect(judge({ ...NOTHING, mishap: 0.05, evidence: [{ offTypes: 6, lookedAt: 20, shows: 0.9 }] }).promise).toBe('may vary'));

  test('a clean trial never lowers the chance, and a larger one is never worse', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 0.3, noNaN: true }), fc.integer({ min: 1, max: 100 }), (share, plants) => {
        const believed = { ...NOTHING, crossed: logNormal(share, 3), mishap: 0.05, identity: 0.9 };
        const with_ = (lookedAt: number) => judge({ ...believed, evidence: [{ offTypes: 0, lookedAt, shows: 0.8 }] });
        const [none, some, more] = [judge(believed), with_(plants), with_(plants + 20)];
        return (
          some.chanceTrue >= none.chanceTrue - 1e-9 &&
          some.chanceLikely >= none.chanceLikely - 1e-9 &&
          more.chanceLikely >= some.chanceLikely - 1e-9
        );
      }),
      { numRuns: 40 },
    ));
});

const PEA: CropForJudging = {
  group: 'pisum',
  breeding: 'selfing',
  hybrids: 'rare',
  outcrossing: [0, 1],
  exposedStigma: null,
  homeDistance: 3,
  productionDistance: 20,
  crossesShow: [60, 90],
  showsIn: 'plant',
};
const SQUASH: CropForJudging = {
  ...PEA,
  group: 'cucurbita-pepo',
  breeding: 'crossed by insects',
  hybrids: 'common',
  outcrossing: [60, 100],
  homeDistance: 250,
  productionDistance: 1000,
};
const KNOWLEDGE = { groups: [], groupOf: () => null };
const passport = (said: Partial<Passport>): Passport => ({
  ...EMPTY_PASSPORT,
  kind: 'open-pollinated',
  nameSure: 'sure',
  harvested: '2026-09',
  seasonsGrown: 3,
  neighbours: [],
  ...said,
});
const lot = (change: Partial<LotForJudging>): LotForJudging => ({
  passport: passport({}),
  crop: PEA,
  origin: 'donated',
  aim: 'keep true',
  parents: [],
  evidence: [],
  incidents: [],
  ...change,
});
const pepo = (metres: Metres | 'unknown', overlap: 'all' | 'unknown' = 'unknown') =>
  ({ what: 'another pepo squash', cropId: null, metres, overlap, amount: 'as many', caged: false }) as const;

describe('a lot is judged as a coordinator would', () => {
  test('a pea from a neighbour is true, and its own pollen is among the reasons', () => {
    const pea = lot({ passport: passport({ neighbours: [{ ...pepo(20), what: 'another pea' }] }) });
    expect(judgeLot(pea, KNOWLEDGE).promise).toBe('true');
    expect(reasonsFor(pea, KNOWLEDGE).at(-1)).toEqual({ kind: 'own pollen', share: 0 });
  });

  test('a squash with three of its group around it may vary, the nearest neighbour first among the reasons', () => {
    const squash = lot({ crop: SQUASH, passport: passport({ neighbours: [pepo(200), pepo(20, 'all'), pepo(60)] }) });
    expect(judgeLot(squash, KNOWLEDGE).promise).toBe('may vary');
    const [first] = reasonsFor(squash, KNOWLEDGE);
    expect(first).toMatchObject({ kind: 'neighbour', neighbour: { metres: 20 } });
    const raises = whatWouldRaise(squash, KNOWLEDGE);
    expect(raises.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['trial', 'hand pollination', 'distance']));
  });

  test('the same squash pollinated by hand is better', () => {
    const neighbours = [pepo(200), pepo(20, 'all'), pepo(60)];
    const free = judgeLot(lot({ crop: SQUASH, passport: passport({ neighbours }) }), KNOWLEDGE);
    const byHand = judgeLot(lot({ crop: SQUASH, passport: passport({ neighbours, methods: ['hand pollination'] }) }), KNOWLEDGE);
    expect(byHand.foreign.mean).toBeLessThan(free.foreign.mean / 3);
  });

  test.each([
    ['a hybrid', { passport: passport({ kind: 'F1' }) }, 'may vary'],
    ['a declared mixture', { passport: passport({ kind: 'mixture' }) }, 'mixture'],
    ['a line left to adapt', { aim: 'let adapt' as const }, 'mixture'],
    ['a name that is a guess', { passport: passport({ nameSure: 'a guess' }) }, 'may vary'],
    ['a hybrid’s offspring', { passport: passport({ offspring: true }) }, 'may vary'],
    ['a jar with other seed in it', { passport: passport({ look: ['mixed with other seed'] }) }, 'may vary'],
    ['market fruit of an outcrosser', { crop: SQUASH, origin: 'market fruit' as const }, 'may vary'],
    ['seed of a bought plant', { crop: SQUASH, passport: passport({ boughtPlant: true }) }, 'may vary'],
    ['a mix-up of unknown size', { incidents: [{ share: null, discarded: false }] }, 'may vary'],
  ] as const)('%s caps or lowers it', (_, change, promise) => expect(judgeLot(lot(change), KNOWLEDGE).promise).toBe(promise));

  test('a name that is fairly sure makes it less sure, and only a figure decides', () => {
    const [sure, fairly] = (['sure', 'fairly sure'] as const).map((nameSure) =>
      judgeLot(lot({ passport: passport({ nameSure }) }), KNOWLEDGE),
    );
    expect(fairly!.chanceTrue).toBeCloseTo(sure!.chanceTrue * 0.95, 6);
    expect(reasonsFor(lot({ passport: passport({ nameSure: 'a guess' }) }), KNOWLEDGE)[0]).toMatchObject({ kind: 'doubt', why: 'name' });
  });

  test('figure and verdict never contradict: without a fact, what is promised is what the figures allow', () => {
    const word = <Word>(...words: Word[]) => fc.constantFrom(...words);
    fc.assert(
      fc.property(
        fc.record({
          kind: word('open-pollinated', 'heirloom', 'unknown', 'F1', 'crossed'),
          nameFrom: word('packet', 'grower', 'neighbour', 'guess', 'unknown', null),
          nameSure: word('sure', 'fairly sure', 'a guess', 'unknown'),
          boughtPlant: word<Passport['boughtPlant']>(true, false, 'unknown', null),
          offTypes: word<Passport['offTypes']>(0, 2, 'unknown'),
          plantsStanding: word<Passport['plantsStanding']>(12, 40, 'unknown'),
        }),
        word<LotForJudging['origin']>('donated', 'bought', 'market fruit', 'found'),
        word(PEA, SQUASH),
        (said, origin, crop) => {
          const { promise, chance, chanceTrue, chanceLikely } = judgeLot(
            lot({ crop, origin, passport: passport(said as Partial<Passport>) }),
            KNOWLEDGE,
          );
          const isFact = said.kind === 'F1' || said.kind === 'crossed';
          const figure = chanceTrue >= 0.8 ? 'true' : chanceLikely >= 0.8 ? 'likely true' : 'may vary';
          expect([promise, chance >= 0.8]).toEqual(isFact ? ['may vary', chance >= 0.8] : [figure, figure !== 'may vary']);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('a courgette from a shop and an unknown melon of a stall are no sure thing, by a figure', () => {
    const shop = judgeLot(lot({ crop: SQUASH, passport: passport({ boughtPlant: true, kind: 'unknown' }) }), KNOWLEDGE);
    expect(shop).toMatchObject({ promise: 'may vary' });
    expect(shop.chance).toBeLessThan(0.5);
    const stall = judgeLot(
      lot({ crop: { ...SQUASH, hybrids: 'some' }, origin: 'market fruit', passport: passport({ kind: 'unknown' }) }),
      KNOWLEDGE,
    );
    expect(stall.promise).toBe('may vary');
  });

  test('off-types that stood when they flowered count; what was pulled before does not; none at all speaks for it', () => {
    const with_ = (said: Partial<Passport>) => judgeLot(lot({ passport: passport({ plantsStanding: 40, ...said }) }), KNOWLEDGE);
    const untold = with_({ offTypes: 'unknown' });
    expect(with_({ offTypes: 3, roguing: 'none' })).toMatchObject({ promise: 'may vary' });
    expect(with_({ offTypes: 3, roguing: 'before flowering' }).chanceTrue).toBeGreaterThanOrEqual(untold.chanceTrue);
    expect(with_({ offTypes: 0 }).chanceTrue).toBeGreaterThan(untold.chanceTrue);
    const told = reasonsFor(lot({ passport: passport({ plantsStanding: 40, offTypes: 3, roguing: 'none' }) }), KNOWLEDGE);
    expect(told[0]).toMatchObject({ kind: 'off-types', offTypes: 3, lookedAt: 40 });
  });

  test('off-types tell of the seed that was sown, never of what crossed this season', () => {
    const neighbours = [pepo(10, 'all')];
    const squash = (offTypes: Passport['offTypes']) =>
      judgeLot(lot({ crop: SQUASH, passport: passport({ neighbours, plantsStanding: 200, offTypes }) }), KNOWLEDGE);
    expect(squash(0).promise).toBe('may vary');
    expect(squash(0).chanceLikely).toBeLessThan(squash('unknown').chanceLikely + 0.1);
  });

  test('seed of a lot that the library has takes its doubts, and adds none about the name', () => {
    const parent = judgeLot(lot({ passport: passport({ nameSure: 'a guess' }) }), KNOWLEDGE);
    const child = judgeLot(
      lot({
        origin: 'returned',
        parents: [{ handedOn: parent.handedOn, seeds: 1 }],
        passport: passport({ nameSure: null, nameFrom: null }),
      }),
      KNOWLEDGE,
    );
    expect(child.promise).toBe('may vary');
    expect(child.chanceTrue).toBeLessThan(parent.chanceTrue + 0.05);
  });

  test('pollinated by hand next to another it can be true, and the way is among the reasons with what it kept out', () => {
    const beside = [{ ...pepo(5, 'all'), amount: 'as many' as const }];
    const byHand = lot({
      crop: SQUASH,
      passport: passport({
        neighbours: beside,
        methods: ['hand pollination'],
        seasonsGrown: 1,
        nameFrom: 'packet',
        plantsStanding: 20,
        offTypes: 0,
      }),
    });
    expect(judgeLot(byHand, KNOWLEDGE).promise).toBe('true');
    const way = reasonsFor(byHand, KNOWLEDGE).find(({ kind }) => kind === 'protected');
    expect(way).toMatchObject({ methods: ['hand pollination'] });
    expect(way!.kind === 'protected' && way!.without).toBeGreaterThan(0.2);
  });

  test('a neighbour under a cage counts for a hundredth; seasons that were kept apart hand on less', () => {
    const near = (caged: boolean) =>
      judgeLot(lot({ crop: SQUASH, passport: passport({ seasonsGrown: 1, neighbours: [{ ...pepo(40, 'all'), caged }] }) }), KNOWLEDGE)
        .foreign.mean;
    expect(near(true)).toBeLessThan(near(false));
    const before = (earlierMethods: Passport['earlierMethods']) =>
      judgeLot(lot({ crop: SQUASH, passport: passport({ seasonsGrown: 6, earlierMethods }) }), KNOWLEDGE).foreign.mean;
    expect(before(['hand pollination'])).toBeLessThan(before(['distance']));
    expect(before(['distance'])).toBeLessThan(before(null));
  });

  test('a mix-up whose part was thrown away does not lower it', () =>
    expect(judgeLot(lot({ incidents: [{ share: null, discarded: true }] }), KNOWLEDGE).promise).toBe('true'));

  test('a stigma that sticks out makes a tomato a crosser', () => {
    const tomato: CropForJudging = { ...PEA, outcrossing: [0, 4], exposedStigma: [10, 35], productionDistance: 30 };
    const next = [{ ...pepo(1, 'all'), what: 'another tomato' }];
    const mean = (stigma: Passport['stigma']) =>
      judgeLot(lot({ crop: tomato, passport: passport({ neighbours: next, stigma }) }), KNOWLEDGE).foreign.mean;
    expect(mean('hidden')).toBeLessThan(mean('unknown'));
    expect(mean('unknown')).toBeLessThan(mean('sticks out'));
  });

  test('a neighbour of a group that cannot cross counts for nothing', () => {
    const far = lot({ crop: SQUASH, passport: passport({ neighbours: [{ ...pepo(10, 'all'), cropId: 'cucumber' }] }) });
    const knowledge = { groups: [], groupOf: (id: string) => (id === 'cucumber' ? 'cucumis-sativus' : null) };
    expect(judgeLot(far, knowledge).foreign.mean).toBeCloseTo(judgeLot(lot({ crop: SQUASH }), knowledge).foreign.mean, 12);
  });
});

describe('seed weight over generations', () => {
  const sample = (generation: number, milligrams: Milligrams) => ({ generation, seeds: 100, milligrams });
  test('that falls by a third is drift; that wobbles within the scale is not', () => {
    expect(seedWeightDrift([sample(0, 20_000), sample(1, 17_000), sample(2, 13_500)])).toMatchObject({ kind: 'drifting' });
    expect(seedWeightDrift([sample(0, 20_000), sample(1, 20_300), sample(2, 19_800)])).toMatchObject({ kind: 'steady' });
    expect(seedWeightDrift([sample(0, 20_000)])).toEqual({ kind: 'too little to say' });
  });
});
