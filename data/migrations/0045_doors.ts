import { sql, type Kysely } from 'kysely';
import { grantApp } from './guards.ts';

const DOORS = `
-- A device on which somebody has signed in: strangers who guess at the account do not keep it out.
create table known_device (
  token_hash bytea not null,
  account_id bigint not null references account,
  seen_at timestamptz not null,
  primary key (token_hash, account_id)
);
create index known_device_of on known_device (account_id);

-- Whom somebody tried to be was kept in plain words.
delete from wrong_try;
comment on column wrong_try.who is 'a digest of the name that was tried';
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  const app = grantApp({ mayAdd: ['known_device'], mayUpdate: { known_device: 'seen_at' }, mayDelete: ['known_device'] });
  for (const part of [DOORS, app]) await sql.raw(part).execute(db);
}
