import { sql, type Kysely } from 'kysely';

/**
 * A staged harvest says of each picking when it was and what it weighed. Of those of before only the number is known; passports are facts and never
 * change, so that only a migration may say them anew. Answers of an unfinished intake are said anew with them.
 */
const PICKINGS = `
alter table passport_written disable trigger passport_unchanging;
update passport_written set answers = jsonb_set(answers, '{pickings}', (
  select coalesce(jsonb_agg('{"on": "unknown", "milligrams": "unknown"}'::jsonb), '[]')
  from generate_series(1, least(12, (answers ->> 'pickings')::integer))))
where jsonb_typeof(answers -> 'pickings') = 'number';
alter table passport_written enable trigger passport_unchanging;
update draft set answers = jsonb_set(answers, '{pickings}', case when answers ->> 'pickings' = '1' then '"once"' else '"several"' end::jsonb)
where answers ->> 'pickings' ~ '^\\d+$';
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(PICKINGS).execute(db);
}
