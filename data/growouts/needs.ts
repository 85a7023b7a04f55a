import { sql } from 'kysely';
import type { LineId } from '#core/kernel/kinds.ts';
import type { Aim } from '#core/lots/words.ts';
import type { Db } from '#data/database.ts';
import { isOpen } from './standing.ts';

/** What a line's seed hangs by, for each line of which seed is left. */
export interface HangsBy {
  readonly lineId: LineId;
  readonly aim: Aim;
  readonly jars: number;
  readonly places: number;
  readonly gardens: number;
  /** Grow-outs of it that go on. */
  readonly growing: number;
}

/** For lines of which seed is left; a lot that was undone has none, nor have its jars. */
export async function readWhatLinesHangBy(db: Db): Promise<HangsBy[]> {
  const { rows } = await sql<HangsBy>`
    with stored as (
      select line_id, count(*)::int as jars, count(distinct place_id)::int as places
      from holding join lot_written on lot_written.id = holding.lot_id where balance > 0 group by line_id
    ), came as (
      select line_id, (count(distinct garden_id) + (count(*) filter (where garden_id is null) > 0)::int)::int as gardens
      from lot_written join lot_state on lot_state.lot_id = lot_written.id where on_hand > 0 group by line_id
    ), growing as (
      select lot.line_id, count(*)::int as growing from grow_out join lot on lot.id = grow_out.lot_id
      where ${isOpen} group by lot.line_id
    )
    select line.id as "lineId", line.aim, coalesce(stored.jars, 0) as jars, coalesce(stored.places, 0) as places, came.gardens, coalesce(growing.growing, 0) as growing
    from came join line on line.id = came.line_id left join stored on stored.line_id = line.id left join growing on growing.line_id = line.id`.execute(
    db,
  );
  return rows;
}
