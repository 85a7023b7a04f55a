import type { Crop } from '../almanac/crop.ts';
import type { Aim } from '../lots/words.ts';
import type { Passport } from '../passport/passport.ts';

/** One school of thought, and what follows from it. */
export interface School {
  readonly id: string;
  readonly label: string;
  readonly follows: string;
}
export interface HouseRule {
  readonly question: string;
  readonly schools: readonly School[];
  readonly usual: string;
  readonly why: string;
  /** Whether a single line may differ. */
  readonly byLine: boolean;
}

const school = (id: string, label: string, follows: string): School => ({ id, label, follows });

/** Where practitioners disagree. The library chooses once, may differ by line where that makes sense, and nobody is scolded. */
export const HOUSE_RULES = {
  aim: {
    question: 'True to type, or adapting?',
    schools: [
      school('keep true', 'Keep true', 'Strict isolation; the label may promise the variety'),
      school('let adapt', 'Let adapt', 'It mixes and is selected here; the kind stays, the variety drifts, and the label says so'),
    ],
    usual: 'keep true',
    why: 'Named lines are asked for by name',
    byLine: true,
  },
  isolation: {
    question: 'Which isolation distance?',
    schools: [
      school('home', 'Between gardens', 'A few metres for selfers, some hundred for crossers; one seed in a hundred may be foreign'),
      school('production', 'Seed production', 'Several times as far; one in a thousand, and fewer gardens can do it'),
    ],
    usual: 'home',
    why: 'For lending that is enough; lines that only you hold want more',
    byLine: true,
  },
  ferment: {
    question: 'Gel-coated seed?',
    schools: [
      school('three days', 'Ferment three days', 'Fewer bacteria and fungi, clean seed that keeps'),
      school('long', 'Ferment up to two weeks', 'Cleaner still, but some seed sprouts or darkens'),
      school('soda', 'Washing soda, a day', 'Works in a cool room; seed comes out darker'),
      school('wipe', 'Wipe and dry on paper', 'Simple; seed sticks, and more disease stays on it'),
    ],
    usual: 'three days',
    why: 'Disease and storage life, at 20 to 25 °C',
    byLine: false,
  },
  sun: {
    question: 'Where is seed dried?',
    schools: [
      school('shade', 'Shade and air', 'Slow and safe; a room dries only to its own humidity'),
      school('sun', 'Sun', 'Fast; it may get too hot, so note it'),
      school('silica', 'Silica from the start', 'Fast in any room; large seed can get too dry'),
    ],
    usual: 'shade',
    why: 'Shade and air first, silica to finish',
    byLine: false,
  },
  cold: {
    question: 'Where is it stored?',
    schools: [
      school('as cold as there is room', 'As cold as there is room', 'Sealed and dry first, then fridge or freezer'),
      school('freezer', 'Freezer only', 'Longest life; glass wants headspace, and opening wants patience'),
      school('cupboard', 'Cool cupboard', 'Enough for a year or two; no machine can fail'),
    ],
    usual: 'as cold as there is room',
    why: 'Dryness counts first, then cold',
    byLine: true,
  },
  float: {
    question: 'The float test?',
    schools: [
      school('hint', 'Recorded, never decides', 'A hint about empty seed'),
      school('discard', 'Discard floaters', 'Some ripe seed of squash and cucumber floats, and is lost'),
    ],
    usual: 'hint',
    why: 'Growers disagree, and tests tell',
    byLine: false,
  },
  hybrids: {
    question: 'Hybrids?',
    schools: [
      school('trial', 'Only as “offspring of”', 'Kept small as a trial, never under the name'),
      school('never', 'Never taken in', 'The desk refuses them, kindly'),
      school('stabilise', 'Stabilise for fun', 'Taken as a line of its own, selected year after year'),
    ],
    usual: 'trial',
    why: 'Their seed does not come true under the name',
    byLine: false,
  },
  plants: {
    question: 'Few or many plants?',
    schools: [
      school('by breeding', 'By breeding system and aim', 'From one plant for a strict selfer to a hundred for maize'),
      school('many', 'Always as for conserving', 'More variety kept, more ground needed'),
      school('few', 'One will do', 'Easy; the line narrows, and outcrossers weaken'),
    ],
    usual: 'by breeding',
    why: 'What the crop needs differs a hundredfold',
    byLine: true,
  },
  reserve: {
    question: 'How much seed is kept back?',
    schools: [
      school('one', 'Seed for one grow-out', 'More can be lent; if the crop fails, the line is gone'),
      school('two', 'Seed for two grow-outs', 'One crop may fail'),
      school('three', 'Seed for three grow-outs', 'Safest; small lines are hardly lent'),
    ],
    usual: 'one',
    why: 'Lend what you can, but never the last seed that keeps the line',
    byLine: true,
  },
  testSize: {
    question: 'How many seeds to test?',
    schools: [
      school('as needed', 'As the decision needs', 'And as many as the stock affords'),
      school('ten', 'Ten', 'Cheap; 8 of 10 can be anything from half to nearly all'),
      school('hundred', 'A hundred', 'Settles nearly all questions, and eats small lots'),
    ],
    usual: 'as needed',
    why: 'Seed is for growing',
    byLine: false,
  },
  colour: {
    question: 'When is a pepper ripe?',
    schools: [
      school('full', 'Full final colour', 'Ripe seed; frost may come first'),
      school('corked', 'Deep green or corked will do', 'Most seed lives; say so in the record'),
    ],
    usual: 'full',
    why: 'Riper seed keeps longer',
    byLine: false,
  },
  fruit: {
    question: 'Which fruit?',
    schools: [
      school('sound', 'Sound and over-ripe', 'Ripe seed, less disease'),
      school('ripest', 'The ripest, even mouldy', 'Ripest seed, more disease on it'),
    ],
    usual: 'sound',
    why: 'What rots the fruit can travel with the seed',
    byLine: false,
  },
  desiccant: {
    question: 'Which desiccant?',
    schools: [
      school('silica', 'Silica gel', 'Holds much, can be dried again; without cobalt is safer'),
      school('rice', 'Rice or starch', 'At hand; holds little'),
    ],
    usual: 'silica',
    why: 'The others hold little',
    byLine: false,
  },
  oldSeed: {
    question: 'Old seed?',
    schools: [
      school('verdict', 'By the verdict of its test', 'Lend, sow thicker, grow out or discard'),
      school('blend', 'Mix with new', 'A blend is a lot of its own; the old comes up slower'),
      school('discard', 'Throw it away', 'Simple; old lines may be lost'),
    ],
    usual: 'verdict',
    why: 'Age alone does not tell',
    byLine: false,
  },
} as const satisfies Record<string, HouseRule>;

