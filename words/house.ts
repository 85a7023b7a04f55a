import { HOUSE_RULES, ruleFor, type RuleKey, type Rules, type SchoolOf } from '#core/house/rules.ts';

/** One school of thought, and what follows from it. */
export interface SchoolWords {
  readonly label: string;
  readonly follows: string;
}
export interface RuleWords<Key extends RuleKey = RuleKey> {
  readonly question: string;
  /** Why the usual school is the usual one. */
  readonly why: string;
  readonly schools: Readonly<Record<SchoolOf<Key>, SchoolWords>>;
}

const school = (label: string, follows: string): SchoolWords => ({ label, follows });

/** The house rules as they are asked. */
const RULE_WORDS: { readonly [Key in RuleKey]: RuleWords<Key> } = {
  aim: {
    question: 'True to type, or adapting?',
    why: 'Named lines are asked for by name',
    schools: {
      'keep true': school('Keep true', 'Strict isolation; the label may promise the variety'),
      'let adapt': school('Let adapt', 'It mixes and is selected here; the kind stays, the variety drifts, and the label says so'),
    },
  },
  isolation: {
    question: 'Which isolation distance?',
    why: 'For lending that is enough; lines that only you hold want more',
    schools: {
      home: school('Between gardens', 'A few metres for selfers, some hundred for crossers; one seed in a hundred may be foreign'),
      production: school('Seed production', 'Several times as far; one in a thousand, and fewer gardens can do it'),
    },
  },
  ferment: {
    question: 'Gel-coated seed?',
    why: 'Disease and storage life, at 20 to 25 °C',
    schools: {
      'three days': school('Ferment three days', 'Fewer bacteria and fungi, clean seed that keeps'),
      long: school('Ferment up to two weeks', 'Cleaner still, but some seed sprouts or darkens'),
      soda: school('Washing soda, a day', 'Works in a cool room; seed comes out darker'),
      wipe: school('Wipe and dry on paper', 'Simple; seed sticks, and more disease stays on it'),
    },
  },
  sun: {
    question: 'Where is seed dried?',
    why: 'Shade and air first, silica to finish',
    schools: {
      shade: school('Shade and air', 'Slow and safe; a room dries only to its own humidity'),
      sun: school('Sun', 'Fast; it may get too hot, so note it'),
      silica: school('Silica from the start', 'Fast in any room; large seed can get too dry'),
    },
  },
  cold: {
    question: 'Where is it stored?',
    why: 'Dryness counts first, then cold',
    schools: {
      'as cold as there is room': school('As cold as there is room', 'Sealed and dry first, then fridge or freezer'),
      freezer: school('Freezer only', 'Longest life; glass wants headspace, and opening wants patience'),
      cupboard: school('Cool cupboard', 'Enough for a year or two; no machine can fail'),
    },
  },
  float: {
    question: 'The float test?',
    why: 'Growers disagree, and tests tell',
    schools: {
      hint: school('Recorded, never decides', 'A hint about empty seed'),
      discard: school('Discard floaters', 'Some ripe seed of squash and cucumber floats, and is lost'),
    },
  },
  hybrids: {
    question: 'Hybrids?',
    why: 'Their seed does not come true under the name',
    schools: {
      trial: school('Only as “offspring of”', 'Kept small as a trial, never under the name'),
      never: school('Never taken in', 'The desk refuses them, kindly'),
      stabilise: school('Stabilise for fun', 'Taken as a line of its own, selected year after year'),
    },
  },
  plants: {
    question: 'Few or many plants?',
    why: 'What the crop needs differs a hundredfold',
    schools: {
      'by breeding': school('By breeding system and aim', 'From one plant for a strict selfer to a hundred for maize'),
      many: school('Always as for conserving', 'More variety kept, more ground needed'),
      few: school('One will do', 'Easy; the line narrows, and outcrossers weaken'),
    },
  },
  reserve: {
    question: 'How much seed is kept back?',
    why: 'Lend what you can, but never the last seed that keeps the line',
    schools: {
      one: school('Seed for one grow-out', 'More can be lent; if the crop fails, the line is gone'),
      two: school('Seed for two grow-outs', 'One crop may fail'),
      three: school('Seed for three grow-outs', 'Safest; small lines are hardly lent'),
    },
  },
  testSize: {
    question: 'How many seeds to test?',
    why: 'Seed is for growing',
    schools: {
      'as needed': school('As the decision needs', 'And as many as the stock affords'),
      ten: school('Ten', 'Cheap; 8 of 10 can be anything from half to nearly all'),
      hundred: school('A hundred', 'Settles nearly all questions, and eats small lots'),
    },
  },
  colour: {
    question: 'When is a pepper ripe?',
    why: 'Riper seed keeps longer',
    schools: {
      full: school('Full final colour', 'Ripe seed; frost may come first'),
      corked: school('Deep green or corked will do', 'Most seed lives; say so in the record'),
    },
  },
  fruit: {
    question: 'Which fruit?',
    why: 'What rots the fruit can travel with the seed',
    schools: {
      sound: school('Sound and over-ripe', 'Ripe seed, less disease'),
      ripest: school('The ripest, even mouldy', 'Ripest seed, more disease on it'),
    },
  },
  desiccant: {
    question: 'Which desiccant?',
    why: 'The others hold little',
    schools: {
      silica: school('Silica gel', 'Holds much, can be dried again; without cobalt is safer'),
      rice: school('Rice or starch', 'At hand; holds little'),
    },
  },
  oldSeed: {
    question: 'Old seed?',
    why: 'Age alone does not tell',
    schools: {
      verdict: school('By the verdict of its test', 'Lend, sow thicker, grow out or discard'),
      blend: school('Mix with new', 'A blend is a lot of its own; the old comes up slower'),
      discard: school('Throw it away', 'Simple; old lines may be lost'),
    },
  },
};

/** A rule's question, its reason and its schools in order. */
export function ruleWords(key: RuleKey): {
  readonly question: string;
  readonly why: string;
  readonly usual: string;
  readonly schools: readonly (SchoolWords & { readonly id: string })[];
} {
  const { question, why, schools } = RULE_WORDS[key];
  const { usual, schools: ids } = HOUSE_RULES[key];
  return { question, why, usual, schools: ids.map((id) => ({ id, ...(schools as Readonly<Record<string, SchoolWords>>)[id]! })) };
}

/** How the school that holds is called. */
export const schoolWords = (key: RuleKey, house: Rules, line: Rules = {}): SchoolWords =>
  (RULE_WORDS[key].schools as Readonly<Record<string, SchoolWords>>)[ruleFor(key, house, line)]!;
