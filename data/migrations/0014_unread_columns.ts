import { sql, type Kysely } from 'kysely';

/**
 * Columns that nothing ever read. Who did a thing and when is in the acts, by the row's act_key; a garden's radius was never asked for; a
 * blend's and a return's day is that of the lot that came of it; who began a batch wrote its first step; no step was
 * ever written with a reason.
 */
const DROP = `
alter table garden drop column radius_m;
alter table account drop column created_at;
alter table person drop column created_at;
alter table session drop column created_at;
alter table draft drop column started_at;
alter table parked_form drop column parked_at;
alter table air_reading drop column written_by;
alter table batch drop column opened_by;
alter table batch_step drop column why;
alter table blend drop column blended_on, drop column blended_by;
alter table loan_return drop column returned_on;
alter table planned_test drop column planned_by;
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(DROP).execute(db);
}
