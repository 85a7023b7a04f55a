import { sql } from 'kysely';
import type { Seeds } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

export interface LineForWants {
  readonly id: number;
  readonly name: string;
  readonly crop: string;
  readonly cropId: string;
  readonly lots: readonly { readonly code: string; readonly seeds: Seeds; readonly germination: number; readonly mayBeLent: number }[];
  readonly lentAYear: number;
}

/** Lines that have seed in store or were lent in the last three years, with their lots and how many seeds are lent in a year. */
export async function listForWants(db: Db, since: string): Promise<LineForWants[]> {
  const { rows } = await sql<LineForWants>`
    with stock as (
      select lot.line_id, json_agg(json_build_object(
        'code', lot.code,
        'seeds', case when lot.unit = 'mg' then floor(lot.on_hand * lot.seeds_per_gram / 1000) else lot.on_hand end,
        'germination', coalesce(lot_outlook.median, 0.5),
        'mayBeLent', case when exists (select from hold where hold.lot_id = lot.id and not exists (select from hold_lift where hold_lift.hold_id = hold.id)) then 0 else coalesce(lot_outlook.may_be_lent, 0) end
      ) order by lot.id) as lots
      from lot left join lot_outlook on lot_outlook.lot_id = lot.id where lot.on_hand > 0 group by lot.line_id
    ), lent as (
      select lot.line_id, sum(loan.packets * loan.seeds_per_packet) / 3.0 as seeds
      from loan join lot on lot.id = loan.lot_id where loan.lent_on >= ${since} group by lot.line_id
    )
    select line.id, line.name, crop.name as crop, crop.id as "cropId", coalesce(stock.lots, '[]') as lots, coalesce(lent.seeds, 0) as "lentAYear"
    from line join crop on crop.id = line.crop_id left join stock on stock.line_id = line.id left join lent on lent.line_id = line.id
    where stock.line_id is not null or lent.line_id is not null
    order by crop.name, line.name`.execute(db);
  return rows;
}
