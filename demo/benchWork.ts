import { randomUUID } from 'node:crypto';
import { readInterview } from '#contracts/intake/interview.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { type Method, stepsFor, cautionsFor } from '#core/bench/methods.ts';
import type { Step } from '#core/bench/steps.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { questionsNow, type Answers } from '#core/passport/answers.ts';
import { findBatch } from '#data/bench/batches.ts';
import type { Db } from '#data/database.ts';
import type { Actor } from '#data/people/accounts.ts';
import { recordAir } from '#services/bench/air.server.ts';
import { acknowledgeCautions } from '#services/bench/cautions.server.ts';
import { checkBatch } from '#services/bench/checkBatch.server.ts';
import { nextStep } from '#services/bench/moveOn.server.ts';
import { startBatch } from '#services/bench/startBatch.server.ts';
import { weighBatch } from '#services/bench/weighBatch.server.ts';
import { NO_TOOLS, acting } from '#services/command.server.ts';
import { receiveLot } from '#services/intake/intake.server.ts';
import { remakePhoto } from '#services/remakePhoto.server.ts';
import { drawFerment } from './drawFerment.ts';
import { HOUSE } from './scenario.ts';

interface BenchStory {
  readonly crop: string;
  readonly variety: string;
  readonly donor: string;
  readonly form: 'whole fruit' | 'heads or pods';
  readonly amount: string;
  readonly vessel: string;
  readonly method: Method;
  readonly celsius: number;
  readonly humidity: number;
  /** Steps with hours before now at which each began. */
  readonly steps: readonly (readonly [Step, number])[];
  /** What was seen at the step it is at, with hours before now and a picture. */
  readonly seen?: { readonly words: string; readonly hours: number; readonly photo: () => Promise<Blob> };
  /** Grams with hours before now. */
  readonly weighings?: readonly (readonly [number, number])[];
}

const story = (one: Omit<BenchStory, 'celsius' | 'humidity'> & Partial<Pick<BenchStory, 'celsius' | 'humidity'>>): BenchStory => ({
  celsius: 19,
  humidity: 0.58,
  ...one,
});

/** A bench in late autumn: ferments of several ages, squash that cures, pods that hang, seed on trays. */
const BENCH_STORIES: readonly BenchStory[] = [
  story({
    crop: 'tomato',
    variety: 'Gauge Glass',
    donor: 'Marta Quill',
    form: 'whole fruit',
    amount: '14 fruits',
    vessel: 'Jar 2',
    method: 'ferment',
    celsius: 21,
    steps: [
      ['scoop', 150],
      ['ferment', 146],
    ],
    seen: { words: 'A mould cap covers it', hours: 50, photo: drawFerment },
  }),
  story({
    crop: 'tomato',
    variety: 'Ash Pan',
    donor: 'Perran Oakshott',
    form: 'whole fruit',
    amount: '9 fruits',
    vessel: 'Jar 5',
    method: 'ferment',
    celsius: 20,
    steps: [
      ['scoop', 92],
      ['ferment', 90],
    ],
  }),
  story({
    crop: 'cucumber',
    variety: 'Green Flag',
    donor: 'Hylda Thorley',
    form: 'whole fruit',
    amount: '4 fruits',
    vessel: 'Jar 7',
    method: 'ferment',
    celsius: 16,
    steps: [
      ['cure', 400],
      ['scoop', 31],
      ['ferment', 30],
    ],
  }),
  story({
    crop: 'squash-maxima',
    variety: 'Brass Dome',
    donor: 'Nessa Greave',
    form: 'whole fruit',
    amount: '5 fruits',
    vessel: 'Shelf by the stove',
    method: 'rinse',
    steps: [['cure', 560]],
  }),
  story({
    crop: 'pea',
    variety: 'Water Tower',
    donor: 'Olwen Tine',
    form: 'heads or pods',
    amount: '2 kg',
    vessel: 'Sack 4',
    method: 'thresh',
    steps: [['hang', 260]],
  }),
  story({
    crop: 'lettuce',
    variety: 'Kettle Lid',
    donor: 'Tamsin Wendover',
    form: 'heads or pods',
    amount: '30 heads',
    vessel: 'Tray A',
    method: 'thresh',
    steps: [
      ['hang', 500],
      ['thresh', 4],
      ['winnow', 2],
    ],
  }),
  story({
    crop: 'french-bean',
    variety: 'Sleeper Row',
    donor: 'Casper Harrowgate',
    form: 'heads or pods',
    amount: '3 kg',
    vessel: 'Tray C',
    method: 'thresh',
    steps: [
      ['hang', 620],
      ['thresh', 132],
      ['sort', 126],
      ['dry', 121],
    ],
    weighings: [
      [812, 120],
      [776, 97],
      [757, 73],
      [746, 48],
      [741, 25],
    ],
  }),
];

const HOUR = 3_600_000;

