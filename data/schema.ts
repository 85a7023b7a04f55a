import type { ColumnType, Generated, GeneratedAlways } from 'kysely';
import type { Crop } from '#core/almanac/crop.ts';
import type { SeedState } from '#core/germination/towel.ts';
import type { VerdictKind } from '#core/germination/verdict.ts';
import type { Asked, HoldKind, Isolation, Kind, Origin, StoredSoFar } from '#core/lots/words.ts';
import type { Role } from '#core/people/may.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';

/** A fact: written once, never updated. */
type Fact<T> = ColumnType<T, T, never>;
/** A fact that may be left out and is then null. */
type MaybeFact<T> = ColumnType<T | null, T | null | undefined, never>;
type WrittenAt = ColumnType<Date, never, never>;

interface HouseTable {
  the_one: GeneratedAlways<boolean>;
  name: string;
  time_zone: string;
  last_frost: string;
  first_frost: string;
  lending_opens: string;
  lend_threshold: Generated<number>;
  full_threshold: Generated<number>;
  sureness: Generated<number>;
  version: Generated<number>;
}
interface CropTable {
  id: Fact<string>;
  name: string;
  facts: ColumnType<Crop, string, string>;
}
interface PersonTable {
  id: GeneratedAlways<number>;
  name: string;
  email: string | null;
  phone: string | null;
  note: string | null;
  is_member: Generated<boolean>;
  erased_at: Date | null;
  version: Generated<number>;
  created_at: WrittenAt;
}
interface GardenTable {
  id: GeneratedAlways<number>;
  person_id: MaybeFact<number>;
  name: string;
}
interface AccountTable {
  id: GeneratedAlways<number>;
  person_id: Fact<number>;
  email: string;
  password_hash: string | null;
  role: Role;
  closed_at: Date | null;
  created_at: WrittenAt;
}
interface SessionTable {
  token_hash: Fact<Buffer>;
  account_id: Fact<number>;
  device: Fact<string>;
  created_at: WrittenAt;
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
  parked_at: WrittenAt;
}
interface ActTable {
  key: Fact<string>;
  kind: Fact<string>;
  subject: MaybeFact<string>;
  account_id: MaybeFact<number>;
  written_at: ColumnType<Date, Date | undefined, never>;
  answer: ColumnType<unknown, string, never>;
}
interface LineTable {
  id: GeneratedAlways<number>;
  crop_id: Fact<string>;
  name: Fact<string>;
  aim: ColumnType<string, string | undefined, never>;
}
interface LotCodeCounterTable {
  year: Fact<number>;
  last: number;
}
interface LotTable {
  id: GeneratedAlways<number>;
  code: Fact<string>;
  line_id: Fact<number>;
  origin: Fact<Origin>;
  kind: Fact<Kind>;
  unit: Fact<StockUnit>;
  seeds_per_gram: Fact<number>;
  donor_id: MaybeFact<number>;
  garden_id: MaybeFact<number>;
  harvested: MaybeFact<string>;
  plants_harvested: MaybeFact<number>;
  isolation: ColumnType<Isolation, string, never>;
  stored_so_far: MaybeFact<StoredSoFar>;
  unknowns: ColumnType<Asked[], Asked[] | undefined, never>;
  generation: MaybeFact<number>;
  note: MaybeFact<string>;
  taken_in_on: Fact<string>;
  search_text: Fact<string>;
  on_hand: ColumnType<number, never, never>;
  verdict: VerdictKind | null;
  tested_sprouted: number | null;
  tested_laid: number | null;
  tested_on: string | null;
  next_test_on: string | null;
  next_test_reason: string | null;
  act_key: Fact<string>;
}
interface LotParentTable {
  child_id: Fact<number>;
  parent_id: Fact<number>;
}
interface PlaceTable {
  id: GeneratedAlways<number>;
  name: Fact<string>;
}
interface HoldingTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  place_id: number;
  container: string;
  balance: ColumnType<number, never, never>;
}
export type MovementKind =
  'received' | 'returned in' | 'drawn for test' | 'lent' | 'given' | 'moved' | 'discarded' | 'found' | 'missing' | 'correction';
