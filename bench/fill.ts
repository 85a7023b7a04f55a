import { sql } from 'kysely';
import { openDatabase } from '#data/database.ts';

const MOVEMENTS = 600_000;

/**
 * Moves a seed of each lot to another shelf and back, over and over, until the ledger holds 600 000 movements, each with its act: years of
 * work on a library that holds what it held. The balances stay, so the triggers that keep them need not run.
 */
async function fill(): Promise<void> {
  const db = openDatabase({ url: process.env['OWNER_DATABASE_URL']!, most: 1 });
  await db.transaction().execute(async (tx) => {
    await sql`alter table movement disable trigger user`.execute(tx);
    await sql`create temporary table pair on commit drop as
      select lot_id, min(id) as here, null::bigint as there from holding where balance > 0 and packet_units is null group by lot_id`.execute(
      tx,
    );
    await sql`with made as (
        insert into holding (lot_id, place_id, container) select lot_id, (select max(id) from place), 'tin' from pair returning id, lot_id
      ) update pair set there = made.id from made where made.lot_id = pair.lot_id`.execute(tx);
    const { rows } = await sql<{ movements: number; pairs: number }>`
      select (select count(*) from movement)::int as movements, (select count(*) from pair)::int as pairs`.execute(tx);
    const { movements, pairs } = rows[0]!;
    for (let done = movements; done < MOVEMENTS && pairs > 0; done += 2 * pairs)
      await sql`
        with acts as (
          insert into act (key, kind, subject, account_id, written_at, answer)
          select gen_random_uuid(), 'moved', lot.code, (select min(id) from account), now() - random() * interval '6 years', 'null'
          from pair join lot on lot.id = pair.lot_id returning key, subject, written_at
        )
        insert into movement (act_key, lot_id, kind, from_holding, to_holding, amount, happened_on, written_at)
        select key, pair.lot_id, 'moved', case back when 0 then here else there end, case back when 0 then there else here end, 1,
          acts.written_at::date, acts.written_at
        from acts join lot on lot.code = acts.subject join pair on pair.lot_id = lot.id cross join generate_series(0, 1) as back`.execute(
        tx,
      );
    await sql`set constraints all immediate`.execute(tx);
    await sql`alter table movement enable trigger user`.execute(tx);
  });
  await db.destroy();
}

await fill();