export type RuleKey = keyof typeof HOUSE_RULES;
export const RULE_KEYS = Object.keys(HOUSE_RULES) as RuleKey[];
export type Rules = Readonly<Partial<Record<RuleKey, string>>>;

/** The school that holds: the line's own choice, else the house's, else the usual one. */
export function ruleFor(key: RuleKey, house: Rules, line: Rules = {}): School {
  const rule: HouseRule = HOUSE_RULES[key];
  const chosen = (rule.byLine ? line[key] : undefined) ?? house[key] ?? rule.usual;
  return rule.schools.find(({ id }) => id === chosen) ?? rule.schools.find(({ id }) => id === rule.usual)!;
}

/** The isolation distance by the rule that holds for a line, in metres. */
export function distanceBy(rules: Rules, crop: Pick<Crop, 'homeDistance' | 'productionDistance'>, line: Rules = {}): number {
  return ruleFor('isolation', rules, line).id === 'production' ? crop.productionDistance : crop.homeDistance;
}

/** How many plants to save from by the rule that holds for a line. */
export function plantsBy(rules: Rules, crop: Pick<Crop, 'plantsForSeed' | 'plantsToKeep' | 'plantsToConserve'>, line: Rules = {}): number {
  const { id } = ruleFor('plants', rules, line);
  return id === 'many' ? crop.plantsToConserve : id === 'few' ? crop.plantsForSeed : crop.plantsToKeep;
}

const GROW_OUTS: Readonly<Record<string, number>> = { one: 1, two: 2, three: 3 };

/** For how many representative grow-outs of a line seed is kept back. */
export const growOutsKept = (rules: Rules, line: Rules = {}): number => GROW_OUTS[ruleFor('reserve', rules, line).id]!;

/** What a new line is kept for: a mixture adapts, and so do a hybrid's offspring where the house makes a line of them; else as the house does. */
export function aimBy(rules: Rules, { kind, offspring }: Pick<Passport, 'kind' | 'offspring'>): Aim {
  if (kind === 'mixture' || (offspring && ruleFor('hybrids', rules).id === 'stabilise')) return 'let adapt';
  return ruleFor('aim', rules).id as Aim;
}

export const takesHybrids = (rules: Rules): boolean => ruleFor('hybrids', rules).id !== 'never';

const TEST_SIZES: Readonly<Record<string, number>> = { ten: 10, hundred: 100 };

/** How many seeds the house always tests; null where it goes by what the decision needs. */
export const testSizeBy = (rules: Rules): number | null => TEST_SIZES[ruleFor('testSize', rules).id] ?? null;

export const isPepper = ({ species }: Pick<Crop, 'species'>): boolean => species.startsWith('Capsicum');

/** When its fruit is ripe, by the rule that holds. */
export function ripeBy(rules: Rules, crop: Pick<Crop, 'species' | 'ripe'>): string {
  return isPepper(crop) && ruleFor('colour', rules).id === 'corked' ? 'Deep green or corked will do; say so in the record' : crop.ripe;
}

/** What to do with seed that germinates too poorly to lend, the house's first choice first. */
export type OldSeedWay = 'grow out' | 'blend' | 'replace' | 'discard';
const OLD_SEED_WAYS: Readonly<Record<string, readonly OldSeedWay[]>> = {
  verdict: ['grow out', 'blend', 'replace', 'discard'],
  blend: ['blend', 'grow out', 'replace', 'discard'],
  discard: ['discard', 'replace', 'grow out'],
};

export const oldSeedWays = (rules: Rules, isDead = false): readonly OldSeedWay[] =>
  OLD_SEED_WAYS[ruleFor('oldSeed', rules).id]!.filter((way) => !isDead || way === 'replace' || way === 'discard');
