import type { Crop } from '#core/almanac/crop.ts';
import { yearOf } from '#core/calendar/plainDate.ts';
import { before, contradictionsIn, type Contradiction } from '#core/passport/contradictions.ts';
import { known, type Passport } from '#core/passport/passport.ts';
import { checkRipe } from '#core/passport/ripe.ts';
import type { Amount } from '#core/units/parseAmount.ts';
import type { Actor } from '#data/people/accounts.ts';
import type { Db } from '#data/database.ts';
import { readRecall } from '#data/lots/descent.ts';
import {
  endTrial as writeTrialEnd,
  findEvidence,
  findTrials,
  recordEvidence,
  recordIncident,
  recordReport,
  createTrial,
  type NewReport,
} from '#data/lots/evidence.ts';
import { createHold, findHolds, liftHold } from '#data/lots/holds.ts';
import { ensureLine } from '#data/lots/lines.ts';
import { findRelatives, lockLot, updateLotFromPassport, updateLotLine } from '#data/lots/lots.ts';
import { readPassports, recordPassport } from '#data/lots/passports.ts';
import { findOnTable, openBatch, type BatchGone } from '#services/bench/bench.server.ts';
import { treatedColumn } from '#services/intake/intake.server.ts';
import { enterClean, unitsOf } from '#services/bench/cleaned.server.ts';
import { changeUnderRules } from './holds.server.ts';
import { refreshOutlook } from './outlook.server.ts';
import { perform } from '#services/perform.server.ts';
import { refreshPromises } from './promises.server.ts';
import { drawFromLot, type Short } from '#services/stock/stock.server.ts';

type NoLot = { readonly code: 'no such lot' };

/** Share of crosses that can be seen, for this crop and what was looked at: kernels of a crop with xenia, fruits, or whole plants. */
function showingShare(crop: Pick<Crop, 'crossesShow' | 'showsIn'>, seen: 'plants' | 'fruits' | 'kernels'): number {
  const usual = (crop.crossesShow[0] + crop.crossesShow[1]) / 200;
  const where = { plants: ['plant', 'root'], fruits: ['fruit'], kernels: ['kernel'] }[seen];
  // Looked at elsewhere than where crosses show best, half of them pass unseen.
  return where.includes(crop.showsIn) ? usual : usual / 2;
}

export interface Seen {
  readonly key: string;
  readonly code: string;
  readonly seen: 'plants' | 'fruits' | 'kernels';
  readonly source: 'trial' | 'grow-out' | 'report' | 'sorting';
  readonly offTypes: number;
  readonly lookedAt: number;
  readonly seenOn: string;
  readonly note: string | null;
  /** The row this one corrects. */
  readonly insteadOf: number | null;
}

export type SeenProblem =
  | NoLot
  | { readonly code: 'before it came in' }
  | { readonly code: 'in the future' }
  | { readonly code: 'no such count' }
  | { readonly code: 'corrected already' };

/** Writes down what was counted on a lot's plants, fruits or kernels, and judges it and its descendants again. */
export function addEvidence(db: Db, actor: Actor, today: string, seen: Seen) {
  return perform<null, SeenProblem>(
    db,
    { key: seen.key, command: 'off-types counted', actor, broken: { evidence_instead_of_key: { code: 'corrected already' } } },
    async (tx, refuse) => {
      const lot = (await lockLot(tx, seen.code)) ?? refuse({ code: 'no such lot' });
      if (seen.seenOn > today) refuse({ code: 'in the future' });
      if (seen.seenOn < lot.takenInOn) refuse({ code: 'before it came in' });
      if (seen.insteadOf !== null && !(await findEvidence(tx, lot.id)).some(({ id }) => id === seen.insteadOf))
        refuse({ code: 'no such count' });
      const { key, code: _code, ...counted } = seen;
      await recordEvidence(tx, {
        ...counted,
        lotId: lot.id,
        shows: showingShare(lot.facts, seen.seen),
        writtenBy: actor.personId,
        actKey: key,
      });
      await refreshPromises(tx, [lot.id], today);
      return { answer: null, subject: lot.code };
    },
  );
}

export interface Happened {
  readonly key: string;
  readonly code: string;
  readonly kind: 'mix-up' | 'contamination';
  readonly what: string;
  readonly share: number | null;
  readonly discarded: boolean;
}

/** Records that other seed may have got into a lot; its promise falls, and that of all grown from it. */
export function addIncident(db: Db, actor: Actor, today: string, happened: Happened) {
  return perform<null, NoLot>(db, { key: happened.key, command: 'incident', detail: happened.kind, actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, happened.code)) ?? refuse({ code: 'no such lot' });
    const { key, code: _code, ...incident } = happened;
    await recordIncident(tx, { ...incident, lotId: lot.id, happenedOn: today, writtenBy: actor.personId, actKey: key });
    await refreshPromises(tx, [lot.id], today);
    return { answer: null, subject: lot.code };
  });
}

