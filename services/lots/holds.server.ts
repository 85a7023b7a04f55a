import { randomUUID } from 'node:crypto';
import { holdReason } from '#words/holds.ts';
import type { Crop } from '#core/almanac/crop.ts';
import type { Rules } from '#core/house/rules.ts';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Origin } from '#core/lots/words.ts';
import { holdsByRule, type HoldReason, type RuledHold } from '#core/passport/holds.ts';
import type { Passport } from '#core/passport/passport.ts';
import type { Claim } from '#core/promise/judge.ts';
import { recordAct } from '#data/acts.ts';
import type { Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import { createHold, findHolds, listForHolds } from '#data/lots/holds.ts';
import { findLot } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { readPromise } from '#data/lots/promises.ts';
import { createTrial } from '#data/lots/trials.ts';

/** Thirty plants without an off-type leave less than a tenth. */
export const TRIAL_PLANTS = 30;

interface AskedFor {
  readonly code: string;
  readonly passport: Passport;
  readonly holds: readonly RuledHold[];
}

/**
 * The holds that the rules ask for, as everything stands now.
 * @throws Error for a lot whose promise is not known: the best is never assumed
 */
async function askedFor(db: Db, lotId: LotId): Promise<AskedFor> {
  const [lot, [newest], own, house] = await Promise.all([
    findLot(db, lotId),
    readPassports(db, lotId),
    readPromise(db, lotId),
    readHouse(db),
  ]);
  const claim = own?.promise;
  if (!lot || !newest || !claim) throw new Error(`lot ${lotId} has no promise yet: it is judged before its holds are laid`);
  return { code: lot.code, passport: newest.answers, holds: holdsByRule(newest.answers, lot.facts, lot.origin, claim, house?.rules ?? {}) };
}

const reasonsOf = ({ holds }: AskedFor): ReadonlySet<HoldReason> => new Set(holds.map(({ why }) => why));

/**
 * Lays the holds that the rules ask for, and did not ask for before. Holds are never lifted here: a person does that, and is told when a
 * hold's reason has gone. What a person lifted while its reason stood stays lifted.
 */
export async function layHolds(tx: Db, lotId: LotId, today: Day, before: ReadonlySet<HoldReason> = new Set()): Promise<void> {
  const { code, passport, holds } = await askedFor(tx, lotId);
  const standing = new Set((await findHolds(tx, lotId)).filter(({ liftedOn }) => liftedOn === null).map(({ rule }) => rule));
  const wanted = holds.filter(({ why }) => !before.has(why) && !standing.has(why));
  if (wanted.length === 0) return;
  const actKey = randomUUID();
  await recordAct(tx, { key: actKey, kind: 'held by rule', subject: code, accountId: null, answer: null });
  const set = { lotId, setOn: today, setBy: null, actKey };
  for (const { kind, why } of wanted) await createHold(tx, { ...set, kind, rule: why, reason: holdReason(why, passport) });
  const trial = wanted.find(({ kind, why }) => kind === 'trial' || why === 'disease to watch');
  if (trial) await createTrial(tx, { ...set, mustShow: holdReason(trial.why, passport), plantsWanted: TRIAL_PLANTS });
}

/** The reasons for which the rules ask for holds of a lot, as everything stands now. */
export const reasonsToHold = async (db: Db, lotId: LotId): Promise<ReadonlySet<HoldReason>> => reasonsOf(await askedFor(db, lotId));

/** Changes what a lot's passport says, and lays the holds that the rules ask for since. */
export async function changeUnderRules(tx: Db, lotId: LotId, today: Day, change: () => Promise<void>): Promise<void> {
  const before = await reasonsToHold(tx, lotId);
  await change();
  await layHolds(tx, lotId, today, before);
}

/** A lot whose promise is another one than it was. */
export interface NewPromise {
  readonly lotId: LotId;
  readonly passport: Passport;
  readonly facts: Crop;
  readonly origin: Origin;
  readonly before: Claim;
  readonly now: Claim;
}

/** Lays the holds that the rules ask for since lots' promises are others. Of most lots they ask nothing new, which takes no query. */
export async function layHoldsOfNewPromises(tx: Db, today: Day, changed: readonly NewPromise[]): Promise<void> {
  if (changed.length === 0) return;
  const rules = (await readHouse(tx))?.rules ?? {};
  for (const { lotId, passport, facts, origin, before, now } of changed) {
    const [asked, askedBefore] = [now, before].map(
      (claim) => new Set(holdsByRule(passport, facts, origin, claim, rules).map(({ why }) => why)),
    );
    if ([...asked!].some((why) => !askedBefore!.has(why))) await layHolds(tx, lotId, today, askedBefore);
  }
}

/**
 * Lays the holds that the rules ask for since a crop's facts or the house's own rules are others; a promise that changes with them lays its
 * own when the lot is judged again.
 * @param before what has changed, as it was
 */
export async function layHoldsOfNewRules(tx: Db, today: Day, before: { readonly facts: Crop } | { readonly rules: Rules }): Promise<void> {
  const rules = (await readHouse(tx))?.rules ?? {};
  for (const lot of await listForHolds(tx, 'facts' in before ? { cropId: before.facts.id } : {})) {
    const now = { facts: lot.facts, rules };
    const [asked, askedBefore] = [now, { ...now, ...before }].map(
      ({ facts, rules }) => new Set(holdsByRule(lot.passport, facts, lot.origin, lot.promise, rules).map(({ why }) => why)),
    );
    if ([...asked!].some((why) => !askedBefore!.has(why))) await layHolds(tx, lot.id, today, askedBefore);
  }
}
