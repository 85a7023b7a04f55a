import { sql } from 'kysely';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/**
 * Where the seed of a lot is frozen, if all of it is: the freezer that it was shut into, or a place below zero; null where some of it lies warm, or
 * where its container was opened warm in the last `hours`.
 */
export async function findFrozen(db: Db, lotId: LotId, now: Date, today: Day, hours: number): Promise<string | null> {
  const { rows } = await sql<{ place: string | null }>`
    with climate as (
      select distinct on (place_id) place_id, celsius from place_climate where since <= ${today} order by place_id, since desc, id desc
    ), lies as (
      select place.name, coalesce(celsius < 0, false) as frozen from holding join place on place.id = holding.place_id
      left join climate on climate.place_id = place.id where lot_id = ${lotId} and balance > 0
    ), shut as (
      select container from treatment left join treatment_opening on treatment_id = treatment.id
      where lot_id = ${lotId} and kind = 'freezer' and treatment_id is null limit 1
    )
    select case
      when exists (select from warm_up join warm_up_end on warm_up_id = warm_up.id
        where lot_id = ${lotId} and opened_at > ${now}::timestamptz - make_interval(hours => ${hours})) then null
      else coalesce((select container from shut), (select min(name) from lies having bool_and(frozen))) end as place`.execute(db);
  return rows[0]!.place;
}
