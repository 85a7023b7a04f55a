import { halfLifeYears, seasonOf, type Crop } from '#core/almanac/crop.ts';
import { addDays, daysBetween, earliestDay, inYear, yearOf } from '#core/calendar/plainDate.ts';
import { nextCountDay, usualCheckDays } from '#core/germination/checkDays.ts';
import type { Day, Seeds } from '#core/kernel/kinds.ts';
import { returnBy } from '#core/lending/returnBy.ts';
import type { HoldKind, Kind, Origin } from '#core/lots/words.ts';
import type { Passport } from '#core/passport/passport.ts';
import { middleSeedsPerGram, unitsForSeeds, type StockUnit } from '#core/units/seedsAndWeight.ts';
import { seededRandom, type Random } from './random.ts';
import { FIRST_NAMES, GARDENS, HOUSE, SAMPLE_ACCOUNTS, SURNAMES, VARIETIES } from './scenario.ts';
import { STORIES, type SeenSince, type Story } from './stories.ts';

export interface SamplePerson {
  name: string;
  isMember: boolean;
  phone: string | null;
  note: string | null;
}
export interface SampleCheck {
  on: string;
  note: string | null;
  marks: { seed: number; state: 'sprouted' | 'dead' }[];
}
export interface SampleTest {
  laidOn: Day;
  seeds: Seeds;
  checks: SampleCheck[];
  end: { on: string; outcome: 'read' | 'abandoned'; sprouted: number; reason: string | null } | null;
  nextCountOn: Day | null;
}
export interface SampleLoan {
  member: number;
  packets: number;
  lentOn: Day;
  dueOn: Day;
  close: { outcome: 'failed crop' | 'kept on' | 'written off' | 'returned'; on: string; note: string | null } | null;
  child: number | null;
}
export interface SampleLot {
  crop: Crop;
  variety: string;
  origin: Origin;
  kind: Kind;
  unit: StockUnit;
  perGram: number;
  donor: number;
  garden: number;
  harvested: string | null;
  plants: number | null;
  takenInOn: Day;
  amount: number;
  typed: string;
  place: number;
  generation: number;
  parent: number | null;
  hold: { kind: HoldKind; reason: string; on: string; byRule: boolean } | null;
  note: string | null;
  said: Partial<Passport> | undefined;
  since: SeenSince | undefined;
  tests: SampleTest[];
  loans: SampleLoan[];
  left: number;
}
export interface SampleLibrary {
  people: SamplePerson[];
  lots: SampleLot[];
}

const SEASONS = 6;

/** An invented library of any size with six seasons behind it; the same for the same numbers and day. */
export function generateLibrary(options: {
  today: Day;
  lots: number;
  people: number;
  seed: number;
  crops: readonly Crop[];
}): SampleLibrary {
  const random = seededRandom(options.seed);
  const people = makePeople(random, options.people);
  const members = people.flatMap(({ isMember }, index) => (isMember && index > 1 ? [index] : []));
  const crops = options.crops.filter(({ id }) => VARIETIES[id]);
  const scene: Scene = { random, people, members, crops, today: options.today, wanted: options.lots, lots: [], comingBack: [] };
  for (const story of STORIES) scene.lots.push(tellStory(scene, story));
  while (scene.lots.length < options.lots) addWithReturns(scene, makeLot(scene));
  return { people, lots: scene.lots };
}

/** What the generator knows while it makes one lot after the other. */
interface Scene {
  readonly random: Random;
  readonly people: readonly SamplePerson[];
  readonly members: readonly number[];
  readonly crops: readonly Crop[];
  readonly today: Day;
  readonly wanted: number;
  readonly lots: SampleLot[];
  /** Loans whose seed has come back, and whose lot is still to be made. */
  readonly comingBack: { readonly lot: number; readonly loan: SampleLoan }[];
}

function addWithReturns(scene: Scene, lot: SampleLot): void {
  for (const loan of lot.loans) if (loan.close?.outcome === 'returned') scene.comingBack.push({ lot: scene.lots.length, loan });
  scene.lots.push(lot);
}

function makePeople(random: Random, count: number): SamplePerson[] {
  const people: SamplePerson[] = SAMPLE_ACCOUNTS.map(({ name }) => ({ name, isMember: true, phone: null, note: null }));
  const names = new Set(people.map(({ name }) => name));
  while (people.length < count) {
    const plain = `${random.pick(FIRST_NAMES)} ${random.pick(SURNAMES)}`;
    const name = names.has(plain) ? `${plain} ${people.length}` : plain;
    names.add(name);
    people.push({
      name,
      isMember: people.length < 9 || random.chance(0.8),
      phone: random.chance(0.6) ? `555 01${random.whole(10, 99)}` : null,
      note: null,
    });
  }
  return people;
}

