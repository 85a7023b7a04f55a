import { randomUUID } from 'node:crypto';
import { readInterview } from '#contracts/intake/interview.ts';
import { addDays, inYear, yearOf } from '#core/calendar/plainDate.ts';
import type { LogEntry, LogKind } from '#core/growout/log.ts';
import type { Method } from '#core/isolation/barriers.ts';
import type { Day, GrowOutId } from '#core/kernel/kinds.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { readCrop } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import type { Actor } from '#data/people/accounts.ts';
import { listGardens } from '#data/people/gardens.ts';
import { findHoldings } from '#data/stock/places.ts';
import { acting } from '#services/command.server.ts';
import { agreeGrowOut, dropGrowOut, failGrowOut, handOverSeed, placeGrowOut, proposeGrowOut } from '#services/growouts/growOuts.server.ts';
import { noteGardenBloom, writePlot } from '#services/growouts/plots.server.ts';
import { logSeason } from '#services/growouts/season.server.ts';
import { startOfReturn } from '#services/intake/interview.server.ts';
import { receiveLot } from '#services/intake/intake.server.ts';
import type { Outcome } from '#services/perform.server.ts';

/** One line of a log, by the days after the last frost. */
type Written = readonly [days: number, kind: LogKind, count?: number | null, more?: Partial<Pick<LogEntry, 'words' | 'metres' | 'method'>>];

interface SeasonStory {
  readonly crop: string;
  readonly variety: string;
  readonly grower: string;
  readonly garden: string;
  readonly plot?: string;
  readonly methods?: readonly Method[];
  readonly note?: string;
  readonly plants: number;
  readonly seeds: number;
  /** Days after the last frost on which it is sown. */
  readonly sow: number;
  readonly log: readonly Written[];
  readonly end?:
    | { readonly how: 'back'; readonly days: number; readonly amount: string; readonly note: string }
    | { readonly how: 'failed' | 'dropped'; readonly days: number; readonly why: string };
}

const PLOTS = [
  { garden: 'Mill Leat', name: 'Leat bed', squareMetres: 12, sun: 'full sun', water: 'carried', cages: 0 },
  { garden: 'Alder Row', name: 'Top bed', squareMetres: 10, sun: 'full sun', water: 'tap', cages: 1 },
  { garden: 'Alder Row', name: 'By the wall', squareMetres: 6, sun: 'half shade', water: 'tap', cages: 0 },
  { garden: 'Signal Bank', name: 'Long bank', squareMetres: 30, sun: 'full sun', water: 'rain only', cages: 0 },
] as const;

