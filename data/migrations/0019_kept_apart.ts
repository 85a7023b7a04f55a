import { sql, type Kysely } from 'kysely';

/**
 * A passport says how its seed was kept apart in earlier seasons, and of each neighbour whether it was caged. Passports of before say neither; they
 * are facts and never change, so that only a migration adds to them. Doubts about the name are figures now: every lot is judged again.
 */
const KEPT_APART = `
alter table passport disable trigger passport_unchanging;
update passport set answers = answers || '{"earlierMethods": null}' || case when jsonb_typeof(answers -> 'neighbours') = 'array'
  then jsonb_build_object('neighbours', (
    select coalesce(jsonb_agg(told || '{"caged": false}' order by place), '[]')
    from jsonb_array_elements(answers -> 'neighbours') with ordinality as each (told, place)))
  else '{}' end;
alter table passport enable trigger passport_unchanging;
insert into promise_stale (lot_id) select id from lot on conflict (lot_id) do nothing;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(KEPT_APART).execute(db);
}
