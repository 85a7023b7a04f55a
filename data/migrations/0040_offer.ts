import { sql, type Kysely } from 'kysely';
import { grantApp } from './guards.ts';

/** What may be borrowed is shown to everybody once the house says how to ask for it. */
const OFFER = `
alter table house add column how_to_ask text constraint house_says_how_to_ask check (length(trim(how_to_ask)) between 1 and 500);
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(OFFER).execute(db);
  await sql.raw(grantApp({ mayAdd: [], mayUpdate: { house: 'how_to_ask' } })).execute(db);
}
