import { sql, type Kysely } from 'kysely';

// Why a hold was laid by rule, as a code: what its words say may be written anew, and whether the rule still asks for it can be told.
const RULES = `
alter table hold add column rule text constraint hold_rule_is_a_code check (rule ~ '^[a-zA-Z0-9 ]{1,60}$');
`;

/** Seed that was taken out of the middle of a packet has opened it: the rest is loose seed, in an envelope at the same place. */
const REPAIR = `
do $$
declare
  broken record;
  loose bigint;
  repair uuid;
begin
  for broken in
    select holding.id, lot_id, place_id, balance % packet_units as rest from holding
    where packet_units is not null and balance % packet_units <> 0 order by holding.id
  loop
    repair := gen_random_uuid();
    insert into act (key, kind, subject, answer) select repair, 'opened packets found', lot.code, 'null' from lot where id = broken.lot_id;
    select id into loose from holding
      where lot_id = broken.lot_id and packet_units is null order by (place_id = broken.place_id) desc, id limit 1;
    if loose is null then
      insert into holding (lot_id, place_id, container) values (broken.lot_id, broken.place_id, 'paper envelope') returning id into loose;
    end if;
    insert into movement (act_key, lot_id, kind, from_holding, to_holding, amount, reason, happened_on)
      values (repair, broken.lot_id, 'unpacked', broken.id, loose, broken.rest, 'A packet had been opened without a word', current_date);
  end loop;
end $$;
-- Deferred constraints are checked now: a table with open checks cannot be altered.
set constraints all immediate;
alter table holding add constraint holding_of_whole_packets check (packet_units is null or balance % packet_units = 0);
`;

/** Functions that run with their owner's rights look for tables in this schema alone: not first among the temporary ones of whoever calls. */
const PINNED = `
do $$
declare trusted record;
begin
  for trusted in select oid::regprocedure as name from pg_proc where prosecdef and pronamespace = current_schema()::regnamespace loop
    execute format('alter function %s set search_path = %I, pg_temp', trusted.name, current_schema());
  end loop;
end $$;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const part of [RULES, REPAIR, PINNED]) await sql.raw(part).execute(db);
}
