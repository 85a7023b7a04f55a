import { addDays } from '#core/calendar/plainDate.ts';
import type { Day, Metres, Seeds } from '#core/kernel/kinds.ts';
import type { HoldKind, Kind } from '#core/lots/words.ts';
import type { NeighbourTold, Passport } from '#core/passport/passport.ts';

/** A lot with a tale to tell, dated in days before today. */
export interface Story {
  readonly crop: string;
  readonly variety: string;
  readonly daysAgo: number;
  readonly kind?: Kind;
  readonly seeds?: Seeds;
  readonly plants?: number;
  readonly undated?: boolean;
  readonly note?: string;
  readonly childOf?: string;
  readonly hold?: { readonly kind: HoldKind; readonly reason: string; readonly afterDays: number };
  readonly tests?: readonly {
    readonly daysAgo: number;
    readonly seeds: Seeds;
    readonly days?: number;
    readonly abandoned?: string;
    readonly open?: boolean;
    readonly lastCountDaysAgo?: number;
  }[];
  readonly loans?: readonly { readonly member: number; readonly daysAgo: number }[];
  readonly said?: Partial<Passport>;
  readonly since?: (today: Day) => SeenSince;
}

/** What was seen of a lot after it came in. */
export interface SeenSince {
  readonly counted?: readonly {
    readonly on: string;
    readonly off_types: number;
    readonly looked_at: number;
    readonly note: string | null;
  }[];
  readonly incidents?: readonly {
    readonly on: string;
    readonly kind: 'mix-up' | 'contamination';
    readonly what: string;
    readonly share: number | null;
    readonly discarded: boolean;
  }[];
  readonly reports?: readonly {
    readonly on: string;
    readonly member: number;
    readonly true_to_type: 'yes' | 'mostly' | 'no' | null;
    readonly taste: number | null;
    readonly yield: number | null;
    readonly health: number | null;
    readonly liking: number | null;
    readonly words: string | null;
  }[];
}

const pepoAt = (what: string, metres: Metres | 'unknown'): NeighbourTold => ({
  what,
  cropId: null,
  metres,
  overlap: 'unknown',
  amount: 'as many',
  caged: false,
});

export const STORIES: readonly Story[] = [
  {
    crop: 'pea',
    variety: 'Long Siding',
    daysAgo: 800,
    seeds: 640,
    plants: 24,
    note: 'Found growing along the old siding; the first line of the library.',
    tests: [
      { daysAgo: 640, seeds: 20 },
      { daysAgo: 300, seeds: 50 },
    ],
    loans: [
      { member: 2, daysAgo: 280 },
      { member: 6, daysAgo: 600 },
    ],
  },
  {
    crop: 'runner-bean',
    variety: 'Tollhouse Black',
    daysAgo: 1120,
    seeds: 38,
    plants: 9,
    note: 'The last jar. Nobody has grown it since.',
    tests: [{ daysAgo: 660, seeds: 10 }],
  },
  {
    crop: 'squash-pepo',
    variety: 'Copper Kettle',
    daysAgo: 1180,
    seeds: 210,
    plants: 6,
    tests: [{ daysAgo: 1000, seeds: 20 }],
    loans: [{ member: 8, daysAgo: 960 }],
    said: { neighbours: [], methods: ['hand pollination'], plantsStanding: 8, plantsHarvested: 6, seasonsGrown: 1 },
    since: (today) => ({
      reports: [
        {
          on: addDays(today, -620),
          member: 8,
          true_to_type: 'yes',
          taste: 4,
          yield: 3,
          health: 4,
          liking: 5,
          words: 'Kept until March on the landing.',
        },
        {
          on: addDays(today, -66),
          member: 8,
          true_to_type: 'no',
          taste: 3,
          yield: 4,
          health: 4,
          liking: 2,
          words: 'Half of them came striped.',
        },
      ],
    }),
  },
  {
    crop: 'squash-pepo',
    variety: 'Copper Kettle',
    daysAgo: 70,
    seeds: 120,
    plants: 2,
    kind: 'crossed',
    childOf: 'Copper Kettle',
    note: 'Fruits came striped and pale: the neighbour had courgettes in flower.',
    said: {
      neighbours: [pepoAt('courgettes over the hedge', 25), pepoAt('a pumpkin', 140)],
      methods: ['none'],
      plantsStanding: 3,
      plantsHarvested: 2,
    },
    hold: { kind: 'trial', reason: 'Known to be crossed: grow a few out before it is lent', afterDays: 0 },
  },
  {
    crop: 'tomato',
    variety: 'Cherry Express',
    daysAgo: 45,
    kind: 'F1',
    seeds: 90,
    plants: 3,
    note: 'From shop plants; the label said F1 only on the back.',
    hold: { kind: 'identity', reason: 'F1 hybrid: it does not come true, so it is not lent under the variety’s name', afterDays: 0 },
  },
  { crop: 'parsnip', variety: 'Long Tunnel', daysAgo: 20, undated: true, note: 'A tin from the back of the lever room.' },
  {
    crop: 'lettuce',
    variety: 'Slow Line',
    daysAgo: 420,
    tests: [{ daysAgo: 9, seeds: 20, open: true, lastCountDaysAgo: 3 }],
    loans: [{ member: 5, daysAgo: 250 }],
  },
  { crop: 'kale', variety: 'Black Cutting', daysAgo: 760, tests: [{ daysAgo: 7, seeds: 50, open: true, lastCountDaysAgo: 2 }] },
  {
    crop: 'tomato',
    variety: 'Amber Aspect',
    daysAgo: 500,
    plants: 7,
    said: { stigma: 'unknown' },
    since: (today) => ({
      incidents: [
        {
          on: addDays(today, -480),
          kind: 'mix-up',
          what: 'A handful of Signal Red was on the same tray',
          share: 0.1,
          discarded: false,
        },
      ],
      counted: [{ on: addDays(today, -80), off_types: 2, looked_at: 30, note: 'Two red fruits in the trial row' }],
    }),
  },
  { crop: 'tomato', variety: 'Signal Red', daysAgo: 1150, plants: 12, tests: [{ daysAgo: 4, seeds: 20, open: true }] },
  { crop: 'onion', variety: 'Reach Keeper', daysAgo: 790, tests: [{ daysAgo: 310, seeds: 20 }] },
  {
    crop: 'carrot',
    variety: 'Ballast Orange',
    daysAgo: 430,
    tests: [{ daysAgo: 295, seeds: 20, days: 6, abandoned: 'The towel dried out over the long weekend' }],
  },
  {
    crop: 'french-bean',
    variety: 'Speckled Ganger',
    daysAgo: 440,
    hold: { kind: 'test', reason: 'Was in the freezer that failed in July: test before lending', afterDays: 330 },
  },
  {
    crop: 'broad-bean',
    variety: 'Wend Winter',
    daysAgo: 60,
    hold: { kind: 'drying', reason: 'Came in damp: weigh it again before it is sealed', afterDays: 1 },
  },
  { crop: 'lettuce', variety: 'Red Tail Lamp', daysAgo: 640, tests: [{ daysAgo: 290, seeds: 10 }], loans: [{ member: 7, daysAgo: 500 }] },
  {
    crop: 'beet',
    variety: 'Hollin Dark',
    daysAgo: 1130,
    plants: 8,
    tests: [{ daysAgo: 300, seeds: 50 }],
    loans: [{ member: 2, daysAgo: 590 }],
  },
];
