import type { Crop } from '#core/almanac/crop.ts';
import { todayOf } from '#core/calendar/dayInZone.ts';
import { addDays, nextOn, type IsoDate } from '#core/calendar/plainDate.ts';
import type { Beta } from '#core/germination/betaPosterior.ts';
import { BETWEEN_TEST_SPREAD } from '#core/germination/betaPosterior.ts';
import { chanceOfSettling } from '#core/germination/moreTesting.ts';
import { affordedBy, neededSize } from '#core/germination/proposeSize.ts';
import { seedsToSow, SURVIVAL } from '#core/germination/seedsToSow.ts';
import { verdictOfLot, type Thresholds } from '#core/germination/verdict.ts';
import { plantsBy, testSizeBy } from '#core/house/rules.ts';
import { thresholdsFor } from '#core/house/thresholds.ts';
import type { LotId, Seeds } from '#core/kernel/kinds.ts';
import { known } from '#core/passport/passport.ts';
import { ageTold } from '#core/passport/ageTold.ts';
import { MUCH_LENT } from '#core/schedule/testValue.ts';
import { seedsInUnits, sureShare } from '#core/units/seedsAndWeight.ts';
import { worthAtMost } from '#core/viability/forecast.ts';
import { nothingKept } from '#core/viability/kept.ts';
import type { OddTest } from '#core/viability/oddTest.ts';
import {
  chanceOn,
  daysToFallFrom,
  dayUnder,
  isLeftOpen,
  oddTestsOf,
  outlookOf,
  outlookOn,
  priorOf,
  toldByItself,
  type OutlookFacts,
  type SeenOn,
} from '#core/viability/outlook.ts';
import { retest } from '#core/viability/retest.ts';
import { DRY_ENOUGH, moistureByJar } from '#core/viability/storage.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import { readHouse, type House } from '#data/house/house.ts';
import { markOutlooksStale, readForOutlook, saveOutlooks, takeStaleOutlooks, type OutlookRow } from '#data/lots/outlooks.ts';

/** For as long as this process reckons: priors of few crops, likelihoods of few counts. */
const KEPT = nothingKept();

/** Sizes of tests by what they are to settle, for as long as this process reckons. */
const SIZES = new Map<string, Seeds>();

/** An outlook holds for a week: seed ages slowly. */
const DAYS_KEPT = 7;
const CHUNK = 500;

/** Reckons again what a lot's last test says, its outlook, and when its next test is due, and keeps them with the lot. */
export const refreshOutlook = (tx: Db, lotId: LotId, today: IsoDate): Promise<void> => refreshOutlooks(tx, [lotId], today);

export async function refreshOutlooks(tx: Db, lotIds: readonly LotId[], today: IsoDate): Promise<void> {
  const house = await readHouse(tx);
  if (!house) throw new Error('the library has no settings');
  await reckonThese(tx, lotIds, house, today);
}

/** What depends on the house's thresholds: at once for as many lots as take no time, the rest in the background. */
export async function refreshVerdicts(tx: Db, today: IsoDate): Promise<void> {
  await markOutlooksStale(tx);
  const house = (await readHouse(tx))!;
  await reckonThese(tx, await takeStaleOutlooks(tx, today, CHUNK), house, today);
}