/** A lot of a harvest some seasons back, or what came back from a loan of an earlier one. */
function makeLot(scene: Scene): SampleLot {
  const { random, lots, today } = scene;
  const back = scene.comingBack.length > 0 && random.chance(0.35) ? takeOne(random, scene.comingBack) : null;
  const parent = back === null ? null : lots[back.lot]!;
  const crop = parent?.crop ?? random.pick(scene.crops);
  const takenInOn = back ? back.loan.close!.on : pastAutumn(random, today, random.whole(0, SEASONS - 1));
  const variety =
    parent?.variety ?? random.pick(VARIETIES[crop.id]!) + (scene.wanted > 500 ? ` ${random.whole(1, Math.ceil(scene.wanted / 400))}` : '');
  const lot = emptyLot(random, crop, { variety, takenInOn, people: scene.people.length });
  if (back && parent) {
    Object.assign(lot, { origin: 'returned', donor: back.loan.member, parent: back.lot, generation: parent.generation + 1 });
    back.loan.child = lots.length;
  }
  addTests(random, lot, today);
  addLoans(scene, lot);
  if (random.chance(0.04))
    lot.hold = { ...random.pick(DOUBTS), on: addDays(takenInOn, 1) > today ? today : addDays(takenInOn, 1), byRule: false };
  return lot;
}

/** Takes a random one out of a list whose order does not matter. */
function takeOne<T>(random: Random, list: T[]): T {
  const at = random.whole(0, list.length - 1);
  const one = list[at]!;
  list[at] = list.at(-1)!;
  list.pop();
  return one;
}

const DOUBTS: readonly { kind: HoldKind; reason: string }[] = [
  { kind: 'drying', reason: 'Came in damp: weigh it again' },
  { kind: 'pests', reason: 'Weevil holes in two seeds: two weeks in the freezer' },
  { kind: 'test', reason: 'Looks dull: test before it is lent' },
];

function pastAutumn(random: Random, today: Day, seasonsAgo: number): string {
  const day = addDays(inYear('09-10', yearOf(today) - seasonsAgo), random.whole(0, 80));
  return day <= today ? day : addDays(day, -365);
}

function emptyLot(random: Random, crop: Crop, known: { variety: string; takenInOn: Day; people: number }): SampleLot {
  const perGram = middleSeedsPerGram({ low: crop.seedsPerGram[0], high: crop.seedsPerGram[1] });
  const unit: StockUnit = perGram > 60 || random.chance(0.25) ? 'mg' : 'seed';
  const seeds = crop.packet * random.whole(4, 40);
  const amount = unit === 'seed' ? seeds : Math.round(unitsForSeeds(seeds, 'mg', perGram) / 100) * 100 || 100;
  const unknown = random.chance(0.12);
  return {
    crop,
    variety: known.variety,
    origin: random.chance(0.12) ? 'bought' : 'donated',
    kind: random.chance(0.05) ? 'unknown' : 'open-pollinated',
    unit,
    perGram,
    donor: random.whole(3, known.people - 1),
    garden: random.whole(0, GARDENS.length - 1),
    harvested: unknown
      ? null
      : `${yearOf(known.takenInOn)}-${random.pick(['08', '09', known.takenInOn.slice(5, 7) >= '10' ? '10' : '09'])}`.slice(0, 7),
    plants: random.chance(0.2) ? null : random.whole(3, 30),
    takenInOn: known.takenInOn,
    amount,
    typed: unit === 'seed' ? `about ${amount} seeds` : `${amount / 1000} g`,
    place: random.whole(0, 3),
    generation: 0,
    parent: null,
    hold: null,
    note: null,
    said: undefined,
    since: undefined,
    tests: [],
    loans: [],
    left: amount,
  };
}

/** Share that germinates: a good start, falling through the crop's half-life; a logistic curve is near enough to look at. */
function trueGermination(random: Random, lot: SampleLot, on: string): number {
  const years = daysBetween(earliestDay(lot.harvested ?? lot.takenInOn.slice(0, 4)), on) / 365.25;
  const left = 1 / (1 + Math.exp((years - halfLifeYears(lot.crop)) * 1.3));
  return Math.min(0.98, Math.max(0.02, left * 0.96 + (random.share() - 0.5) * 0.08));
}

function addTests(random: Random, lot: SampleLot, today: Day): void {
  for (let year = yearOf(lot.takenInOn) + 1; year <= yearOf(today); year += random.whole(1, 3)) {
    const laidOn = addDays(inYear('01-08', year), random.whole(0, 40));
    const endsOn = addDays(laidOn, lot.crop.finalCount);
    if (endsOn > today || laidOn < lot.takenInOn || random.chance(0.35)) continue;
    addTest(random, lot, laidOn, random.pick([10, 20, 20, 50]), { on: endsOn, abandoned: null });
  }
}

