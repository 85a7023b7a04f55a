import { sql, type Kysely } from 'kysely';

/** A batch may weigh far less than before because some was taken out. */
const TAKEN_OUT = `
alter table weighing_written
  drop constraint weighing_heavier_is_known,
  add constraint weighing_heavier_is_known
    check (heavier in ('the scale was bumped', 'something was added', 'it took up damp', 'some was taken out'));
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(TAKEN_OUT).execute(db);
}
