import { randomUUID } from 'node:crypto';
import { addDays } from '#core/calendar/plainDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { labelSays, type LabelSays } from '#core/labels/says.ts';
import type { Db } from '#data/database.ts';
import { listNeverLabelled, writeLabels, type LabelledLot } from '#data/lots/labels.ts';
import type { Actor } from '#data/people/accounts.ts';

/** All labels were made in one evening of early autumn. */
const MADE_DAYS_AGO = 70;
/** A label for each packet would be many rows of numbers nobody looks at here: one for each jar. */
const LABELS = 1;

/** What three of them said then, that has come to be untrue since: seed got weaker, a promise was lowered, seed became too weak to lend. */
const SINCE: readonly { readonly of: (lot: LabelledLot) => boolean; readonly said: Partial<LabelSays> }[] = [
  { of: ({ verdict, packets }) => verdict === 'sow thicker' && packets === 0, said: { sowing: 'as usual' } },
  { of: ({ promise }) => promise === 'may vary', said: { promise: 'likely true' } },
  { of: ({ verdict }) => verdict === 'do not lend', said: { sowing: '2 for 1' } },
];

/** Labels for every lot that was in the house that evening; three of them no longer match. */
export async function labelLots(db: Db, actor: Actor, today: Day): Promise<void> {
  const madeOn = addDays(today, -MADE_DAYS_AGO);
  const { lots } = await listNeverLabelled(db, Number.MAX_SAFE_INTEGER, 0);
  const changed = new Map(SINCE.map(({ of, said }) => [lots.find(of)?.id, said]));
  const actKey = randomUUID();
  await db.transaction().execute(async (tx) => {
    await tx
      .insertInto('act')
      .values({
        key: actKey,
        kind: 'labels made',
        subject: `${lots.length} lots`,
        account_id: actor.accountId,
        written_at: new Date(`${madeOn}T19:00:00Z`),
        answer: 'null',
      })
      .execute();
    for (let at = 0; at < lots.length; at += 1000)
      await writeLabels(
        tx,
        lots.slice(at, at + 1000).map((lot) => ({ lotId: lot.id, says: { ...labelSays(lot), ...changed.get(lot.id) }, labels: LABELS })),
        { madeOn, writtenBy: actor.personId, actKey },
      );
  });
}