/** The last season in gardens: one that went well, a biennial in its first winter, a bloom off-plan, a failure, a plot given up, a line saved from its last jar. */
const STORIES: readonly SeasonStory[] = [
  {
    crop: 'pea',
    variety: 'Guard’s Van',
    grower: 'Olwen Ashlock',
    garden: 'Mill Leat',
    plot: 'Leat bed',
    plants: 20,
    seeds: 60,
    sow: -30,
    log: [
      [-30, 'sown', 60],
      [-12, 'up', 51],
      [18, 'off-types early', 1, { words: 'purple tendrils' }],
      [34, 'flowering', 44],
      [52, 'flowered'],
      [84, 'harvested', 42],
      [85, 'picked', null, { words: 'two sacks of dry pods' }],
    ],
    end: { how: 'back', days: 118, amount: '1640 seeds', note: 'Grown out to fill the jar again' },
  },
  {
    crop: 'chard',
    variety: 'Painted Points',
    grower: 'Perran Oakshott',
    garden: 'Alder Row',
    plot: 'Top bed',
    methods: ['cage'],
    plants: 16,
    seeds: 100,
    sow: 26,
    log: [
      [26, 'sown', 100],
      [41, 'up', 62],
      [62, 'thinned', 26],
      [150, 'standing', 23],
      [151, 'note', null, { words: 'Fleece is ready for the hard frosts' }],
    ],
  },
  {
    crop: 'squash-pepo',
    variety: 'Copper Kettle',
    grower: 'Tamsin Fallowell',
    garden: 'Signal Bank',
    plot: 'Long bank',
    plants: 8,
    seeds: 16,
    sow: 14,
    log: [
      [14, 'sown', 16],
      [25, 'up', 12],
      [40, 'standing', 10],
      [88, 'flowering', 9],
      [90, 'neighbour', null, { words: 'Courgettes in the Platform beds', metres: 60 }],
      [150, 'harvested', 8],
    ],
  },
  {
    crop: 'cucumber',
    variety: 'Water Crane',
    grower: 'Senara Bramhope',
    garden: 'Tollhouse garden',
    note: 'Its last jar: all of it is sown, and none kept for a test',
    methods: ['hand pollination'],
    plants: 6,
    seeds: 12,
    sow: 20,
    log: [
      [20, 'sown', 12],
      [31, 'up', 5],
      [60, 'flowering', 4],
      [62, 'isolated', null, { method: 'hand pollination' }],
      [63, 'pollinated', 11],
      [140, 'harvested', 4],
    ],
    end: { how: 'back', days: 170, amount: '480 seeds', note: 'Saved from its last jar, of four plants' },
  },
  {
    crop: 'sunflower',
    variety: 'Tall Semaphore',
    grower: 'Fen Harrowgate',
    garden: 'Lower Lock',
    plants: 20,
    seeds: 80,
    sow: 0,
    log: [
      [0, 'sown', 80],
      [12, 'up', 34],
    ],
    end: { how: 'failed', days: 24, why: 'Pigeons took every seedling, twice. Net it next time' },
  },
  {
    crop: 'coriander',
    variety: 'Bothy Leaf',
    grower: 'Dorothea Ashlock',
    garden: 'Upper Wend allotments',
    plants: 20,
    seeds: 70,
    sow: -10,
    log: [],
    end: { how: 'dropped', days: -40, why: 'The allotment was given up in spring' },
  },
];

/** Nothing is told of the last season before so many days after its last frost. */
const DAYS_OF_SEASON = 185;
const [PROPOSED, AGREED, HANDED] = [-110, -95, -34];

const must = <Answer>(what: string, done: Outcome<Answer, { readonly code: string }>): Answer => {
  if (!done.ok) throw new Error(`${what}: ${done.problem.code}`);
  return done.answer;
};

/** Tells the last season that is over, or nearly, as it was recorded at the time. Lines of which the library has no old lot with seed enough are left out. */
export async function workTheSeason(db: Db, actor: Actor, today: Day): Promise<void> {
  const { lastFrost } = (await readHouse(db))!;
  const frost = inYear(lastFrost, yearOf(addDays(today, -DAYS_OF_SEASON)));
  const last = addDays(frost, DAYS_OF_SEASON) <= today ? frost : inYear(lastFrost, yearOf(frost) - 1);
  const on = (days: number) => addDays(last, days);
  const gardens = new Map((await listGardens(db)).map(({ name, id }) => [name, id]));
  for (const { garden, ...plot } of PLOTS)
    must(
      'plot',
      await writePlot(acting(db, actor, on(PROPOSED)), {
        key: randomUUID(),
        gardenId: gardens.get(garden)!,
        plot: null,
        ...plot,
        note: null,
        retired: false,
      }),
    );
  must(
    'bloom',
    await noteGardenBloom(acting(db, actor, on(88)), {
      key: randomUUID(),
      gardenId: gardens.get('the Platform beds')!,
      year: yearOf(last),
      crop: 'courgette',
      what: 'two courgettes for the kitchen',
      metres: 0,
      from: on(60),
      to: on(130),
    }),
  );
  for (const story of STORIES) await tell(db, actor, story, on, gardens.get(story.garden)!);
}

