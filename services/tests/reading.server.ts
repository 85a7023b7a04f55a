import { daysBetween } from '#core/calendar/plainDate.ts';
import { againstForecast, differenceWord } from '#core/germination/againstForecast.ts';
import { betaMedian } from '#core/germination/betaPosterior.ts';
import { compareTests } from '#core/germination/compareTests.ts';
import { moreTesting } from '#core/germination/moreTesting.ts';
import { compareReplicates } from '#core/germination/replicates.ts';
import { sequentialAdvice, USUAL_SEQUENTIAL } from '#core/germination/sequential.ts';
import { thickerOf } from '#core/germination/sowThicker.ts';
import { germinationSpeed, vigourOf } from '#core/germination/speed.ts';
import { countStates, sproutedByDay, type SeedOnTowel } from '#core/germination/towel.ts';
import { openQuestion, verdict } from '#core/germination/verdict.ts';
import { wilsonInterval } from '#core/germination/wilsonInterval.ts';
import { oldSeedWays } from '#core/house/rules.ts';
import { thresholdsFor } from '#core/house/thresholds.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house/house.ts';
import { findLot } from '#data/lots/lots.ts';
import { readSeries, testsOfLot, type findTest } from '#data/tests/tests.ts';
import { readExpectation } from '#services/lots/outlook.server.ts';
import { readTowel } from './tests.server.ts';

export type Test = NonNullable<Awaited<ReturnType<typeof findTest>>>;

/**
 * Reads an ended test of viability for showing: share and interval, the two answers, what to do, whether its replicates agree, how it
 * stands against the last one and against the forecast, how fast it was, and when to test next.
 */
export async function readTestResult(db: Db, test: Test, house: House, today: Day) {
  const [lot, others, { towel }] = await Promise.all([findLot(db, test.lotId), testsOfLot(db, test.lotId), readTowel(db, test.id)]);
  if (!lot) throw new Error(`lot ${test.lotId} has vanished`);
  const { sprouted, laid } = countOf(test);
  const { prior, odd } = await readExpectation(db, test.lotId, { on: test.laidOn, sown: laid, up: sprouted }, today);
  const thresholds = thresholdsFor(house, lot.cropId);
  const read = verdict(sprouted, laid, thresholds, undefined, prior);
  const { kind, mayBeLent, fullStrength, posterior } = read;
  const open = openQuestion(read, thresholds);
  const latest = lot.testedOn === test.endedOn && lot.sprouted === sprouted && lot.laid === laid;
  const before = others.find((one) => isRead(one) && one.kind === 'viability' && one.counted === test.counted && isEarlier(one, test));
  return {
    kind,
    /** The verdict on its lot today, by all that is known; what counts at the desk. */
    lotVerdict: lot.verdict,
    mayBeLent,
    fullStrength,
    moreTesting: open === null ? null : moreTesting(posterior, open, thresholds.sureness),
    ratio: thickerOf(kind, betaMedian(posterior)),
    sprouted,
    laid,
    states: countStates(towel),
    counted: test.counted,
    interval: wilsonInterval(sprouted, laid),
    posterior,
    prior,
    thresholds,
    seedsLeft: seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram),
    endedOn: test.endedOn!,
    replicates: test.replicates > 1 ? readReplicates(towel, test.replicates) : null,
    last: before ? readAgainst(test, before) : null,
    otherCounted: others.some((one) => isRead(one) && one.counted !== test.counted),
    forecast: againstForecast({ sprouted, laid }, prior),
    odd,
    oldSeed: oldSeedWays(house.rules, lot.verdict === 'dead'),
    /** The next test depends on the lot's last one; an older test no longer says when. */
    latest,
    next: latest ? { on: lot.nextTestOn, reason: lot.nextTestReason } : null,
  };
}

const isRead = ({ outcome }: Test) => outcome === 'read';
const isEarlier = (one: Test, other: Test) => one.endedOn! < other.endedOn! || (one.endedOn === other.endedOn && one.id < other.id);
const countOf = ({ sprouted, seedsLaid }: Test) => ({ sprouted: sprouted ?? 0, laid: seedsLaid });

function readReplicates(towel: readonly SeedOnTowel[], replicates: number) {
  const parts = Array.from({ length: replicates }, (_, index) => {
    const seeds = towel.filter(({ replicate, state }) => replicate === index + 1 && state !== 'absent');
    return { laid: seeds.length, sprouted: seeds.filter(({ state }) => state === 'sprouted').length };
  });
  return { parts, ...compareReplicates(parts) };
}

function readAgainst(test: Test, before: Test) {
  const compared = compareTests(countOf(test), countOf(before));
  return { ...countOf(before), endedOn: before.endedOn!, ...compared, word: differenceWord(compared) };
}

/** How fast it came up, with its curve; null where nothing did, or where it was counted on the day it was laid. @param looks days on which somebody looked */
export function readSpeed(
  test: Pick<Test, 'laidOn' | 'firstCountDays' | 'finalCountDays'>,
  towel: readonly SeedOnTowel[],
  looks: readonly string[],
) {
  const came = sproutedByDay(towel, looks, (on) => daysBetween(test.laidOn, on)).filter(({ day, seeds }) => day > 0 || seeds > 0);
  const speed = (came[0]?.day ?? 0) > 0 ? germinationSpeed(came) : null;
  return speed && { ...speed, came, vigour: vigourOf(speed, came[0]!.day, test.firstCountDays, test.finalCountDays) };
}

/** What a sequential test says so far, over all its batches; null for a test that is not laid in batches. */
export async function readSequential(db: Db, test: Test, house: House) {
  if (test.batchSeeds === null) return null;
  const batches = (await readSeries(db, test)).filter(({ outcome }) => outcome !== 'abandoned');
  const counts = await Promise.all(
    batches.map(async (batch) =>
      batch.outcome === 'read'
        ? countOf(batch)
        : { laid: batch.seedsLaid, sprouted: countStates((await readTowel(db, batch.id)).towel).sprouted },
    ),
  );
  if (counts.length === 0) return null;
  const { lend: poor, full: good } = thresholdsFor(house, test.cropId);
  return {
    good,
    poor,
    advice: sequentialAdvice(counts, batches.every(isRead), { ...USUAL_SEQUENTIAL, good, poor }),
    batches: batches.map(({ id, laidOn }, index) => ({ id, laidOn, ...counts[index]! })),
    size: test.batchSeeds,
    first: test.seriesOf ?? test.id,
  };
}
