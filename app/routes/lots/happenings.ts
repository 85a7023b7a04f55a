import { HOLD_WORDS, ORIGIN_WORDS } from '#words/vocabulary.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { findOpenings, findTreatments } from '#data/bench/treatments.ts';
import type { findCorrections } from '#data/lots/corrections.ts';
import type { findEvidence } from '#data/lots/evidence.ts';
import type { findHolds } from '#data/lots/holds.ts';
import type { findIncidents } from '#data/lots/incidents.ts';
import type { readPassports } from '#data/lots/passports.ts';
import type { findReports } from '#data/lots/reports.ts';
import type { findTrials } from '#data/lots/trials.ts';
import type { readPotted } from '#data/tests/afterTest.ts';
import type { testsOfLot } from '#data/tests/tests.ts';
import type { Happening } from './Timeline.tsx';
import { TREATMENT_WORDS } from '#words/bench.ts';

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

interface Told {
  readonly lot: {
    readonly takenInOn: Day;
    readonly origin: keyof typeof ORIGIN_WORDS;
    readonly note: string | null;
    readonly donor: string | null;
  };
  readonly passports: Awaited<ReturnType<typeof readPassports>>;
  readonly corrections: Awaited<ReturnType<typeof findCorrections>>;
  readonly holds: Awaited<ReturnType<typeof findHolds>>;
  readonly tests: Awaited<ReturnType<typeof testsOfLot>>;
  readonly evidence: Awaited<ReturnType<typeof findEvidence>>;
  readonly incidents: Awaited<ReturnType<typeof findIncidents>>;
  readonly trials: Awaited<ReturnType<typeof findTrials>>;
  readonly reports: Awaited<ReturnType<typeof findReports>>;
  readonly potted: Awaited<ReturnType<typeof readPotted>>;
  readonly treatments: Awaited<ReturnType<typeof findTreatments>>;
  readonly openings: Awaited<ReturnType<typeof findOpenings>>;
  readonly dayOf: (at: Date) => string;
}

/** What a lot was called and whose it was, and what it is now. */
function correctionWords(one: Awaited<ReturnType<typeof findCorrections>>[number]): string {
  const [was, now] = [`${one.oldCrop} ‘${one.oldVariety}’`, `${one.newCrop} ‘${one.newVariety}’`];
  const changes = [
    was !== now && `${was} became ${now}`,
    one.oldDonor !== one.newDonor && `donor ${one.oldDonor ?? 'unknown'} became ${one.newDonor ?? 'unknown'}`,
    one.oldGarden !== one.newGarden && `garden ${one.oldGarden ?? 'unknown'} became ${one.newGarden ?? 'unknown'}`,
  ];
  return `Corrected, ${changes.filter(Boolean).join(', ')}: ${one.why}`;
}

/** What happened to a lot, from every record of it. */
export function happeningsOf(told: Told): Happening[] {
  const { lot, passports, corrections, holds, tests, evidence, incidents, trials, reports, potted, treatments, openings, dayOf } = told;
  const event = (on: string | null, what: string, by: string | null = null): Happening[] => (on === null ? [] : [{ on, what, by }]);
  return [
    ...event(
      lot.takenInOn,
      `${lot.origin === 'blend' && lot.note ? lot.note : ORIGIN_WORDS[lot.origin]}${lot.donor ? ` by ${lot.donor}` : ''}`,
    ),
    ...passports.slice(0, -1).flatMap(({ writtenOn, why, writtenBy }) => event(writtenOn, `Provenance corrected: ${why}`, writtenBy)),
    ...corrections.flatMap((one) => event(one.writtenOn, correctionWords(one), one.writtenBy)),
    ...holds.flatMap((hold) => [
      ...event(hold.setOn, `Put on hold, ${HOLD_WORDS[hold.kind].toLowerCase()}: ${hold.reason}`, hold.setBy ?? 'automatically'),
      ...event(hold.liftedOn, `Hold removed, ${HOLD_WORDS[hold.kind].toLowerCase()}: ${hold.liftReason}`, hold.liftedBy),
    ]),
    ...tests.flatMap((test) => [
      ...event(test.laidOn, `${test.seedsLaid} seeds taken for a germination test`, test.laidBy),
      ...event(
        test.endedOn,
        test.outcome === 'read' ? `Test ended: ${test.sprouted} of ${test.seedsLaid} sprouted` : 'Test stopped without a result',
        test.endedBy,
      ),
    ]),
    ...treatments.flatMap(({ kind, container, since, by, openedOn, early, reason, openedBy }) => [
      ...event(since, `${TREATMENT_WORDS[kind]}, in ${container}`, by),
      ...event(openedOn, `Taken out again${early ? ' too early' : ''}${reason ? `: ${reason}` : ''}`, openedBy),
    ]),
    ...openings.flatMap(({ container, takenOutAt, takenBy, openedAt, early, openedBy }) => [
      ...event(dayOf(takenOutAt), `${capital(container)} taken out of the cold to warm up`, takenBy),
      ...event(dayOf(openedAt), `${capital(container)} opened${early ? ' while it was still cold' : ', warm'}`, openedBy),
    ]),
    ...potted.flatMap(({ pottedOn, seedlings, note, by }) =>
      event(pottedOn, `${seedlings} seedlings of a test potted up${note ? `: ${note}` : ''}`, by),
    ),
    ...evidence.flatMap((seen) =>
      event(
        seen.seenOn,
        `${seen.offTypes} off-types among ${seen.lookedAt} ${seen.seen}${seen.correctedBy ? ' (corrected since)' : ''}${seen.note ? `: ${seen.note}` : ''}`,
        seen.writtenBy,
      ),
    ),
    ...incidents.flatMap(({ happenedOn, kind, what, discarded, writtenBy }) =>
      event(
        happenedOn,
        `${kind === 'mix-up' ? 'Mix-up' : 'Contamination'}: ${what}${discarded ? '. The mixed part was thrown away' : ''}`,
        writtenBy,
      ),
    ),
    ...trials.flatMap((trial) => [
      ...event(trial.setOn, `Trial of ${trial.plantsWanted} plants started: ${trial.mustShow}`),
      ...event(
        trial.endedOn,
        `Trial ended, ${trial.outcome}${trial.newName ? ` to ‘${trial.newName}’` : ''}: ${trial.reason}`,
        trial.endedBy,
      ),
    ]),
    ...reports.flatMap(({ writtenOn, words, liking, by }) =>
      event(writtenOn, `Report from a garden${liking ? `, ${liking} of 5` : ''}${words ? `: ${words}` : ''}`, by),
    ),
  ];
}