/** Lays a test and counts it every second day up to its end, or up to `until` when it is still on the bench. */
function addTest(
  random: Random,
  lot: SampleLot,
  laidOn: Day,
  seeds: Seeds,
  end: { on: string; abandoned: string | null } | null,
  until = laidOn,
): void {
  const cost = unitsForSeeds(seeds, lot.unit, lot.perGram);
  if (cost > lot.left) return;
  lot.left -= cost;
  const { firstCount: firstCountDays, finalCount: finalCountDays } = lot.crop;
  const p = trueGermination(random, lot, laidOn);
  const lastDay = end ? daysBetween(laidOn, end.on) : daysBetween(laidOn, until);
  const comes = Array.from({ length: seeds }, (_, index) => ({
    seed: index + 1,
    day: Math.min(finalCountDays, firstCountDays - 1 + Math.round((finalCountDays - firstCountDays) * random.share() ** 2)),
    state: random.chance(p) ? ('sprouted' as const) : random.chance(0.25) ? ('dead' as const) : null,
  }));
  const checks: SampleCheck[] = [];
  let seenTo = -1;
  for (let day = firstCountDays; day <= lastDay; day = day < lastDay ? Math.min(lastDay, day + 2) : day + 1) {
    const marks = comes.flatMap(({ seed, day: came, state }) => (state !== null && came > seenTo && came <= day ? [{ seed, state }] : []));
    checks.push({ on: addDays(laidOn, day), note: random.chance(0.05) ? 're-damped' : null, marks });
    seenTo = day;
  }
  const sprouted = checks.flatMap(({ marks }) => marks).filter(({ state }) => state === 'sprouted').length;
  lot.tests.push({
    laidOn,
    seeds,
    checks,
    nextCountOn: end ? null : nextCountDay(laidOn, checks.at(-1)?.on ?? null, usualCheckDays(firstCountDays, finalCountDays)),
    end: end && { on: end.on, outcome: end.abandoned ? 'abandoned' : 'read', sprouted, reason: end.abandoned },
  });
}

function addLoans({ random, today, members }: Scene, lot: SampleLot): void {
  if (lot.kind === 'F1') return;
  for (let count = random.whole(0, 4); count > 0; count -= 1) {
    const lentOn = addDays(inYear('02-10', yearOf(lot.takenInOn) + random.whole(1, 3)), random.whole(0, 60));
    if (lentOn <= lot.takenInOn || lentOn > today) continue;
    addLoan(random, lot, random.pick(members), lentOn, today);
  }
}

/** Lends one or two packets; what was due long ago has mostly come to an end. */
function addLoan(random: Random, lot: SampleLot, member: number, lentOn: Day, today: Day, stillOpen = false): void {
  const packets = random.whole(1, 2);
  const cost = packets * unitsForSeeds(lot.crop.packet, lot.unit, lot.perGram);
  if (cost > lot.left * 0.7) return;
  lot.left -= cost;
  const dueOn = returnBy(lentOn, seasonOf(lot.crop), { last: HOUSE.lastFrost, first: HOUSE.firstFrost }).due;
  const closedOn = addDays(dueOn, random.whole(-20, 30));
  const outcome = random.pick(['returned', 'returned', 'failed crop', 'kept on', 'written off'] as const);
  const ended = closedOn <= today && !stillOpen && random.chance(0.94);
  lot.loans.push({
    member,
    packets,
    lentOn,
    dueOn,
    close: ended
      ? {
          outcome,
          on: closedOn,
          note: outcome === 'failed crop' ? random.pick(['Slugs took the lot', 'Too dry in June', 'Late frost']) : null,
        }
      : null,
    child: null,
  });
}

function tellStory({ random, lots, crops, today, people }: Scene, story: Story): SampleLot {
  const crop = crops.find(({ id }) => id === story.crop);
  if (!crop) throw new Error(`the almanac has no ${story.crop}`);
  const takenInOn = addDays(today, -story.daysAgo);
  const lot = emptyLot(random, crop, { variety: story.variety, takenInOn, people: people.length });
  Object.assign(lot, {
    kind: 'open-pollinated',
    origin: 'donated',
    plants: story.plants ?? lot.plants,
    harvested: story.undated ? null : addDays(takenInOn, -30).slice(0, 7),
    note: story.note ?? null,
    said: story.said,
    since: story.since?.(today),
    ...(story.kind && { kind: story.kind }),
  });
  if (story.seeds) Object.assign(lot, { unit: 'seed', amount: story.seeds, left: story.seeds, typed: `${story.seeds} seeds` });
  const parent = story.childOf === undefined ? -1 : lots.findIndex(({ variety }) => variety === story.childOf);
  if (parent >= 0) {
    const loan = lots[parent]!.loans[0]!;
    Object.assign(lot, { origin: 'returned', parent, generation: lots[parent]!.generation + 1, donor: loan.member });
    Object.assign(loan, { close: { outcome: 'returned', on: takenInOn, note: null }, child: lots.length });
  }
  if (story.hold) lot.hold = { ...story.hold, on: addDays(takenInOn, story.hold.afterDays), byRule: story.hold.afterDays === 0 };
  for (const test of story.tests ?? [])
    addTest(
      random,
      lot,
      addDays(today, -test.daysAgo),
      test.seeds,
      test.open ? null : { on: addDays(today, -test.daysAgo + (test.days ?? crop.finalCount)), abandoned: test.abandoned ?? null },
      addDays(today, -(test.lastCountDaysAgo ?? test.daysAgo)),
    );
  for (const loan of story.loans ?? []) addLoan(random, lot, loan.member, addDays(today, -loan.daysAgo), today, true);
  return lot;
}
