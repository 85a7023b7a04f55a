import type { Crop } from '#core/almanac/crop.ts';
import type { LotId } from '#core/kernel/kinds.ts';
import { holdsByRule } from '#core/passport/holds.ts';
import type { LotMade } from '#core/sheets/made.ts';
import { passportOf } from '#core/sheets/passportOf.ts';
import { findRecalledThere } from '#data/exchange/swaps.ts';
import { writeHolds, writeTrials } from '#data/exchange/writtenLots.ts';
import { TRIAL_PLANTS } from '#services/lots/holds.server.ts';
import { holdReason } from '#words/holds.ts';
import { recalledByOther } from '#words/recall.ts';
import type { Writing } from './writing.server.ts';

/** Lays the holds that the rules ask for, whatever a lot's promise will be; what its promise asks for besides is laid when it is judged. */
export async function layHoldsOfImport(
  { tx, actKey, today, rules, step }: Writing,
  lots: readonly { readonly id: LotId; readonly crop: Crop; readonly made: LotMade }[],
): Promise<void> {
  const laid = lots.map(({ id, crop, made }) => {
    const passport = passportOf(made);
    return { id, passport, holds: holdsByRule(passport, crop, made.origin, 'true', rules) };
  });
  const origins = lots.flatMap(({ id, made: { number: code, library } }) =>
    library === null || code === null ? [] : [{ library, code, id }],
  );
  const recalled = (await findRecalledThere(tx, origins)).map(({ at, library, reason }) => ({
    lot_id: origins[at]!.id,
    kind: 'recall' as const,
    rule: null,
    reason: recalledByOther(library, reason),
    set_on: today,
    act_key: actKey,
  }));
  await writeHolds(tx, recalled, step);
  await writeHolds(
    tx,
    laid.flatMap(({ id, passport, holds }) =>
      holds.map(({ kind, why }) => ({ lot_id: id, kind, rule: why, reason: holdReason(why, passport), set_on: today, act_key: actKey })),
    ),
    step,
  );
  await writeTrials(
    tx,
    laid.flatMap(({ id, passport, holds }) => {
      const trial = holds.find(({ kind }) => kind === 'trial');
      return trial
        ? [{ lot_id: id, must_show: holdReason(trial.why, passport), plants_wanted: TRIAL_PLANTS, set_on: today, act_key: actKey }]
        : [];
    }),
    step,
  );
}
