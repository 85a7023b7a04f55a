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

export async function readWhatLinesHangBy(db: Db): Promise<HangsBy[]> {
  const { rows } = await sql<HangsBy>`
    with stored as (
      select lot.line_id, count(*)::int as jars, count(distinct holding.place_id)::int as places
      from holding join lot on lot.id = holding.lot_id where holding.balance > 0 group by lot.line_id
    ), growing as (
      select lot.line_id, count(*)::int as growing from grow_out join lot on lot.id = grow_out.lot_id
      where ${isOpen} group by lot.line_id
    )
    select line.id as "lineId", line.aim, coalesce(stored.jars, 0) as jars, coalesce(stored.places, 0) as places, coalesce(growing.growing, 0) as growing,
      (count(distinct lot.garden_id) + (count(*) filter (where lot.garden_id is null) > 0)::int)::int as gardens
    from line join lot on lot.line_id = line.id and lot.on_hand > 0
    left join stored on stored.line_id = line.id
    left join growing on growing.line_id = line.id
    group by line.id, stored.jars, stored.places, growing.growing`.execute(db);
  return rows;
}
