import { holdsByRule, type HoldReason, type RuledHold } from '#core/passport/holds.ts';
import type { Passport } from '#core/passport/passport.ts';
import type { Db } from '#data/database.ts';
import { createTrial } from '#data/evidence.ts';
import { createHold, findHolds } from '#data/holds.ts';
import { findLot } from '#data/lots.ts';
import { readPassports } from '#data/passports.ts';
import { readPromise } from '#data/promises.ts';

/** Thirty plants without an off-type leave less than a tenth. */
const TRIAL_PLANTS = 30;

/** The words of a hold that a rule asks for. */
export type WordsFor = (why: HoldReason, passport: Passport) => string;

export interface Laying {
  readonly today: string;
  readonly actKey: string;
  readonly wordsFor: WordsFor;
}

/**
 * The holds that the rules ask for, as everything stands now.
 * @throws Error for a lot whose promise is not reckoned: the best is never assumed
 */
async function holdsAskedFor(db: Db, lotId: number): Promise<{ passport: Passport; holds: readonly RuledHold[] }> {
  const [lot, [newest], promise] = await Promise.all([findLot(db, lotId), readPassports(db, lotId), readPromise(db, lotId)]);
  if (!lot || !newest || !promise) throw new Error(`lot ${lotId} has no promise yet: it is judged before its holds are laid`);
  return { passport: newest.answers, holds: holdsByRule(newest.answers, lot.facts, lot.origin, promise.promise) };
}

/** Lays the holds of a lot that was just taken in. */
export async function layFirstHolds(tx: Db, lotId: number, laying: Laying): Promise<void> {
  await lay(tx, lotId, laying, new Set());
}

/**
 * Makes a change to lots that may give the rules new reasons, and lays the holds that they then ask for and did not ask for before. Holds are never
 * lifted here: a person does that, and is told when a hold's reason has gone. What a person lifted while its reason stood stays lifted.
 */
export async function changeUnderRules(tx: Db, lotIds: readonly number[], laying: Laying, change: () => Promise<void>): Promise<void> {
  const before = new Map<number, ReadonlySet<HoldReason>>();
  for (const id of lotIds) before.set(id, new Set((await holdsAskedFor(tx, id)).holds.map(({ why }) => why)));
  await change();
  for (const [id, reasons] of before) await lay(tx, id, laying, reasons);
}

async function lay(tx: Db, lotId: number, { today, actKey, wordsFor }: Laying, before: ReadonlySet<HoldReason>): Promise<void> {
  const { passport, holds } = await holdsAskedFor(tx, lotId);
  const standing = new Set((await findHolds(tx, lotId)).filter(({ liftedOn }) => liftedOn === null).map(({ rule }) => rule));
  const wanted = holds.filter(({ why }) => !before.has(why) && !standing.has(why));
  for (const { kind, why } of wanted)
    await createHold(tx, { lotId, kind, rule: why, reason: wordsFor(why, passport), setOn: today, setBy: null, actKey });
  const trial = wanted.find(({ kind }) => kind === 'trial');
  if (trial)
    await createTrial(tx, {
      lotId,
      mustShow: wordsFor(trial.why, passport),
      plantsWanted: TRIAL_PLANTS,
      setOn: today,
      setBy: null,
      actKey,
    });
}
