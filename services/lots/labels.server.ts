import { labelsMade } from '#contracts/labels.ts';
import { NOT_ON_LABELS } from '#core/almanac/cautions.ts';
import { labelChanges, labelSays, sowingSays, type LabelPart, type LabelSays } from '#core/labels/says.ts';
import type { Db } from '#data/database.ts';
import { countOutdatedLabels, labelledLots, listDoubtful, lookAtLabels, writeLabels, type LabelledLot } from '#data/lots/labels.ts';
import { command, type Inside } from '#services/command.server.ts';

/** A lot whose labels say otherwise than what is true now. */
export interface LabelToReplace extends LabelledLot {
  readonly said: LabelSays;
  readonly now: LabelSays;
  readonly changed: readonly LabelPart[];
}

/** Lots in store whose last label no longer matches name, promise, verdict or hazards, by crop and variety. */
export async function readLabelsToReplace(db: Db): Promise<LabelToReplace[]> {
  return (await listDoubtful(db)).flatMap((lot) => toReplace(lot) ?? []);
}

/** How many lots those are. */
export const countLabelsToReplace = (db: Db): Promise<number> => countOutdatedLabels(db, NOT_ON_LABELS, sowingSays);

const CHUNK = 500;

/** Looks at labels of which something has changed, in one transaction, so that counting them need not. @returns how many; 0 where none wait that nobody else is at */
export const checkNextLabels = (db: Db, most = CHUNK): Promise<number> =>
  db.transaction().execute((tx) => lookAtLabels(tx, NOT_ON_LABELS, sowingSays, most));

/** What the last label of a lot says that is no longer true; null where it holds, or where none is on record. */
export async function readLabelOf(db: Db, code: string): Promise<LabelToReplace | null> {
  const [lot] = await labelledLots(db, [code]);
  return lot ? toReplace(lot) : null;
}

function toReplace(lot: LabelledLot): LabelToReplace | null {
  if (!lot.said) return null;
  const now = labelSays(lot);
  const changed = labelChanges(lot.said, now);
  return changed.length > 0 ? { ...lot, said: lot.said, now, changed } : null;
}

/** Records that labels were made of lots as they are now: from then on they match. */
export const recordLabels = command(
  'labels made',
  { input: labelsMade },
  async ({ tx, actor, today, refuse }: Inside<{ readonly code: 'no such lot' }>, { key, lots }) => {
    const labelsOf = new Map(lots.map(({ code, labels }) => [code, labels]));
    const found = await labelledLots(tx, [...labelsOf.keys()]);
    if (found.length < labelsOf.size) refuse({ code: 'no such lot' });
    await writeLabels(
      tx,
      found.map((lot) => ({ lotId: lot.id, says: labelSays(lot), labels: labelsOf.get(lot.code)! })),
      { madeOn: today, writtenBy: actor.personId, actKey: key },
    );
    return { answer: { lots: found.length }, subject: found.length === 1 ? found[0]!.code : `${found.length} lots` };
  },
);
