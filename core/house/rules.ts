import type { Crop } from '../almanac/crop.ts';
import type { Aim } from '../lots/words.ts';
import type { Passport } from '../passport/passport.ts';

/** A question on which practitioners disagree: the schools by their ids, and the one that holds unless the library chooses. The words are in words/house.ts. */
export interface HouseRule {
  readonly schools: readonly string[];
  readonly usual: string;
  /** Whether a single line may differ. */
  readonly byLine: boolean;
}

/** Where practitioners disagree. The library chooses once, and a line may differ where that makes sense. */
export const HOUSE_RULES = {
  aim: { schools: ['keep true', 'let adapt'], usual: 'keep true', byLine: true },
  isolation: { schools: ['home', 'production'], usual: 'home', byLine: true },
  ferment: { schools: ['three days', 'long', 'soda', 'wipe'], usual: 'three days', byLine: false },
  sun: { schools: ['shade', 'sun', 'silica'], usual: 'shade', byLine: false },
  cold: { schools: ['as cold as there is room', 'freezer', 'cupboard'], usual: 'as cold as there is room', byLine: true },
  float: { schools: ['hint', 'discard'], usual: 'hint', byLine: false },
  hybrids: { schools: ['trial', 'never', 'stabilise'], usual: 'trial', byLine: false },
  plants: { schools: ['by breeding', 'many', 'few'], usual: 'by breeding', byLine: true },
  reserve: { schools: ['one', 'two', 'three'], usual: 'one', byLine: true },
  testSize: { schools: ['as needed', 'ten', 'hundred'], usual: 'as needed', byLine: false },
  colour: { schools: ['full', 'corked'], usual: 'full', byLine: false },
  fruit: { schools: ['sound', 'ripest'], usual: 'sound', byLine: false },
  desiccant: { schools: ['silica', 'rice'], usual: 'silica', byLine: false },
  oldSeed: { schools: ['verdict', 'blend', 'discard'], usual: 'verdict', byLine: false },
} as const satisfies Record<string, HouseRule>;

export type RuleKey = keyof typeof HOUSE_RULES;
export const RULE_KEYS = Object.keys(HOUSE_RULES) as RuleKey[];
/** The ids of a rule's schools. */
export type SchoolOf<Key extends RuleKey> = (typeof HOUSE_RULES)[Key]['schools'][number];
export type Rules = Readonly<Partial<Record<RuleKey, string>>>;

/** The school that holds: the line's own choice, else the house's, else the usual one. */
export function ruleFor<Key extends RuleKey>(key: Key, house: Rules, line: Rules = {}): SchoolOf<Key> {
  const rule: HouseRule = HOUSE_RULES[key];
  const chosen = (rule.byLine ? line[key] : undefined) ?? house[key];
  return (chosen !== undefined && rule.schools.includes(chosen) ? chosen : rule.usual) as SchoolOf<Key>;
}

/** The isolation distance by the rule that holds for a line, in metres. */
export function distanceBy(rules: Rules, crop: Pick<Crop, 'homeDistance' | 'productionDistance'>, line: Rules = {}): number {
  return ruleFor('isolation', rules, line) === 'production' ? crop.productionDistance : crop.homeDistance;
}

/** How many plants to save from by the rule that holds for a line. */
export function plantsBy(rules: Rules, crop: Pick<Crop, 'plantsForSeed' | 'plantsToKeep' | 'plantsToConserve'>, line: Rules = {}): number {
  const id = ruleFor('plants', rules, line);
  return id === 'many' ? crop.plantsToConserve : id === 'few' ? crop.plantsForSeed : crop.plantsToKeep;
}

const GROW_OUTS: Readonly<Record<string, number>> = { one: 1, two: 2, three: 3 };

/** For how many representative grow-outs of a line seed is kept back. */
export const growOutsKept = (rules: Rules, line: Rules = {}): number => GROW_OUTS[ruleFor('reserve', rules, line)]!;

/** What a new line is kept for: a mixture adapts, and so do a hybrid's offspring where the house makes a line of them; else as the house does. */
export function aimBy(rules: Rules, { kind, offspring }: Pick<Passport, 'kind' | 'offspring'>): Aim {
  if (kind === 'mixture' || (offspring && ruleFor('hybrids', rules) === 'stabilise')) return 'let adapt';
  return ruleFor('aim', rules) as Aim;
}

export const takesHybrids = (rules: Rules): boolean => ruleFor('hybrids', rules) !== 'never';

const TEST_SIZES: Readonly<Record<string, number>> = { ten: 10, hundred: 100 };

/** How many seeds the house always tests; null where it goes by what the decision needs. */
export const testSizeBy = (rules: Rules): number | null => TEST_SIZES[ruleFor('testSize', rules)] ?? null;

export const isPepper = ({ species }: Pick<Crop, 'species'>): boolean => species.startsWith('Capsicum');

/** Whether a pepper may be picked before it has its final colour. */
export const corkedWillDo = (rules: Rules, crop: Pick<Crop, 'species'>): boolean => isPepper(crop) && ruleFor('colour', rules) === 'corked';

/** What to do with seed that germinates too poorly to lend, the house's first choice first. */
export type OldSeedWay = 'grow out' | 'blend' | 'replace' | 'discard';
const OLD_SEED_WAYS: Readonly<Record<string, readonly OldSeedWay[]>> = {
  verdict: ['grow out', 'blend', 'replace', 'discard'],
  blend: ['blend', 'grow out', 'replace', 'discard'],
  discard: ['discard', 'replace', 'grow out'],
};

export const oldSeedWays = (rules: Rules, isDead = false): readonly OldSeedWay[] =>
  OLD_SEED_WAYS[ruleFor('oldSeed', rules)]!.filter((way) => !isDead || way === 'replace' || way === 'discard');
