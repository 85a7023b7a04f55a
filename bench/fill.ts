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

const GROW_OUTS = 2_000;
const PLOTS = 300;

/**
 * Ten years of grow-outs in 200 gardens of one valley, with twelve entries of a log each: those of the last season are out, those before have ended.
 * Written as commands write them, in one act, without the rules asking row by row.
 */
async function fillGrowOuts(): Promise<void> {
  const db = openDatabase({ url: process.env['OWNER_DATABASE_URL']!, most: 1 });
  await db.transaction().execute(async (tx) => {
    for (const table of ['grow_out_written', 'grow_out_step_written', 'grow_out_entry_written', 'grow_out_place_written'])
      await sql`alter table ${sql.table(table)} disable trigger user`.execute(tx);
    await sql`
      with act as (insert into act (key, kind, account_id, answer) select gen_random_uuid(), 'grow-out proposed', min(id), 'null' from account returning key),
      gardens as (
        insert into garden (name, latitude, longitude)
        select 'Garden ' || n, 41.2 + random() * 0.04, -34.05 + random() * 0.05 from generate_series(1, 200) as n returning id
      ), plots as (
        insert into plot (garden_id, name, square_metres, sun, water)
        select id, 'Plot ' || n, 10, 'full sun', 'tap' from gardens cross join generate_series(1, 2) as n limit ${PLOTS} returning id, garden_id
      ), made as (
        insert into grow_out_written (lot_id, plants, seeds, sow_from, back_by, proposed_on, act_key)
        select lot.id, 20, 60, day, day + 180, day - 90, act.key
        from (select id, row_number() over (order by id % 1009, id) as n from lot limit ${GROW_OUTS}) as lot, act,
          lateral (select current_date - 60 - 365 * (lot.n % 10)::int as day) as sown returning id, sow_from
      ), stepped as (
        insert into grow_out_step_written (grow_out_id, step, grower_id, reason, happened_on, act_key)
        select made.id, step, case step when 'agreed' then 1 + made.id % 20 end, case step when 'failed' then 'Slugs' end, made.sow_from - 30, act.key
        from made, act, unnest(array['agreed', 'handed over', 'failed']) with ordinality as step (step, turn)
        where step <> 'failed' or made.sow_from < current_date - 100 order by made.id, turn
      ), placed as (
        insert into grow_out_place_written (grow_out_id, garden_id, plot_id, square_metres, methods, sow_on, free_on, written_on, act_key)
        select made.id, plots.garden_id, plots.id, 3, '{}', made.sow_from, made.sow_from + 120, made.sow_from - 60, act.key
        from made, act, lateral (select * from plots offset made.id % ${PLOTS} limit 1) as plots
      )
      insert into grow_out_entry_written (grow_out_id, kind, happened_on, count, act_key)
      select made.id, case n when 1 then 'sown' when 2 then 'up' when 8 then 'flowering' else 'standing' end, made.sow_from + 4 * n::int, 60 - n, act.key
      from made, act, generate_series(1, 12) as n`.execute(tx);
    await sql`set constraints all immediate`.execute(tx);
    for (const table of ['grow_out_written', 'grow_out_step_written', 'grow_out_entry_written', 'grow_out_place_written'])
      await sql`alter table ${sql.table(table)} enable trigger user`.execute(tx);
  });
  await db.destroy();
}

await fill();
await fillGrowOuts();
