import type { ColumnType, Generated, GeneratedAlways } from 'kysely';
import type { AccountId, GardenId, Metres, PersonId } from '#core/kernel/kinds.ts';
import type { Role } from '#core/people/may.ts';
import type { Fact, MaybeFact, WrittenAt } from '#data/columns.ts';

interface PersonTable {
  id: GeneratedAlways<PersonId>;
  name: string;
  email: string | null;
  phone: string | null;
  note: string | null;
  is_member: Generated<boolean>;
  group_of: number | null;
  contact: string | null;
  erased_at: Date | null;
  version: Generated<number>;
}

interface GardenTable {
  id: GeneratedAlways<GardenId>;
  person_id: MaybeFact<PersonId>;
  name: string;
  latitude: number | null;
  longitude: number | null;
  /** Who may know where it is; anybody else hears of it without its place. */
  place_for: Generated<'workers' | 'coordinators'>;
}

interface GardenDistanceTable {
  one_id: Fact<number>;
  other_id: Fact<number>;
  metres: Metres;
}

interface AccountTable {
  id: GeneratedAlways<AccountId>;
  person_id: Fact<PersonId>;
  email: string;
  password_hash: string | null;
  pin_hash: string | null;
  role: Role;
  closed_at: Date | null;
}

interface SessionTable {
  token_hash: Fact<Buffer>;
  account_id: Fact<AccountId>;
  device: Fact<string>;
  expires_at: Date;
  revoked_at: Date | null;
  is_shared: Generated<boolean>;
  worker_id: AccountId | null;
  touched_at: Date | null;
}

interface KnownDeviceTable {
  token_hash: Fact<Buffer>;
  account_id: Fact<AccountId>;
  seen_at: Date;
}

interface OneTimeLinkTable {
  token_hash: Fact<Buffer>;
  account_id: MaybeFact<AccountId>;
  expires_at: Fact<Date>;
  used_at: Date | null;
}

interface DonorAddressTable {
  token_hash: Fact<Buffer>;
  person_id: Fact<PersonId>;
  made_at: WrittenAt;
  revoked_at: Date | null;
}

interface WrongTryTable {
  id: GeneratedAlways<number>;
  who: Fact<string>;
  at: Fact<Date>;
}

interface ParkedFormTable {
  id: ColumnType<string, never, never>;
  account_id: Fact<AccountId>;
  path: Fact<string>;
  fields: ColumnType<Record<string, string>, string, never>;
}

export interface PeopleTables {
  donor_address: DonorAddressTable;
  person: PersonTable;
  garden: GardenTable;
  garden_distance: GardenDistanceTable;
  account: AccountTable;
  session: SessionTable;
  known_device: KnownDeviceTable;
  one_time_link: OneTimeLinkTable;
  wrong_try: WrongTryTable;
  parked_form: ParkedFormTable;
}
