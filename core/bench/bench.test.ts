import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { dewPoint, dilute, seedsPerGramOf, silicaGel, warmUpHours, washingSoda } from './calculators.ts';
import { clockOf } from './clock.ts';
import type { Rules } from '../house/rules.ts';
import { cautionsFor, likenessOf, methodsFor, nextSteps, ownHours, stepsFor, switchAt, type Recipe } from './methods.ts';
import { readTrial, schoolOf, seedsToTellApart } from './methodTrial.ts';
import { canRoomDry, settlingMoisture, weightAtMoisture } from './moisture.ts';
import { packetsOf } from './packing.ts';
import { againstSealing, signOf } from './sealing.ts';
import { hoursOf, signsFor, stepHere } from './steps.ts';
import { seeded } from '../distributions/seeded.ts';
import { checksFor, treatmentClock } from './treatments.ts';
import { boughtFor, contentOf, pureLiveSeed, purityOf, yieldOf } from './yield.ts';

describe('moisture', () => {
  test('settles as published', () => {
    expect(settlingMoisture(0.15, 15, 0).dry).toBeCloseTo(7.51, 1);
    expect(settlingMoisture(0.15, 15, 0).fresh).toBeCloseTo(6.99, 1);
    expect(settlingMoisture(0.5, 20, 0.4).dry).toBeCloseTo(9.11, 1);
    expect(settlingMoisture(0.99, 20, 0).clamped).toBe(true);
  });

  test('moister and cooler air leaves more water in seed, and oil leaves less', () => {
    const share = fc.double({ min: 0.11, max: 0.9, noNaN: true });
    fc.assert(
      fc.property(share, fc.double({ min: 0, max: 0.6, noNaN: true }), (humidity, oil) => {
        const { fresh } = settlingMoisture(humidity, 18, oil);
        return (
          settlingMoisture(humidity + 0.04, 18, oil).fresh > fresh &&
          settlingMoisture(humidity, 5, oil).fresh > fresh &&
          settlingMoisture(humidity, 18, oil + 0.05).fresh < fresh
        );
      }),
    );
  });

  test('640 g dried from 16 to 8 % weigh 584.3 g', () => {
    expect(weightAtMoisture(640, 16, 8)).toBeCloseTo(584.3, 1);
    expect(() => weightAtMoisture(640, 101, 8)).toThrow(RangeError);
  });

  test('a room dries seed to its own humidity and no further', () => {
    expect(canRoomDry(0.3, 20, 0.2).verdict).toBe('dries it');
    expect(canRoomDry(0.45, 20, 0.2).verdict).toBe('nearly: silica to finish');
    const damp = canRoomDry(0.7, 18, 0.02);
    expect(damp.verdict).toBe('needs silica');
    expect(damp.settles).toBeGreaterThan(damp.target);
  });
});

