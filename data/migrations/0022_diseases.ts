import { sql, type Kysely } from 'kysely';

/**
 * Of each disease seen, a passport says what is done about it, by which means; a disease has a hold of its own, which no frost and no freezer lifts.
 * Passports of before had one answer for all that was seen, and "treat" named no means: those ask now. A crop's diseases name their usual answers;
 * the shipped ones come with the next start, a library's own offer watching, asking and refusing until they are written anew. Rows that an earlier migration of the same start has
 * touched have their checks waiting, which a change of their table does not suffer: they are checked first.
 */
const DISEASES = `
alter table passport disable trigger passport_unchanging;
update passport set answers = (answers - 'diseaseChoice') || case when jsonb_typeof(answers -> 'diseases') = 'array'
  then jsonb_build_object('diseases', (
    select coalesce(jsonb_agg(jsonb_build_object(
      'name', name,
      'answer', case answers ->> 'diseaseChoice' when 'hold' then 'watch' when 'refuse' then 'refuse' else 'ask' end) order by place), '[]')
    from jsonb_array_elements_text(answers -> 'diseases') with ordinality as each (name, place)))
  else '{}' end;
set constraints all immediate;
set constraints all deferred;
alter table passport enable trigger passport_unchanging;

alter table hold_written drop constraint hold_kind_is_known;
alter table hold_written add constraint hold_kind_is_known
  check (kind in ('drying', 'pests', 'disease', 'test', 'trial', 'identity', 'rules', 'recall'));
alter table hold_written disable trigger hold_unchanging;
update hold_written set kind = 'disease', rule = case rule when 'disease to treat' then 'disease to ask' else rule end
  where rule in ('disease to watch', 'disease to treat');
set constraints all immediate;
set constraints all deferred;
alter table hold_written enable trigger hold_unchanging;

update crop set
  facts = jsonb_set(facts, '{diseases}', (select coalesce(jsonb_agg('{"answers": []}' || one order by place), '[]')
    from jsonb_array_elements(facts -> 'diseases') with ordinality as each (one, place)))
where jsonb_typeof(facts -> 'diseases') = 'array';
update crop set
  shipped = jsonb_set(shipped, '{diseases}', (select coalesce(jsonb_agg('{"answers": []}' || one order by place), '[]')
    from jsonb_array_elements(shipped -> 'diseases') with ordinality as each (one, place)))
where jsonb_typeof(shipped -> 'diseases') = 'array';
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(DISEASES).execute(db);
}
