import { expect, test } from '@jest/globals';
import { hoursOf, signsFor, stepHere } from '../bench/steps.ts';
import { methodsFor, nextSteps } from '../bench/methods.ts';
import { holdsByRule } from '../passport/holds.ts';
import { EMPTY_PASSPORT } from '../passport/passport.ts';
import { frostKills, placeByRule } from '../stock/placeByRule.ts';
import {
  aimBy,
  distanceBy,
  HOUSE_RULES,
  growOutsKept,
  oldSeedWays,
  plantsBy,
  corkedWillDo,
  RULE_KEYS,
  ruleFor,
  takesHybrids,
  testSizeBy,
  type HouseRule,
  type RuleKey,
  type Rules,
} from './rules.ts';

const PEPPER = { species: 'Capsicum annuum', ripe: 'Full colour' };
const CROP = { homeDistance: 100, productionDistance: 800, plantsForSeed: 6, plantsToKeep: 20, plantsToConserve: 80 };
const PLACES = [
  { place: 'Fridge', celsius: 4 },
  { place: 'Freezer', celsius: -18 },
  { place: 'Cupboard', celsius: 12 },
];
const ORDINARY = { storage: 'ordinary' } as const;
const MOIST = { storage: 'not to be dried' } as const;
const OFFSPRING = { ...EMPTY_PASSPORT, kind: 'F1', offspring: true, harvested: '2026' } as const;

/** What follows from each rule, by the code that obeys it. A rule without a line here does not compile. */
const FOLLOWS: Record<RuleKey, (house: Rules, line: Rules) => unknown> = {
  aim: (house) => aimBy(house, { kind: 'open-pollinated', offspring: false }),
  isolation: (house, line) => distanceBy(house, CROP, line),
  ferment: (house) => [
    methodsFor({ extraction: 'wet with a gel coat' }, 'whole fruit', { rules: house, recipes: [] })[0],
    hoursOf('ferment', { cure: null, waits: [1, 2] }, 23, ruleFor('ferment', house) === 'long'),
  ],
  sun: (house) => [signsFor('dry', house), nextSteps(['rinse', 'dry', 'silica'], 0, house)[0]],
  // Where there is no freezer, the coldest place is a fridge.
  cold: (house, line) =>
    [PLACES, PLACES.filter(({ celsius }) => celsius > 0)].map((places) => placeByRule(ruleFor('cold', house, line), places, ORDINARY)),
  float: (house) => signsFor('rinse', house),
  hybrids: (house) => [
    takesHybrids(house),
    holdsByRule(OFFSPRING, { breeding: 'selfing', hybrids: 'common', ...ORDINARY }, 'donated', 'may vary', house),
    aimBy(house, OFFSPRING),
  ],
  plants: (house, line) => plantsBy(house, CROP, line),
  reserve: (house, line) => growOutsKept(house, line),
  testSize: (house) => testSizeBy(house),
  colour: (house) => corkedWillDo(house, PEPPER),
  fruit: (house) => signsFor('scoop', house),
  desiccant: (house) => stepHere('silica', house),
  oldSeed: (house) => oldSeedWays(house),
};

test.each(RULE_KEYS)('the rule “%s” decides something: each school has a consequence of its own', (key) => {
  const { schools }: HouseRule = HOUSE_RULES[key];
  const followed = schools.map((id) => JSON.stringify(FOLLOWS[key]({ [key]: id }, {})));
  expect(new Set(followed).size).toBe(schools.length);
});

test.each(RULE_KEYS.filter((key) => HOUSE_RULES[key].byLine && key !== 'aim'))('a line may differ from the house in “%s”', (key) => {
  const { schools }: HouseRule = HOUSE_RULES[key];
  const [house, line] = [schools[0]!, schools.at(-1)!];
  expect(FOLLOWS[key]({ [key]: house }, { [key]: line })).toEqual(FOLLOWS[key]({ [key]: line }, {}));
});

test('a pepper’s colour is no matter of other crops', () => {
  expect(corkedWillDo({ colour: 'corked' }, { species: 'Solanum lycopersicum' })).toBe(false);
});

test('old seed is not offered for blending where the house throws it away', () => {
  expect(oldSeedWays({ oldSeed: 'discard' })).not.toContain('blend');
  expect(oldSeedWays({})[0]).toBe('grow out');
  // Dead seed is neither grown out nor mixed into other.
  expect(oldSeedWays({}, true)).toEqual(['replace', 'discard']);
});

test('seed that must not be dried goes to the coldest place that does not freeze, whatever the rule', () => {
  for (const school of ['as cold as there is room', 'freezer', 'cupboard'])
    expect(placeByRule(school, PLACES, MOIST)?.place).toBe('Fridge');
  expect(frostKills(MOIST, -18)).toBe(true);
  expect(frostKills(MOIST, 4)).toBe(false);
  expect(frostKills(ORDINARY, -18)).toBe(false);
});

test('where no place of the kind is known, none is named', () => {
  expect(placeByRule('freezer', [{ place: 'Shelf', celsius: 18 }], ORDINARY)).toBeNull();
  expect(placeByRule('cupboard', [{ place: 'Shelf', celsius: 18 }], ORDINARY)?.place).toBe('Shelf');
});