describe('calculators', () => {
  test('silica by the rule, and by the water to be taken up', () => {
    expect(silicaGel(100_000, null, 7)).toEqual({ byRule: 100_000, byWater: null, loads: null });
    const { byWater, loads } = silicaGel(100_000, 16, 7);
    expect(byWater).toBeCloseTo((100_000 * 9) / 93 / 0.2, 6);
    expect(loads).toBe(1);
    expect(silicaGel(100_000, 40, 7).loads).toBe(2);
    expect(silicaGel(100_000, 6, 7).byWater).toBe(0);
  });

  test('washing soda at 2 % for half a litre is 10 g of powder or 27 g of crystals', () => {
    expect(washingSoda(500, 2, 'dry powder')).toEqual({ ok: true, grams: 10, teaspoons: 2, usual: true });
    const crystals = washingSoda(500, 2, 'crystals');
    expect(crystals.ok && Math.round(crystals.grams)).toBe(27);
    expect(washingSoda(500, 120, 'crystals')).toEqual({ ok: false, why: 'strength' });
    expect(washingSoda(0, 2, 'crystals')).toEqual({ ok: false, why: 'volume' });
  });

  test('a bottle is never diluted upwards, and holds no more than 100 %', () => {
    expect(dilute(12, 3, 400)).toEqual({ ok: true, stock: 100, water: 300 });
    expect(dilute(3, 6, 400)).toEqual({ ok: false, why: 'weaker bottle' });
    expect(dilute(130, 6, 400)).toEqual({ ok: false, why: 'bottle strength' });
  });

  test('a sample of more seeds is surer, and the range holds its middle', () => {
    const few = seedsPerGramOf(20, 5000, 100);
    const many = seedsPerGramOf(200, 50_000, 100);
    expect(few.perGram).toBe(4);
    expect(many.high - many.low).toBeLessThan(few.high - few.low);
    expect(few.low).toBeLessThan(4);
    expect(seedsPerGramOf(100, 300, 100).countFor10).toBeGreaterThan(100);
  });

  test('a cold jar warms before it is opened: longer the colder, the fuller, the damper; not at all when it is warm', () => {
    const hours = warmUpHours(500_000, 'jar', -18, 20, 0.5);
    expect(hours).toBeGreaterThan(2);
    expect(hours).toBeLessThan(24);
    expect(warmUpHours(500_000, 'jar', 4, 20, 0.5)).toBeLessThan(hours);
    expect(warmUpHours(2_000_000, 'jar', -18, 20, 0.5)).toBeGreaterThan(hours);
    expect(warmUpHours(500_000, 'jar', -18, 20, 0.8)).toBeGreaterThan(hours);
    expect(warmUpHours(500_000, 'jar', 18, 20, 0.5)).toBe(0);
  });

  test('the dew point agrees with a published table: 20 °C at 50 % is 9.3 °C', () => {
    expect(dewPoint(20, 0.5)).toBeCloseTo(9.3, 1);
    expect(dewPoint(25, 1)).toBeCloseTo(25, 6);
  });
});

const house = (rules: Rules = {}, recipes: readonly Recipe[] = []) => ({ rules, recipes });