/** Brought in this week and not begun: the load by week says which to take first. */
const WAITING = [
  { crop: 'tomato', variety: 'Signal Wire', donor: 'Marta Quill', form: 'whole fruit', amount: '20 fruits', days: 3 },
  { crop: 'pepper', variety: 'Copper Kettle', donor: 'Perran Oakshott', form: 'whole fruit', amount: '11 fruits', days: 1 },
  { crop: 'lettuce', variety: 'Tallow Candle', donor: 'Marta Quill', form: 'heads or pods', amount: '9 heads', days: 4 },
  { crop: 'pea', variety: 'Fishplate', donor: 'Perran Oakshott', form: 'heads or pods', amount: '60 pods', days: 2 },
] as const;

/** Takes these lots in and works them as helpers would have, at their hours before `now`. */
export async function workTheBench(db: Db, actor: Actor, now: Date, crops: readonly Crop[]): Promise<void> {
  const cropOf = (told: { readonly crop: string }) => crops.find(({ id }) => id === told.crop)!;
  for (const told of BENCH_STORIES) await workOne(db, actor, now, told, cropOf(told));
  for (const told of WAITING) await takeIn(db, actor, addDays(dayInZone(now, HOUSE.timeZone), -told.days), told, cropOf(told));
}

/** What somebody brings to the bench. */
type Bringing = Pick<BenchStory, 'variety' | 'donor' | 'form' | 'amount'>;

/** Takes in what was brought; its lot code. */
async function takeIn(db: Db, actor: Actor, today: Day, told: Bringing, crop: Crop): Promise<string> {
  const { interview, faults } = readInterview(answersOf(told, crop), crop, false);
  if (!interview) throw new Error(`${told.variety}: ${JSON.stringify(faults)}`);
  const taken = await receiveLot(acting(db, actor, today), { key: randomUUID(), draftId: null, back: null, interview });
  if (!taken.ok) throw new Error(`${told.variety}: ${taken.problem.code}`);
  return taken.answer.code;
}

async function workOne(db: Db, actor: Actor, now: Date, told: BenchStory, crop: Crop): Promise<void> {
  const before = (hours: number) => new Date(now.getTime() - hours * HOUR);
  const [first, ...rest] = told.steps as [readonly [Step, number], ...(readonly [Step, number])[]];
  const code = await takeIn(db, actor, dayInZone(before(first[1]), HOUSE.timeZone), told, crop);
  const started = await startBatch(acting(db, actor, before(first[1])), {
    key: randomUUID(),
    code,
    brought: told.form,
    method: told.method,
    vessel: told.vessel,
    celsius: told.celsius,
    humidity: told.humidity,
    fruits: null,
    weightIn: null,
  });
  if (!started.ok) throw new Error(`${told.variety}: ${started.problem.code}`);
  const { batchId } = started.answer;
  for (const [step, hours] of rest) {
    const batch = (await findBatch(db, batchId))!;
    await acknowledgeCautions(acting(db, actor, before(hours)), {
      key: randomUUID(),
      batchId,
      cautions: cautionsFor(batch.step, batch.facts, false, {}),
    });
    const place = stepsFor(told.method, crop, told.form, []).indexOf(step);
    const moved = await nextStep(acting(db, actor, before(hours)), {
      key: randomUUID(),
      batchId,
      turn: batch.turn,
      method: told.method,
      step,
      place,
      celsius: told.celsius,
      vessel: told.vessel,
      cleared: true,
      early: true,
    });
    if (!moved.ok) throw new Error(`${told.variety}: ${moved.problem.code}`);
  }
  if (told.seen) {
    const { turn } = (await findBatch(db, batchId))!;
    const check = { key: randomUUID(), batchId, turn, seen: told.seen.words, photo: await told.seen.photo() };
    const seen = await checkBatch(acting(db, actor, before(told.seen.hours), { ...NO_TOOLS, remakePhoto }), check);
    if (!seen.ok) throw new Error(`${told.variety}: ${seen.problem.code}`);
  }
  for (const [grams, hours] of told.weighings ?? [])
    await weighBatch(acting(db, actor, before(hours)), {
      key: randomUUID(),
      batchId,
      milligrams: grams * 1000,
      typed: `${grams} g`,
      scaleError: 1000,
      heavier: null,
    });
  if (told.weighings)
    await recordAir(acting(db, actor, before(5)), {
      key: randomUUID(),
      batchId,
      of: 'room',
      humidity: told.humidity,
      celsius: told.celsius,
    });
}

function answersOf(told: Bringing, crop: Crop): Answers {
  const said: Record<string, string> = {
    source: 'donated',
    crop: crop.id,
    variety: told.variety,
    donor: told.donor,
    form: told.form,
    kind: 'open-pollinated',
    nameSure: 'sure',
    neighbours: 'none',
    amount: told.amount,
    place: 'Bench',
    container: 'box',
  };
  for (const question of questionsNow(crop, said, false)) said[question] ??= 'unknown';
  return { ...said, sample: '', note: '' };
}