async function tell(db: Db, actor: Actor, story: SeasonStory, on: (days: number) => Day, gardenId: number): Promise<void> {
  const code = await oldLotOf(db, story, on(PROPOSED));
  if (!code) return;
  const at = (days: number) => acting(db, actor, on(days));
  const { id } = must(
    story.variety,
    await proposeGrowOut(at(PROPOSED), { key: randomUUID(), code, plants: story.plants, seeds: story.seeds, note: story.note ?? null }),
  );
  const of = { growOutId: id };
  const plotId = story.plot
    ? (await db.selectFrom('plot').select('id').where('garden_id', '=', gardenId).where('name', '=', story.plot).executeTakeFirstOrThrow())
        .id
    : null;
  must(
    story.variety,
    await placeGrowOut(at(PROPOSED), {
      key: randomUUID(),
      ...of,
      garden: gardenId,
      plot: plotId,
      squareMetres: null,
      methods: [...(story.methods ?? [])],
      sowOn: on(story.sow),
    }),
  );
  must(story.variety, await agreeGrowOut(at(AGREED), { key: randomUUID(), ...of, grower: story.grower }));
  const { end } = story;
  if (end?.how === 'dropped') {
    must(story.variety, await dropGrowOut(at(end.days), { key: randomUUID(), ...of, reason: end.why }));
    return;
  }
  const holding = (await findHoldings(db, (await findLotByCode(db, code))!.id))
    .filter(({ balance }) => balance > 0)
    .sort((one, other) => other.balance - one.balance)[0]!.id;
  must(story.variety, await handOverSeed(at(HANDED), { key: randomUUID(), ...of, holding, seeds: story.seeds }));
  for (const [days, kind, count = null, more = {}] of story.log)
    must(
      `${story.variety}, ${kind}`,
      await logSeason(at(days), {
        key: randomUUID(),
        ...of,
        insteadOf: null,
        photo: null,
        kind,
        on: on(days),
        count,
        words: null,
        metres: null,
        method: null,
        ...more,
      }),
    );
  if (end?.how === 'failed') must(story.variety, await failGrowOut(at(end.days), { key: randomUUID(), ...of, reason: end.why }));
  if (end?.how === 'back') await bringBack(db, actor, id, story, end, on(end.days));
}

/** The oldest lot of the line that was here by then, with seed enough for the grow-out and something over. */
async function oldLotOf(db: Db, { crop, variety, seeds }: SeasonStory, by: Day): Promise<string | undefined> {
  const lots = await db
    .selectFrom('lot')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .select(['lot.code', 'lot.on_hand as onHand', 'lot.unit', 'lot.seeds_per_gram as seedsPerGram', 'lot.verdict'])
    .where('line.crop_id', '=', crop)
    .where('line.name', '=', variety)
    .where('taken_in_on', '<', by)
    .orderBy('taken_in_on')
    .orderBy('lot.id')
    .execute();
  return lots.find(
    ({ onHand, unit, seedsPerGram, verdict }) =>
      verdict !== 'do not lend' && verdict !== 'dead' && seedsInUnits(onHand, unit, seedsPerGram) >= seeds,
  )?.code;
}

/** Takes in what came of it, as the desk would: the interview begins from the log, and what it leaves open is answered. */
async function bringBack(
  db: Db,
  actor: Actor,
  id: GrowOutId,
  { crop, variety }: SeasonStory,
  { amount, note }: { readonly amount: string; readonly note: string },
  day: Day,
): Promise<void> {
  const back = { of: 'grow-out', id } as const;
  const facts = (await readCrop(db, crop))!;
  const answers = {
    neighbours: 'none',
    offTypes: '0',
    roguing: 'before flowering',
    selection: 'all of them',
    diseases: 'none',
    stigma: 'hidden',
    ripeSigns: 'yes',
    dried: 'in air and shade',
    mould: 'no',
    insects: 'none',
    storedIn: 'cool cupboard',
    storedSince: day.slice(0, 7),
    ...(await startOfReturn(db, back, (await readHouse(db))!, day)),
    amount,
    place: 'Shelf A, lever room',
    container: 'jar',
    note,
  };
  const { interview, faults } = readInterview(answers, facts, true);
  if (!interview) throw new Error(`${variety}: ${JSON.stringify(faults)}`);
  must(variety, await receiveLot(acting(db, actor, day), { key: randomUUID(), draftId: null, back, interview }));
}