describe('methods and their clocks', () => {
  const cucumber = {
    cure: null,
    waits: [7, 35],
    extraction: 'wet with a gel coat',
    cautions: [{ code: 'bitter', words: 'Bitter fruit can poison, cooked or not' }],
    storage: 'ordinary',
  } as const;
  const squash = { cure: [20, 60], waits: [21, 180], extraction: 'wet', cautions: [], storage: 'ordinary' } as const;

  test('the house’s school decides which method is proposed; the others stay at hand', () => {
    expect(methodsFor(cucumber, 'whole fruit', house())[0]).toBe('ferment');
    expect(methodsFor(cucumber, 'whole fruit', house({ ferment: 'soda' }))[0]).toBe('soda');
    expect(methodsFor({ extraction: 'dry' }, 'heads or pods', house())[0]).toBe('thresh');
    expect(methodsFor(cucumber, 'clean seed', house())[0]).toBe('as it is');
    // What is advised for a pepper, and the method that is proposed for it, agree: it is scraped out dry.
    const pepper = { extraction: 'wet', species: 'Capsicum annuum' } as const;
    expect(methodsFor(pepper, 'whole fruit', house())[0]).toBe('wipe');
    expect(methodsFor({ extraction: 'wet' }, 'whole fruit', house())[0]).toBe('rinse');
    expect(new Set(methodsFor(cucumber, 'whole fruit', house({ ferment: 'wipe' }))).size).toBe(4);
  });

  test('whole fruit that cures is cured before it is opened', () => {
    expect(stepsFor('rinse', squash, 'whole fruit', [])).toEqual(['cure', 'scoop', 'rinse', 'dry', 'silica']);
    expect(stepsFor('rinse', squash, 'clean seed', [])).toEqual(['scoop', 'rinse', 'dry', 'silica']);
    expect(hoursOf('cure', squash, 20)).toEqual({ earliest: 480, usual: 960, latest: 180 * 24 });
  });

  test('pulp ferments slower in the cold: at 17 °C half as long again and more, at 26 °C quicker', () => {
    const at = (celsius: number) => hoursOf('ferment', cucumber, celsius)!.usual;
    expect(at(23)).toBeCloseTo(72, 6);
    expect(at(17)).toBeGreaterThan(108);
    expect(at(26)).toBeLessThan(60);
    expect(hoursOf('ferment', cucumber, 23, true)!.latest).toBeCloseTo(336, 6);
  });

  test('a switch in the middle does not scoop twice, and goes on with what the new method has', () => {
    const soda = stepsFor('soda', cucumber, 'whole fruit', []);
    expect(switchAt(['scoop', 'ferment'], soda)).toBe(1);
    expect(switchAt([], soda)).toBe(0);
    expect(switchAt(['cure', 'scoop'], ['cure', 'scoop', 'soda', 'rinse', 'dry'])).toBe(2);
  });

  test('a clock runs, is ripe, passes its usual and is overdue', () => {
    const hours = { earliest: 1, usual: 2, latest: 3 };
    const state = (minutes: number) => clockOf(hours, 0, minutes * 60_000).state;
    expect([0, 60, 120, 180].map(state)).toEqual(['running', 'ripe', 'past usual', 'overdue']);
    expect(state(-30)).toBe('running');
  });

  describe('a recipe of the house', () => {
    const recipe: Recipe = {
      id: 7,
      name: 'Cold soak',
      extraction: 'wet with a gel coat',
      steps: [
        { step: 'scoop', hours: null },
        { step: 'soda', hours: { earliest: 2, usual: 4, latest: 8 } },
        { step: 'rinse', hours: null },
        { step: 'dry', hours: null },
      ],
      why: 'Four hours were enough in three trials',
      retired: false,
    };

    test('is offered after the known ways, to crops of its kind only, until it is retired', () => {
      expect(methodsFor(cucumber, 'whole fruit', house({}, [recipe])).at(-1)).toBe('recipe 7');
      expect(methodsFor({ extraction: 'dry' }, 'heads or pods', house({}, [recipe]))).not.toContain('recipe 7');
      expect(methodsFor(cucumber, 'clean seed', house({}, [recipe]))).not.toContain('recipe 7');
      expect(methodsFor(cucumber, 'whole fruit', house({}, [{ ...recipe, retired: true }]))).not.toContain('recipe 7');
    });

    test('takes after the known way with the same bath, and has its own name and hours', () => {
      expect(likenessOf('recipe 7', [recipe])).toBe('soda');
      expect(
        ownHours({ method: 'recipe 7', place: 1, facts: { cure: null, storage: 'ordinary' }, brought: 'whole fruit' }, [recipe])?.latest,
      ).toBe(8);
      expect(
        ownHours({ method: 'recipe 7', place: 2, facts: { cure: null, storage: 'ordinary' }, brought: 'whole fruit' }, [recipe]),
      ).toBeNull();
      expect(
        ownHours({ method: 'soda', place: 1, facts: { cure: null, storage: 'ordinary' }, brought: 'whole fruit' }, [recipe]),
      ).toBeNull();
      expect(() => likenessOf('recipe 8', [recipe])).toThrow(RangeError);
    });

    test('of a crop that cures begins with curing, and its own hours move one place on', () => {
      expect(stepsFor('recipe 7', squash, 'whole fruit', [recipe])[0]).toBe('cure');
      expect(ownHours({ method: 'recipe 7', place: 2, facts: squash, brought: 'whole fruit' }, [recipe])?.usual).toBe(4);
    });
  });

  test('a house that dries over a desiccant from the start is led there first, and is told of the one it uses', () => {
    const steps = stepsFor('rinse', cucumber, 'whole fruit', []);
    const from = steps.indexOf('rinse');
    expect(nextSteps(steps, from, {}).map(({ step }) => step)).toEqual(['dry', 'silica']);
    expect(nextSteps(steps, from, { sun: 'silica' }).map(({ step }) => step)).toEqual(['silica', 'dry']);
    expect(nextSteps(steps, 0, { sun: 'silica' })[0]!.step).toBe('rinse');
    expect(stepHere('silica', { desiccant: 'rice' })).toBe('rice');
    expect(cautionsFor('silica', cucumber, false, { desiccant: 'rice' })).not.toContain('silica');
    expect(silicaGel(100_000, 12, 7, 'rice').byRule).toBe(400_000);
    expect(signsFor('dry', { sun: 'sun' })).toContain('not too hot');
  });

  test('seed that dies of drying is never hung, dried or put over a desiccant, whatever the method', () => {
    const angelica = { cure: null, storage: 'not to be dried' } as const;
    expect(stepsFor('thresh', angelica, 'heads or pods', [])).toEqual(['thresh', 'screen', 'winnow', 'sort']);
    const dries = { id: 9, name: 'Dry', extraction: 'dry', why: '', retired: false, steps: [{ step: 'dry', hours: null }] } as const;
    expect(stepsFor('recipe 9', angelica, 'heads or pods', [dries])).toEqual(['sort']);
    expect(ownHours({ method: 'recipe 9', place: 0, facts: angelica, brought: 'heads or pods' }, [dries])).toBeNull();
  });

  test('hazards stand where the hands are', () => {
    expect(cautionsFor('scoop', cucumber, false, {})).toEqual(['knife', 'bitter']);
    expect(cautionsFor('thresh', squash, true, {})).toEqual(['dust', 'treated']);
    expect(cautionsFor('ferment', { cautions: [{ code: 'hot', words: 'Reworded by the library' }] }, false, {})).toEqual(['hot']);
    expect(cautionsFor('sort', { cautions: [{ code: 'ergot', words: 'Black grains' }] }, false, {})).toEqual(['ergot']);
    // What warns of the garden or the table, asks nothing at the bench, whatever its words.
    expect(cautionsFor('sort', { cautions: [{ code: 'lookalike', words: 'Poisonous umbels look like it' }] }, false, {})).toEqual([]);
  });
});

