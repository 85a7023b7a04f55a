import { sql } from 'kysely';
import type { LineId } from '#core/kernel/kinds.ts';
import type { Aim } from '#core/lots/words.ts';
import type { Claim } from '#core/promise/judge.ts';
import type { Db } from '#data/database.ts';
import { isOpen } from './standing.ts';

/** A lot of a line, as far as growing it out goes. */
export interface LotOfLine {
  readonly median: number | null;
  readonly promise: Claim | null;
  /** Foreign genes that its seed hands on, 0 to 1, in the middle; null until it has been judged. */
  readonly handsOn: number | null;
  /** Whether it is recalled, or held by the rules of seed law: it is not sown. */
  readonly barred: boolean;
}

/** What a line's seed hangs by, for each line of which seed is left. */
export interface HangsBy {
  readonly lineId: LineId;
  readonly aim: Aim;
  readonly jars: number;
  readonly places: number;
  readonly gardens: number;
  /** By the code of each lot of which seed is left. */
  readonly lots: Readonly<Record<string, LotOfLine>>;
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
      (count(distinct lot.garden_id) + (count(*) filter (where lot.garden_id is null) > 0)::int)::int as gardens,
      json_object_agg(lot.code, json_build_object(
        'median', lot.germination, 'promise', lot_promise.promise, 'handsOn', (lot_promise.handed_on[12] + lot_promise.handed_on[13]) / 2,
        'barred', exists (select from hold left join hold_lift on hold_lift.hold_id = hold.id where hold.lot_id = lot.id and hold.kind in ('recall', 'rules') and hold_lift.hold_id is null)
      )) as lots
    from line join lot on lot.line_id = line.id and lot.on_hand > 0
    left join lot_promise on lot_promise.lot_id = lot.id
    left join stored on stored.line_id = line.id
    left join growing on growing.line_id = line.id
    group by line.id, stored.jars, stored.places, growing.growing`.execute(db);
  return rows;
}