/** What the outlook of a lot depends on, as the core takes it, with its last test. */
export async function readOutlookFacts(db: Db, lotIds: readonly LotId[], today: IsoDate) {
  const read = await readForOutlook(db, lotIds, today);
  const crops = new Map((await readCropsById(db, [...new Set(read.lots.map(({ cropId }) => cropId))])).map((crop) => [crop.id, crop]));
  const [testsOf, emergenceOf, staysOf] = [byLot(read.tests), byLot(read.emergence), byLot(read.stays)];
  const [jarsOf, foundDryOf] = [byLot(read.jars), byLot(read.foundDry)];
  return read.lots.map((lot) => {
    const tests = testsOf(lot.id);
    const last = tests.at(-1) ?? null;
    const crop = crops.get(lot.cropId)!;
    // Normal seedlings and any root are two figures: the outlook is of the one that was counted last.
    const seen: SeenOn[] = [
      ...tests.filter(({ counted }) => counted === last?.counted).map(({ laidOn, laid, sprouted }) => testSeen(laidOn, laid, sprouted!)),
      ...emergenceOf(lot.id).map(({ sown, up, seenOn }) => ({ kind: 'emergence', on: seenOn, sown, up, soil: crop.inSoil / 100 }) as const),
    ];
    const facts: OutlookFacts & { readonly crop: Crop } = {
      crop,
      harvested: lot.harvested,
      takenInOn: lot.takenInOn,
      ageTold: lot.answers && ageTold(lot.answers.packet, lot.takenInOn),
      blend: lot.blend,
      storage: {
        before: {
          storedIn: lot.answers && known(lot.answers.storedIn),
          since: lot.answers && known(lot.answers.storedSince),
        },
        stays: staysOf(lot.id),
        climates: read.climates,
        // A jar's reading of the same day says more than that the bench found it dry enough.
        jars: [
          ...foundDryOf(lot.id).map(({ on }) => ({ on, moisture: moistureByJar(DRY_ENOUGH, crop.oil) })),
          ...jarsOf(lot.id).map(({ on, ...air }) => ({ on, moisture: moistureByJar(air, crop.oil) })),
        ].sort((one, other) => one.on.localeCompare(other.on)),
      },
      seen,
    };
    return { lot, last, tests, facts };
  });
}

/** Rows by their lot, in the order in which they were read. */
function byLot<Row extends { readonly lotId: LotId }>(rows: readonly Row[]): (lotId: LotId) => readonly Row[] {
  const groups = new Map<number, Row[]>();
  for (const row of rows) {
    const group = groups.get(row.lotId);
    if (group) group.push(row);
    else groups.set(row.lotId, [row]);
  }
  return (lotId) => groups.get(lotId) ?? [];
}

/** A test that does not fit what else is known of its lot, among all that do not. */
export interface OddReading {
  readonly all: readonly OddTest[];
  readonly own: OddTest;
}

/**
 * What was to be expected of a test before it was read: the lot's forecast without it, at its day, worth ten seeds at most. And the
 * lot's odd tests, where it is one of them.
 */
export async function readExpectation(
  db: Db,
  lotId: LotId,
  test: { on: IsoDate; sown: number; up: number },
  today: IsoDate,
): Promise<{ readonly prior: Beta; readonly odd: OddReading | null }> {
  const [read] = await readOutlookFacts(db, [lotId], today);
  if (!read) throw new Error(`lot ${lotId} has vanished`);
  const isIt = ({ on, sown, up }: Pick<SeenOn, 'on' | 'sown' | 'up'>) => on === test.on && sown === test.sown && up === test.up;
  const same = read.facts.seen.find((one) => one.kind === 'test' && isIt(one));
  const all = oddTestsOf(outlookOf(read.facts, today, KEPT));
  const own = all.find(isIt);
  return {
    prior: priorOf(read.facts, same ?? { kind: 'test', ...test }, today, KEPT),
    odd: own ? { all, own } : null,
  };
}

const testSeen = (on: IsoDate, sown: number, up: number): SeenOn => ({ kind: 'test', on, sown, up });

/** How sure a grow-out is to be of its plants; nobody sows more seeds for one of them than this. */
const SOW_WITH = 0.95;
const MOST_FOR_ONE = 500;

/** A test within so many days takes its seeds before the next grow-out. */
const DAYS_TO_NEXT_GROW_OUT = 365;

async function reckonThese(tx: Db, lotIds: readonly LotId[], house: House, today: IsoDate): Promise<void> {
  const rows = (await readOutlookFacts(tx, lotIds, today)).map((read) => reckoned(read, house, today));
  await saveOutlooks(tx, rows, today);
}

type ReadLot = Awaited<ReturnType<typeof readOutlookFacts>>[number];