/** A mix-up at the bench: recorded of the batch's lot, and of the lot that lay on the table with it. */
export function addMixUp(
  db: Db,
  actor: Actor,
  today: string,
  mixUp: { key: string; batchId: number; what: string; withTable: boolean; discarded: boolean },
) {
  return perform<null, BatchGone>(db, { key: mixUp.key, command: 'incident', detail: 'mix-up', actor }, async (tx, refuse) => {
    const batch = await openBatch(tx, mixUp.batchId, refuse);
    const other = mixUp.withTable ? await findOnTable(tx, batch) : null;
    const lots = [batch.lotId, ...(other ? [(await lockLot(tx, other.code))!.id] : [])];
    const { what, discarded } = mixUp;
    for (const lotId of lots)
      await recordIncident(tx, {
        kind: 'mix-up',
        what: other ? `${what}: ${batch.code} and ${other.code}` : what,
        share: null,
        discarded,
        lotId,
        happenedOn: today,
        writtenBy: actor.personId,
        actKey: mixUp.key,
      });
    await refreshPromises(tx, lots, today);
    return { answer: null, subject: lots.length > 1 ? `${batch.code}, ${other!.code}` : batch.code };
  });
}

/** Sets a trial: the lot is held until a few of its plants have shown what it is. */
export function setTrial(
  db: Db,
  actor: Actor,
  today: string,
  trial: { key: string; code: string; mustShow: string; plantsWanted: number },
) {
  return perform<null, NoLot>(db, { key: trial.key, command: 'trial set', actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, trial.code)) ?? refuse({ code: 'no such lot' });
    const set = { lotId: lot.id, setOn: today, setBy: actor.personId, actKey: trial.key };
    await createTrial(tx, { ...set, mustShow: trial.mustShow, plantsWanted: trial.plantsWanted });
    await createHold(tx, { ...set, kind: 'trial', reason: trial.mustShow });
    return { answer: null, subject: lot.code };
  });
}

export interface TrialEnding {
  readonly key: string;
  readonly code: string;
  readonly trial: number;
  readonly outcome: 'released' | 'renamed' | 'discarded';
  readonly newName: string | null;
  readonly reason: string;
}
export type TrialProblem =
  NoLot | Short | { readonly code: 'no such trial' } | { readonly code: 'ended already' } | { readonly code: 'same name' };

/** Ends a trial: the lot is released, goes under another name, or is discarded. Its trial holds are lifted with the reason. */
export function endTrial(db: Db, actor: Actor, today: string, ending: TrialEnding) {
  return perform<null, TrialProblem>(db, { key: ending.key, command: 'trial ended', detail: ending.outcome, actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, ending.code)) ?? refuse({ code: 'no such lot' });
    const trial = (await findTrials(tx, lot.id)).find(({ id }) => id === ending.trial) ?? refuse({ code: 'no such trial' });
    if (trial.outcome !== null) refuse({ code: 'ended already' });
    const done = { reason: ending.reason, actKey: ending.key };
    let line = null;
    if (ending.outcome === 'renamed') {
      line = await ensureLine(tx, lot.cropId, ending.newName!);
      if (line.id === lot.lineId) refuse({ code: 'same name' });
      await updateLotLine(tx, lot.id, line.id, [lot.code, line.name, lot.crop, lot.facts.species].join(' '));
    }
    if (ending.outcome === 'discarded' && lot.onHand > 0)
      await drawFromLot(
        tx,
        lot,
        lot.onHand,
        { ...done, kind: 'discarded', to: { outside: 'waste' }, typed: null, happenedOn: today, personId: actor.personId },
        refuse,
      );
    await writeTrialEnd(tx, {
      ...done,
      trialId: trial.id,
      outcome: ending.outcome,
      oldLine: line ? lot.lineId : null,
      newLine: line?.id ?? null,
      endedOn: today,
      endedBy: actor.personId,
    });
    for (const hold of await findHolds(tx, lot.id))
      if (hold.liftedOn === null && (hold.kind === 'trial' || (hold.kind === 'identity' && ending.outcome === 'renamed')))
        await liftHold(tx, { ...done, holdId: hold.id, liftedOn: today, liftedBy: actor.personId });
    await refreshPromises(tx, [lot.id], today);
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  });
}

export type ReportProblem = NoLot | { readonly code: 'year to come' };

