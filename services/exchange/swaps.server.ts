import { hearRecallInput, originInput } from '#contracts/exchange/swap.ts';
import { formatStock } from '#core/units/formatAmount.ts';
import type { Db } from '#data/database.ts';
import {
  findComeFrom,
  findRecalledThere,
  listRecalledOf,
  readSwap,
  recordOrigin,
  recordRecallHeard,
  type SwapRow,
} from '#data/exchange/swaps.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { holdKin } from '#services/lots/recall.server.ts';
import { CLAIM_WORDS } from '#words/claims.ts';
import { recalledByOther } from '#words/recall.ts';
import { lotAtOther, SWAP_HEADS } from '#words/swaps.ts';

/**
 * Hears of a recall of another library: everything here that came from what it has recalled, and all that was grown from that, is put on hold at
 * once. What comes from it later is held as it comes.
 */
export const hearRecall = command(
  'recall heard',
  { input: hearRecallInput },
  async ({ tx, actor, today }: Inside<never>, { key, recall }) => {
    const { library, as_of: recalledOn, lots } = recall;
    await recordRecallHeard(tx, { library, recalledOn, heardOn: today, lots, actKey: key });
    const reasonOf = new Map(lots.map(({ code, reason }) => [code.toLowerCase(), reason]));
    let held = 0;
    for (const { id, theirCode } of await findComeFrom(tx, library, [...reasonOf.keys()])) {
      const reason = recalledByOther(library, reasonOf.get(theirCode.trim().toLowerCase())!);
      held += await holdKin(tx, id, { reason, setOn: today, setBy: actor.personId, actKey: key });
    }
    return { answer: { held }, subject: library };
  },
);

/** Writes down what a lot is called at the library it came from; a lot that was recalled there is held. */
export const noteOrigin = command('origin noted', { input: originInput }, async ({ tx, actor, today, refuse }: Inside<NoLot>, noted) => {
  const lot = await lockedLot(tx, noted.code, refuse);
  const { library, theirCode: code, key } = noted;
  await recordOrigin(tx, { lotId: lot.id, code, library, actKey: key });
  const [recalled] = await findRecalledThere(tx, [{ library, code }]);
  if (recalled)
    await holdKin(tx, lot.id, {
      reason: recalledByOther(recalled.library, recalled.reason),
      setOn: today,
      setBy: actor.personId,
      actKey: key,
    });
  return { answer: null, subject: lot.code };
});

/** What went to another library on a day, as a sheet that its import reads: code and provenance go along, nobody's name does. */
export async function swapSheet(db: Db, library: string, swap: { readonly receiver: string; readonly day: string }) {
  const heads = Object.entries(SWAP_HEADS) as [keyof typeof SWAP_HEADS, string][];
  return (await readSwap(db, swap)).map((lot) => {
    const row = rowOf(library, lot);
    return Object.fromEntries(heads.map(([field, head]) => [head, row[field]]));
  });
}

const known = <Value>(answer: Value | 'unknown' | null): Value | null => (answer === 'unknown' ? null : answer);

function rowOf(library: string, lot: SwapRow): Readonly<Record<keyof typeof SWAP_HEADS, string | number | boolean | null>> {
  const { passport, test } = lot;
  return {
    library,
    number: lot.code,
    ownParent: lot.grownFrom,
    crop: lot.crop,
    species: lot.species,
    variety: lot.variety,
    kind: passport.kind,
    harvested: lot.harvested,
    amount: formatStock(lot.amount, lot.unit).replaceAll('\u202f', ''),
    plants: known(passport.plantsHarvested),
    generations: known(passport.seasonsGrown),
    isolation: known(passport.methods)?.join(', ') ?? null,
    treated: passport.treated,
    germination: test && `${test.sprouted}/${test.laid}`,
    testedOn: test && test.on,
    firstSource: [lot.cameFrom && lotAtOther(lot.cameFrom), passport.firstSource].filter(Boolean).join('; ') || null,
    note: lot.promise && CLAIM_WORDS[lot.promise],
  };
}

/** The file that warns a library: what of all that went to it is recalled; null where nothing is. Its format is in docs/formats.md. */
export async function recallFileFor(db: Db, library: string, receiver: string) {
  const lots = await listRecalledOf(db, receiver);
  if (lots.length === 0) return null;
  const [newest] = lots
    .map(({ since }) => since)
    .sort()
    .reverse();
  return {
    format: 'kind-granary-recall',
    version: 1,
    library,
    as_of: newest!,
    lots: lots.map(({ code, crop, variety, reason }) => ({ code, crop, variety, reason })),
  };
}