/** What is kept of a lot's outlook: its share and verdict today, the seeds that a grow-out and its tests take, and its next test. */
export function reckoned({ lot, last, facts }: ReadLot, house: House, today: IsoDate): OutlookRow {
  const { crop, seen } = facts;
  const outlook = outlookOf(facts, today, KEPT);
  const thresholds = thresholdsFor(house, crop.id);
  const { isDead, believed, ...now } = outlookOn(outlook, today, thresholds);
  const tests = seen.filter(({ kind }) => kind === 'test');
  const verdict = verdictOfLot({ ...now, isDead }, tests, thresholds.sureness);
  const underOn = dayUnder(outlook, thresholds.lend, 1 - thresholds.sureness, today);
  const belief = worthAtMost(believed);
  const afforded = affordedBy(seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram));
  const next = retest({
    today,
    somethingLeft: lot.onHand > 0,
    isDead: verdict === 'dead',
    dated: lot.harvested !== null || facts.blend !== null || facts.ageTold !== null,
    testedOn: last?.endedOn ?? null,
    start: outlook.start,
    mayBeLent: last ? chanceOn(outlook, thresholds.lend, last.endedOn!) : now.mayBeLent,
    mayBeLentNow: now.mayBeLent,
    sureness: thresholds.sureness,
    settles: afforded > 0 ? chanceOfSettling(belief, thresholds.lend, thresholds.sureness, afforded, BETWEEN_TEST_SPREAD) : 0,
    leftOpenByOddTests: () => last !== null && isLeftOpen(outlook),
    underOn,
    daysToFall: daysToFallFrom(outlook, last?.endedOn ?? outlook.start),
    lendingOpens: nextOn(house.lendingOpens, today),
    stake: lot.lent >= MUCH_LENT ? 'much lent' : lot.others === 0 ? 'last of its line' : null,
  });
  const isTestedSoon = next.kind === 'due' && next.on <= addDays(today, DAYS_TO_NEXT_GROW_OUT);
  const plants = plantsBy(house.rules, crop, lot.lineRules);
  return {
    lotId: lot.id,
    ...now,
    verdict,
    ownShare: toldByItself(outlook, today),
    underOn,
    toSow: seedsToSow(plants, believed, SURVIVAL, SOW_WITH, MOST_FOR_ONE * plants),
    toTest: isTestedSoon ? Math.min(afforded, testSizeBy(house.rules) ?? sizeFor(belief, thresholds)) : 0,
    sureShare: sureShare(lot.unit, lot.answers?.sample ?? null, { low: crop.seedsPerGram[0], high: crop.seedsPerGram[1] }),
    nextTestOn: next.kind === 'due' ? next.on : null,
    nextTestReason: next.reason,
    sprouted: last?.sprouted ?? null,
    laid: last?.laid ?? null,
    testedOn: last?.endedOn ?? null,
  };
}

/** Seeds that the next test of seed so believed needs; beliefs that differ by a tenth of a seed need the same. */
function sizeFor({ a, b }: Beta, thresholds: Thresholds): Seeds {
  const belief = { a: Math.max(0.1, Math.round(a * 10) / 10), b: Math.max(0.1, Math.round(b * 10) / 10) };
  const key = [belief.a, belief.b, thresholds.lend, thresholds.full, thresholds.sureness].join(' ');
  const size = SIZES.get(key) ?? neededSize(belief, thresholds).wanted;
  SIZES.set(key, size);
  return size;
}

/**
 * Reckons the next outlooks that wait or have grown old, in one transaction; what was done stays done when the server stops. Two at once take different lots.
 * @returns how many were reckoned; 0 when none wait that nobody else is at
 */
export async function reckonNextOutlooks(db: Db, now: Date, most = CHUNK): Promise<number> {
  return db.transaction().execute(async (tx) => {
    const house = await readHouse(tx);
    if (!house) return 0;
    const today = todayOf(now, house);
    const ids = await takeStaleOutlooks(tx, addDays(today, -DAYS_KEPT), most);
    if (ids.length > 0) await reckonThese(tx, ids, house, today);
    return ids.length;
  });
}

/** So many chunks one after the other before whoever asked looks whether something else is more urgent. */
const CHUNKS_IN_A_ROW = 4;

/** Reckons what waits, a few chunks of it, with two transactions at a time: while the database reads for the one, the other is reckoned. Needs two connections. */
export async function reckonOutlooks(db: Db, now: Date): Promise<number> {
  const some = async () => {
    let reckoned = 0;
    for (let chunk = 0; chunk < CHUNKS_IN_A_ROW; chunk += 1) {
      const more = await reckonNextOutlooks(db, now);
      reckoned += more;
      if (more === 0) break;
    }
    return reckoned;
  };
  const [one, other] = await Promise.all([some(), some()]);
  return one + other;
}