/** How a lot did in a garden; kept with its line for those who choose. */
export function addReport(
  db: Db,
  actor: Actor,
  today: string,
  report: Omit<NewReport, 'lotId' | 'writtenOn' | 'writtenBy' | 'actKey'> & { key: string; code: string },
) {
  return perform<null, ReportProblem>(db, { key: report.key, command: 'report written', actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, report.code)) ?? refuse({ code: 'no such lot' });
    if (report.year > yearOf(today)) refuse({ code: 'year to come' });
    const { key, code: _code, ...told } = report;
    await recordReport(tx, { ...told, lotId: lot.id, writtenOn: today, writtenBy: actor.personId, actKey: key });
    return { answer: null, subject: lot.code };
  });
}

export type CorrectionProblem =
  | NoLot
  | { readonly code: 'contradiction'; readonly found: readonly Contradiction[] }
  | { readonly code: 'harvest before parent'; readonly parentHarvest: string }
  | { readonly code: 'harvest after child'; readonly childHarvest: string }
  | { readonly code: 'nothing changed' };

/** Puts a passport right: a new one takes the old one's place, which stays readable, and the lot is judged again. */
export function correctPassport(
  db: Db,
  actor: Actor,
  today: string,
  correction: { key: string; code: string; passport: Passport; why: string },
) {
  return perform<null, CorrectionProblem>(db, { key: correction.key, command: 'passport corrected', actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, correction.code)) ?? refuse({ code: 'no such lot' });
    const { passport } = correction;
    const found = contradictionsIn(passport, lot.facts, today);
    if (found.length > 0) refuse({ code: 'contradiction', found });
    const [old] = await readPassports(tx, lot.id);
    if (old && JSON.stringify(old.answers, keysSorted(old.answers)) === JSON.stringify(passport, keysSorted(passport)))
      refuse({ code: 'nothing changed' });
    const harvested = known(passport.harvested) ?? (passport.packet?.dateMeans === 'harvested' ? passport.packet.date : null);
    const { parents, children } = await findRelatives(tx, lot.id);
    const older = parents.find((parent) => before(harvested, parent.harvested));
    if (older) refuse({ code: 'harvest before parent', parentHarvest: older.harvested! });
    const younger = children.find((child) => before(child.harvested, harvested));
    if (younger) refuse({ code: 'harvest after child', childHarvest: younger.harvested! });
    const ripe = checkRipe(lot.facts, passport, today);
    await changeUnderRules(tx, lot.id, today, async () => {
      await updateLotFromPassport(tx, lot.id, {
        kind: passport.kind,
        harvested,
        plantsHarvested: known(passport.plantsHarvested),
        treated: treatedColumn(passport),
        form: passport.form,
        openBy: ripe === null || ripe.kind === 'too early' ? null : ripe.openBy,
      });
      await recordPassport(tx, {
        lotId: lot.id,
        answers: passport,
        why: correction.why,
        writtenOn: today,
        writtenBy: actor.personId,
        actKey: correction.key,
      });
      await refreshPromises(tx, [lot.id], today);
    });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  });
}

/** Every key of a value and of what is in it, sorted: PostgreSQL gives a document's keys back in an order of its own. */
function keysSorted(value: unknown): string[] {
  const keys = new Set<string>();
  JSON.stringify(value, (key, inner: unknown) => {
    keys.add(key);
    return inner;
  });
  return [...keys].sort();
}

export type CleanedProblem = NoLot | { readonly code: 'clean already' };

/** Clean seed out of fruit or heads that were taken in whole: it enters the ledger, and the lot is clean from then on. */
export function receiveClean(
  db: Db,
  actor: Actor,
  today: string,
  cleaned: { key: string; code: string; amount: Amount & { typed: string } },
) {
  return perform<null, CleanedProblem>(db, { key: cleaned.key, command: 'clean seed received', actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, cleaned.code)) ?? refuse({ code: 'no such lot' });
    if (lot.form === 'clean seed' || lot.form === 'on paper') refuse({ code: 'clean already' });
    const units = unitsOf(cleaned.amount, lot.unit, lot.seedsPerGram);
    await enterClean(tx, lot, {
      actKey: cleaned.key,
      units,
      typed: cleaned.amount.typed,
      today,
      actor,
      isLast: true,
      place: null,
      container: null,
    });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  });
}

/** Stops a lot and everything that descends from it: a recall hold on each that has none yet. */
export function recall(db: Db, actor: Actor, today: string, call: { key: string; code: string; reason: string }) {
  return perform<{ held: number }, NoLot>(db, { key: call.key, command: 'recall', actor }, async (tx, refuse) => {
    const lot = (await lockLot(tx, call.code)) ?? refuse({ code: 'no such lot' });
    const touched = (await readRecall(tx, lot.id)).filter(({ recalled }) => !recalled);
    for (const { id } of touched)
      await createHold(tx, { lotId: id, kind: 'recall', reason: call.reason, setOn: today, setBy: actor.personId, actKey: call.key });
    return { answer: { held: touched.length }, subject: lot.code };
  });
}