describe('sealing, pests, packets', () => {
  const dry = { settled: 0.95, scaleShare: 0.001, hoursWeighed: 48, sign: true, humidity: 0.3, atTarget: false };
  test('dry enough takes settled weights a day apart, the sign, and dry air', () => {
    expect(againstSealing(dry)).toEqual([]);
    expect(againstSealing({ ...dry, settled: 0.5 })).toEqual(['weights not settled']);
    expect(againstSealing({ ...dry, settled: 0.5, scaleShare: 0.02 })).toEqual(['scale too coarse']);
    expect(againstSealing({ ...dry, scaleShare: 0.02 })).toEqual([]);
    expect(againstSealing({ ...dry, hoursWeighed: 5 })).toEqual(['weighings too close']);
    expect(againstSealing({ ...dry, sign: false, humidity: 0.6 })).toEqual(['no sign yet', 'too humid']);
    expect(againstSealing({ ...dry, humidity: null })).toEqual(['humidity not known']);
    expect(againstSealing({ ...dry, humidity: 0.6, atTarget: true })).toEqual([]);
    expect(signOf({ seedsPerGram: [2, 8], extraction: 'dry' })).toBe('no thumbnail mark');
    expect(signOf({ seedsPerGram: [2, 8], extraction: 'wet' })).toBe('cracks');
  });

  test('the freezer takes days to be enough and two weeks to be sure; airtight seed for sowing comes out within half a year', () => {
    expect(treatmentClock('freezer', '2026-11-01', '2026-11-03').state).toBe('too early');
    expect(treatmentClock('freezer', '2026-11-01', '2026-11-05').state).toBe('may be opened');
    expect(treatmentClock('freezer', '2026-11-01', '2026-11-15').state).toBe('sure');
    expect(treatmentClock('airtight', '2026-01-01', '2026-11-15')).toMatchObject({
      state: 'too long',
      opens: '2026-01-31',
      sowBy: '2026-07-03',
    });
    expect(checksFor('freezer')).not.toContain('full');
    expect(checksFor('airtight')).toContain('full');
  });

  test('packets never hold more than there is', () => {
    expect(packetsOf(100, 30, 10, null)).toEqual({ ok: true, packets: 3, keptBack: 10, each: 30 });
    expect(packetsOf(100, 30, 10, 4)).toEqual({ ok: false, why: 'more than there is', most: 3 });
    expect(packetsOf(5, 30, 10, null)).toMatchObject({ packets: 0 });
    fc.assert(
      fc.property(fc.nat(100_000), fc.integer({ min: 1, max: 500 }), fc.nat(1000), (onHand, content, reserve) => {
        const made = packetsOf(onHand, content, reserve, null);
        expect(made.ok && made.packets * content + made.keptBack).toBe(onHand);
      }),
    );
  });

  test('a purity card holds what is noxious and says when the sample is thin', () => {
    const card = { pure: 4500, otherCrop: 0, weed: 200, noxious: 0, chaff: 200, damaged: 100 };
    expect(purityOf(card, 600)).toMatchObject({ share: 0.9, hold: false, thin: false });
    expect(purityOf({ ...card, noxious: 1 }, 10)).toMatchObject({ hold: true, thin: true });
    expect(() => purityOf({ ...card, pure: -1 }, 10)).toThrow(RangeError);
    expect(pureLiveSeed(0.9, 0.8)).toBeCloseTo(0.72, 10);
  });

  test('few seeds from a crop that needs pollinators says so', () => {
    const of = { seeds: 100, weightIn: 2000, weightOut: 500, fruits: 4, plants: 2 };
    expect(yieldOf({ seedsPerPlant: [200, 400], breeding: 'crossed by insects' }, of)).toEqual({
      share: 0.25,
      perFruit: 25,
      perPlant: 50,
      against: 'low',
      poorPollination: true,
    });
    expect(yieldOf({ seedsPerPlant: [200, 400], breeding: 'selfing' }, of).poorPollination).toBe(false);
    expect(yieldOf({ seedsPerPlant: [200, 400], breeding: 'selfing' }, { ...of, plants: null }).against).toBe('not known');
    expect(boughtFor(300, 20, 250)).toBe(3750);
  });

  test('a method trial needs more seeds for a smaller difference, and for more methods', () => {
    expect(seedsToTellApart(0.9, 0.15)).toBe(79);
    expect(seedsToTellApart(0.9, 0.1)).toBeGreaterThan(seedsToTellApart(0.9, 0.2));
    expect(seedsToTellApart(0.9, 0.2, 3)).toBeGreaterThan(seedsToTellApart(0.9, 0.2));
    expect(() => seedsToTellApart(0.2, 0.3)).toThrow(RangeError);
  });

  test('a gram holds fewer seeds the more chaff is in it, and counted seed tells better than the crop’s usual', () => {
    const card = { pure: 8000, otherCrop: 0, weed: 500, noxious: 0, chaff: 1300, damaged: 200 };
    expect(contentOf(card, 5, null)).toEqual({ purePerGram: 5, perGram: 4 });
    expect(contentOf(card, 5, 48)).toEqual({ purePerGram: 6, perGram: expect.closeTo(4.8, 9) });
    expect(contentOf({ ...card, pure: 0 }, 5, 48)).toEqual({ purePerGram: 5, perGram: 0 });
  });

  test('a trial of methods waits for its tests, names the better way, and never takes chance for one', () => {
    const arm = (method: 'ferment' | 'soda' | 'wipe', sprouted: number | null, laid = 100) => ({
      method,
      tested: sprouted === null ? null : { sprouted, laid },
    });
    expect(readTrial([arm('ferment', 90), arm('soda', null)], 60)).toEqual({ kind: 'tests are missing', of: ['soda'] });
    expect(readTrial([arm('wipe', 60), arm('ferment', 90)], 60)).toMatchObject({ kind: 'one is better', best: 'ferment' });
    expect(readTrial([arm('ferment', 90), arm('soda', 88)], 60)).toMatchObject({ kind: 'no difference shows', enough: true });
    expect(readTrial([arm('ferment', 9, 10), arm('soda', 7, 10)], 60)).toMatchObject({ kind: 'no difference shows', enough: false });
    // The best of three is only better when it beats both others.
    expect(readTrial([arm('ferment', 90), arm('soda', 88), arm('wipe', 50)], 60).kind).toBe('no difference shows');
    expect([schoolOf('soda'), schoolOf('ferment'), schoolOf('recipe 4')]).toEqual(['soda', 'three days', null]);
  });

  test('of trials on equal methods about one in ten claims a difference, and no more', () => {
    const { share } = seeded(3);
    const grown = () => ({ sprouted: Array.from({ length: 62 }, share).filter((value) => value < 0.85).length, laid: 62 });
    const claims = Array.from({ length: 600 }, () =>
      readTrial(
        [
          { method: 'ferment', tested: grown() },
          { method: 'soda', tested: grown() },
        ],
        62,
      ),
    ).filter(({ kind }) => kind === 'one is better').length;
    expect(claims / 600).toBeLessThan(0.12);
  });
});
