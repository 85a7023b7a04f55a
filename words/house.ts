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
    why: 'Members ask for named lines by name',
    schools: {
      'keep true': school('Keep true', 'Strict isolation; the label can promise the variety'),
      'let adapt': school('Let adapt', 'It crosses and is selected here. The crop stays, the variety drifts, and the label says so'),
    },
  },
  isolation: {
    question: 'Which isolation distance?',
    why: 'This is enough for lending; lines that only you have need more',
    schools: {
      home: school('Between gardens', 'A few metres for selfers, some hundreds for outcrossers; 1 seed in 100 may be foreign'),
      production: school('Seed production', 'Several times as far; 1 seed in 1000 may be foreign, but fewer gardens are far enough apart'),
    },
  },
  ferment: {
    question: 'Gel-coated seed?',
    why: 'Disease and storage life, at 20 to 25 °C',
    schools: {
      'three days': school('Ferment three days', 'Fewer bacteria and fungi, clean seed that keeps'),
      long: school('Ferment up to two weeks', 'Cleaner still, but some seed sprouts or darkens'),
      soda: school('Washing soda for a day', 'Works in a cool room; seed comes out darker'),
      wipe: school('Wipe and dry on paper', 'Simple, but seed sticks and more disease stays on it'),
    },
  },
  sun: {
    question: 'Where do you dry seed?',
    why: 'Shade and air first, silica to finish',
    schools: {
      shade: school('Shade and air', 'Slow and safe; a room only dries to its own humidity'),
      sun: school('Sun', 'Fast, but it may get too hot, so make a note of it'),
      silica: school('Silica from the start', 'Fast in any room, but large seed can get too dry'),
    },
  },
  cold: {
    question: 'Where do you store it?',
    why: 'Dryness counts first, then cold',
    schools: {
      'as cold as there is room': school('As cold as you have room for', 'Sealed and dry first, then fridge or freezer'),
      freezer: school('Freezer only', 'Longest life; glass needs headspace and has to warm up before opening'),
      cupboard: school('Cool cupboard', 'Enough for a year or two; no freezer that can fail'),
    },
  },
  float: {
    question: 'The float test?',
    why: 'Growers disagree; only germination tests can tell',
    schools: {
      hint: school('Recorded, never decides', 'A hint about empty seed'),
      discard: school('Discard floaters', 'Some ripe squash and cucumber seed floats and would be lost'),
    },
  },
  hybrids: {
    question: 'Hybrids?',
    why: 'Their seed does not breed true to the name',
    schools: {
      trial: school('Only as “offspring of”', 'Kept small as a trial, never under the name'),
      never: school('Never accept', 'The desk refuses them kindly'),
      stabilise: school('Stabilise for fun', 'Kept as a separate line and selected year after year'),
    },
  },
  plants: {
    question: 'Few or many plants?',
    why: 'Crops differ a hundredfold in what they need',
    schools: {
      'by breeding': school('By breeding system and aim', 'From one plant for a strict selfer to a hundred for maize'),
      many: school('Always as many as for conservation', 'Keeps more diversity but needs more ground'),
      few: school('One will do', 'Easy, but the line loses diversity and outcrossers weaken'),
    },
  },
  reserve: {
    question: 'How much seed do you keep in reserve?',
    why: 'Lend what you can, but never the last seed of a line',
    schools: {
      one: school('Seed for one grow-out', 'You can lend more, but if the crop fails, the line is lost'),
      two: school('Seed for two grow-outs', 'One crop may fail'),
      three: school('Seed for three grow-outs', 'Safest, but small lines are hardly lent'),
    },
  },
  testSize: {
    question: 'How many seeds to test?',
    why: 'Seed is for growing',
    schools: {
      'as needed': school('As many as the decision needs', 'As far as the stock allows'),
      ten: school('Ten', 'Cheap, but 8 of 10 can mean anything from half to nearly all'),
      hundred: school('A hundred', 'Settles nearly every question, but uses up small lots'),
    },
  },
  colour: {
    question: 'When is a pepper ripe?',
    why: 'Riper seed keeps longer',
    schools: {
      full: school('Full final colour', 'Ripe seed; frost may come first'),
      corked: school('Deep green or corked is enough', 'Most seed is alive; note it in the record'),
    },
  },
  fruit: {
    question: 'Which fruit?',
    why: 'The rot can be carried by the seed',
    schools: {
      sound: school('Sound and over-ripe', 'Ripe seed, less disease'),
      ripest: school('The ripest, even mouldy', 'Ripest seed, more disease on it'),
    },
  },
  desiccant: {
    question: 'Which desiccant?',
    why: 'The others hold little water',
    schools: {
      silica: school('Silica gel', 'Holds a lot and can be reused; choose one without cobalt'),
      rice: school('Rice or starch', 'Easy to get, but holds little'),
    },
  },
  oldSeed: {
    question: 'Old seed?',
    why: 'Age alone does not tell you',
    schools: {
      verdict: school('Follow the verdict of its test', 'Lend, sow thicker, grow out or discard'),
      blend: school('Mix with new', 'A blend becomes a new lot; the old seed comes up slower'),
      discard: school('Discard it', 'Simple, but old lines may be lost'),
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
