import type { Crop } from '#core/almanac/crop.ts';
import { todayOf } from '#core/calendar/dayInZone.ts';
import { groupBy } from '#core/kernel/groupBy.ts';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import { known } from '#core/passport/passport.ts';
import { effectivePlants } from '#core/population/bottleneck.ts';
import type { Claim } from '#core/promise/judge.ts';
import { hasSeason, judgeLot, type CrossingKnowledge, type LotForJudging, type Parent } from '#core/promise/judgeLot.ts';
import { readCropsById, readGroupOfCrops, readGroups } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import { findImportedAmong } from '#data/exchange/sources.ts';
import { readHouse } from '#data/house/house.ts';
import {
  forgetStale,
  markStale,
  readClaims,
  readForJudging,
  readHandedOn,
  savePromises,
  someStale,
  takeReckonersSeat,
  takeStale,
  takeWithAncestors,
  type PromiseRow,
} from '#data/lots/promises.ts';
import { layHoldsOfNewPromises } from './holds.server.ts';

/** A family of lots up to this size is judged within the act that changed it; a larger one is left to the background reckoner. */
const MOST_AT_ONCE = 60;
const CHUNK = 1500;
const BEST: Claim = 'true';

/** What judging needs of the almanac: which crops cross. */
export async function readCrossing(
  db: Db,
): Promise<CrossingKnowledge & { readonly names: readonly { id: string; name: string; group: string }[] }> {
  const [names, groups] = await Promise.all([readGroupOfCrops(db), readGroups(db)]);
  const byId = new Map(names.map(({ id, group }) => [id, group]));
  return { names, groups, groupOf: (id) => byId.get(id) ?? null };
}

/**
 * Judges lots again after something about them has changed, and what descends from them: all at once where they are few, else these lots now
 * and their descendants in the background. What they depend on and is itself out of date is judged first.
 */
export async function refreshPromises(tx: Db, lotIds: readonly LotId[], today: Day): Promise<void> {
  const touched = await markStale(tx, lotIds);
  await judgeLots(tx, await takeWithAncestors(tx, touched.length > MOST_AT_ONCE ? lotIds : touched), today);
}

/**
 * Judges these lots, in order of their ids, so that parents come before children.
 * @returns how many were judged; 0 where a parent among no others waits elsewhere: then all of them go on waiting
 */
async function judgeLots(tx: Db, lotIds: readonly LotId[], today: Day): Promise<number> {
  if (lotIds.length === 0) return 0;
  const { lots, parents, evidence, incidents } = await readForJudging(tx, lotIds);
  const [knowledge, facts] = await Promise.all([readCrossing(tx), readCropsById(tx, [...new Set(lots.map(({ cropId }) => cropId))])]);
  const crops = new Map(facts.map((crop) => [crop.id, crop]));
  const own = new Set(lotIds);
  const outside = [...new Set(parents.map(({ parent }) => parent))].filter((id) => !own.has(id));
  if (await someStale(tx, outside)) return 0;
  const done = new Map<number, { handedOn: readonly number[]; generations: number; effective: number | null }>();
  for (const { lotId, ...rest } of await readHandedOn(tx, outside)) done.set(lotId, rest);
  const byChild = groupBy(parents, ({ child }) => child);
  const evidenceOf = groupBy(evidence, ({ lotId }) => lotId);
  const incidentsOf = groupBy(incidents, ({ lotId }) => lotId);
  const rows: PromiseRow[] = [];
  for (const lot of lots) {
    const kin = byChild.get(lot.id) ?? [];
    const crop = crops.get(lot.cropId)!;
    const forJudging: LotForJudging = {
      passport: lot.answers,
      crop,
      origin: lot.origin,
      aim: lot.aim,
      parents: kin.flatMap<Parent>(({ parent, seeds }) => {
        const before = done.get(parent);
        return before ? [{ handedOn: before.handedOn, seeds: seeds ?? 1 }] : [];
      }),
      evidence: evidenceOf.get(lot.id) ?? [],
      incidents: incidentsOf.get(lot.id) ?? [],
    };
    const judgement = judgeLot(forJudging, knowledge);
    const mothers = known(lot.answers.plantsHarvested);
    const effective = mothers === null ? null : effectivePlants(crop, mothers, known(lot.answers.plantsStanding));
    const generations =
      kin.length === 0 ? 0 : (hasSeason(lot.origin) ? 1 : 0) + Math.max(...kin.map(({ parent }) => done.get(parent)?.generations ?? 0));
    done.set(lot.id, { handedOn: judgement.handedOn, generations, effective });
    rows.push({ lotId: lot.id, judgement, effective, generations });
  }
  // An import has laid all holds but those that a promise below the best asks for.
  const before = new Map([...(await findImportedAmong(tx, lotIds)).map((id) => [id, BEST] as const), ...(await readClaims(tx, lotIds))]);
  await savePromises(tx, rows, today);
  await forgetStale(tx, lotIds);
  // A promise that fell may ask for a hold, whatever it fell by: evidence, a parent's fall, an almanac fact.
  const now = new Map(rows.map(({ lotId, judgement }) => [lotId, judgement.promise]));
  await layHoldsOfNewPromises(
    tx,
    today,
    lots.flatMap(({ id: lotId, cropId, answers: passport, origin }) => {
      const [was, is] = [before.get(lotId), now.get(lotId)];
      return was === undefined || is === undefined || was === is
        ? []
        : [{ lotId, passport, facts: crops.get(cropId)!, origin, before: was, now: is }];
    }),
  );
  return rows.length;
}

/**
 * Judges the next lots that wait, in one transaction; what was done stays done when the server stops. One reckoner works at a time.
 * @returns how many were judged; 0 when none wait or another server is at it
 */
export async function judgeNext(db: Db, now: Date, most = CHUNK): Promise<number> {
  return db.transaction().execute(async (tx) => {
    if (!(await takeReckonersSeat(tx))) return 0;
    const ids = await takeStale(tx, most);
    if (ids.length === 0) return 0;
    const house = await readHouse(tx);
    return judgeLots(tx, ids, todayOf(now, house ?? { timeZone: 'UTC', notBefore: null }));
  });
}

/** One lot with all that judging it takes, for showing reasons and what would raise it. */
export async function readLotForJudging(db: Db, lotId: LotId, crop: Crop): Promise<{ lot: LotForJudging; knowledge: CrossingKnowledge }> {
  const [knowledge, { lots, parents, evidence, incidents }] = await Promise.all([readCrossing(db), readForJudging(db, [lotId])]);
  const lot = lots[0]!;
  const handedOn = new Map(
    (
      await readHandedOn(
        db,
        parents.map(({ parent }) => parent),
      )
    ).map((row) => [row.lotId, row.handedOn]),
  );
  return {
    knowledge,
    lot: {
      passport: lot.answers,
      crop,
      origin: lot.origin,
      aim: lot.aim,
      parents: parents.flatMap(({ parent, seeds }) => {
        const before = handedOn.get(parent);
        return before ? [{ handedOn: before, seeds: seeds ?? 1 }] : [];
      }),
      evidence,
      incidents,
    },
  };
}
