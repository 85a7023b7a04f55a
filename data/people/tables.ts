import type { ColumnType, Generated, GeneratedAlways } from 'kysely';
import type { Role } from '#core/people/may.ts';
import type { Fact, MaybeFact } from '#data/columns.ts';

interface PersonTable {
  id: GeneratedAlways<number>;
  name: string;
  email: string | null;
  phone: string | null;
  note: string | null;
  is_member: Generated<boolean>;
  erased_at: Date | null;
  version: Generated<number>;
}

interface GardenTable {
  id: GeneratedAlways<number>;
  person_id: MaybeFact<number>;
  name: string;
  latitude: number | null;
  longitude: number | null;
}

interface GardenDistanceTable {
  one_id: Fact<number>;
  other_id: Fact<number>;
  metres: number;
}

interface AccountTable {
  id: GeneratedAlways<number>;
  person_id: Fact<number>;
  email: string;
  password_hash: string | null;
  role: Role;
  closed_at: Date | null;
}

interface SessionTable {
  token_hash: Fact<Buffer>;
  account_id: Fact<number>;
  device: Fact<string>;
  expires_at: Date;
  revoked_at: Date | null;
}

interface OneTimeLinkTable {
  token_hash: Fact<Buffer>;
  account_id: MaybeFact<number>;
  expires_at: Fact<Date>;
  used_at: Date | null;
}

interface WrongTryTable {
  id: GeneratedAlways<number>;
  who: Fact<string>;
  at: Fact<Date>;
}

interface ParkedFormTable {
  id: ColumnType<string, never, never>;
  account_id: Fact<number>;
  path: Fact<string>;
  fields: ColumnType<Record<string, string>, string, never>;
}

export interface PeopleTables {
  person: PersonTable;
  garden: GardenTable;
  garden_distance: GardenDistanceTable;
  account: AccountTable;
  session: SessionTable;
  one_time_link: OneTimeLinkTable;
  wrong_try: WrongTryTable;
  parked_form: ParkedFormTable;
}
