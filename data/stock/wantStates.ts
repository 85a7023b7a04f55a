import type { Day, LineId } from '#core/kernel/kinds.ts';
import type { WantState } from '#core/stock/wantStates.ts';
import type { Db } from '#data/database.ts';

/** Writes down how far the want of a line has got; the newest word counts. */
export async function writeWantState(
  db: Db,
  want: { lineId: LineId; state: WantState; whom: string | null; writtenOn: Day; writtenBy: number; actKey: string },
): Promise<void> {
  await db
    .insertInto('want_state_written')
    .values({
      line_id: want.lineId,
      state: want.state,
      whom: want.whom,
      written_on: want.writtenOn,
      written_by: want.writtenBy,
      act_key: want.actKey,
    })
    .execute();
}

/** How far each want has got, by its line; lines of which nothing was said are not in it. */
export async function readWantStates(db: Db) {
  const rows = await db
    .selectFrom('want_state')
    .leftJoin('person', 'person.id', 'want_state.written_by')
    .select(['line_id as lineId', 'state', 'whom', 'written_on as on', 'person.name as by'])
    .where('state', '<>', 'open')
    .execute();
  return new Map(rows.map(({ lineId, ...state }) => [lineId, state]));
}