export type OutsideAccount = 'donors' | 'tests' | 'members' | 'waste' | 'count difference';
interface MovementTable {
  id: GeneratedAlways<number>;
  act_key: Fact<string>;
  lot_id: Fact<number>;
  kind: Fact<MovementKind>;
  from_holding: MaybeFact<number>;
  from_outside: MaybeFact<OutsideAccount>;
  to_holding: MaybeFact<number>;
  to_outside: MaybeFact<OutsideAccount>;
  amount: Fact<number>;
  typed: MaybeFact<string>;
  reason: MaybeFact<string>;
  happened_on: Fact<string>;
  written_at: WrittenAt;
  person_id: MaybeFact<number>;
}
interface HoldTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  kind: Fact<HoldKind>;
  reason: Fact<string>;
  set_on: Fact<string>;
  set_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface HoldLiftTable {
  hold_id: Fact<number>;
  reason: Fact<string>;
  lifted_on: Fact<string>;
  lifted_by: MaybeFact<number>;
  act_key: Fact<string>;
}
export type Counted = 'normal seedlings' | 'any root';
interface GerminationTestTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  laid_on: Fact<string>;
  seeds_laid: Fact<number>;
  counted: Fact<Counted>;
  celsius: Fact<number>;
  first_count_days: Fact<number>;
  final_count_days: Fact<number>;
  next_count_on: string | null;
  laid_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface TestCheckTable {
  id: GeneratedAlways<number>;
  test_id: Fact<number>;
  checked_on: Fact<string>;
  note: MaybeFact<string>;
  checked_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface SeedMarkTable {
  id: GeneratedAlways<number>;
  check_id: Fact<number>;
  test_id: Fact<number>;
  seed: Fact<number>;
  state: Fact<SeedState>;
}
interface TestEndTable {
  test_id: Fact<number>;
  ended_on: Fact<string>;
  outcome: Fact<'read' | 'abandoned'>;
  sprouted: Fact<number>;
  reason: MaybeFact<string>;
  ended_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface LoanTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  member_id: Fact<number>;
  packets: Fact<number>;
  seeds_per_packet: Fact<number>;
  lent_on: Fact<string>;
  due_on: Fact<string>;
  override_reason: MaybeFact<string>;
  lent_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface OpenLoanTable {
  loan_id: ColumnType<number, never, never>;
  due_on: ColumnType<string, never, never>;
}
interface LoanReturnTable {
  loan_id: Fact<number>;
  lot_id: Fact<number>;
  returned_on: Fact<string>;
  act_key: Fact<string>;
}
export type LoanOutcome = 'returned' | 'failed crop' | 'kept on' | 'written off';
interface LoanCloseTable {
  loan_id: Fact<number>;
  outcome: Fact<LoanOutcome>;
  closed_on: Fact<string>;
  note: MaybeFact<string>;
  closed_by: MaybeFact<number>;
  act_key: Fact<string>;
}

export interface Schema {
  house: HouseTable;
  crop: CropTable;
  person: PersonTable;
  garden: GardenTable;
  account: AccountTable;
  session: SessionTable;
  one_time_link: OneTimeLinkTable;
  wrong_try: WrongTryTable;
  parked_form: ParkedFormTable;
  act: ActTable;
  line: LineTable;
  lot_code_counter: LotCodeCounterTable;
  lot: LotTable;
  lot_parent: LotParentTable;
  place: PlaceTable;
  holding: HoldingTable;
  movement: MovementTable;
  hold: HoldTable;
  hold_lift: HoldLiftTable;
  germination_test: GerminationTestTable;
  test_check: TestCheckTable;
  seed_mark: SeedMarkTable;
  test_end: TestEndTable;
  loan: LoanTable;
  open_loan: OpenLoanTable;
  loan_return: LoanReturnTable;
  loan_close: LoanCloseTable;
}
