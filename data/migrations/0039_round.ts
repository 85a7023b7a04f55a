import { sql, type Kysely } from 'kysely';
import { grantApp } from './guards.ts';

const ROUND = `
-- Which towel somebody counts just now, so that two at one round do not count the same; it says nothing of the seed, and lapses after minutes.
create table towel_claim (
  test_id bigint primary key references germination_test_written,
  account_id bigint not null references account,
  claimed_at timestamptz not null
);
create index towel_claim_by on towel_claim (account_id);
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(ROUND).execute(db);
  await sql
    .raw(grantApp({ mayAdd: ['towel_claim'], mayUpdate: { towel_claim: 'account_id, claimed_at' }, mayDelete: ['towel_claim'] }))
    .execute(db);
}
