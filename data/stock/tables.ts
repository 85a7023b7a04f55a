import type { ColumnType, Generated, GeneratedAlways } from 'kysely';
import type { Day, HoldingId, LineId, LotId, PersonId, PlaceId } from '#core/kernel/kinds.ts';
import type { WantState } from '#core/stock/wantStates.ts';
import type { Fact, MaybeFact, WrittenAt } from '#data/columns.ts';

interface PlaceClimateTable {
  id: GeneratedAlways<number>;
  place_id: Fact<PlaceId>;
  since: Fact<string>;
  celsius: Fact<number>;
  humidity: Fact<number>;
  why: MaybeFact<string>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface PlaceTable {
  id: GeneratedAlways<PlaceId>;
  name: Fact<string>;
  has_logger: Generated<boolean>;
  /** Since when it is used no more. */
  closed_on: ColumnType<Day | null, Day | null | undefined, Day | null>;
}

interface WantStateTable {
  id: GeneratedAlways<number>;
  line_id: Fact<LineId>;
  state: Fact<WantState>;
  whom: MaybeFact<string>;
  written_on: Fact<Day>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface HoldingTable {
  id: GeneratedAlways<HoldingId>;
  lot_id: Fact<LotId>;
  place_id: PlaceId;
  container: string;
  packet_units: MaybeFact<number>;
  balance: ColumnType<number, never, never>;
}

export type MovementKind =
  | 'received'
  | 'returned in'
  | 'cleaned'
  | 'packed'
  | 'unpacked'
  | 'drawn for test'
  | 'lent'
  | 'given'
  | 'moved'
  | 'discarded'
  | 'found'
  | 'missing'
  | 'correction'
  | 'blended'
  | 'sown';

export type OutsideAccount = 'donors' | 'tests' | 'members' | 'waste' | 'count difference' | 'blends' | 'growers';

interface MovementTable {
  id: GeneratedAlways<number>;
  act_key: Fact<string>;
  lot_id: Fact<LotId>;
  kind: Fact<MovementKind>;
  from_holding: MaybeFact<number>;
  from_outside: MaybeFact<OutsideAccount>;
  to_holding: MaybeFact<number>;
  to_outside: MaybeFact<OutsideAccount>;
  amount: Fact<number>;
  typed: MaybeFact<string>;
  reason: MaybeFact<string>;
  happened_on: Fact<Day>;
  written_at: WrittenAt;
  person_id: MaybeFact<PersonId>;
}

interface ContainerTable {
  name: Fact<string>;
  shuts: Fact<boolean>;
  breathes: Fact<boolean>;
}

interface KeeperTable {
  id: GeneratedAlways<number>;
  place_id: Fact<PlaceId>;
  keeper_id: Fact<PersonId>;
  ask_by: Fact<Day>;
  asked_on: Fact<Day>;
  note: MaybeFact<string>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

export interface StockTables {
  want_state_written: WantStateTable;
  want_state: WantStateTable;
  keeper_written: KeeperTable;
  keeper: KeeperTable;
  place_climate: PlaceClimateTable;
  place: PlaceTable;
  holding: HoldingTable;
  movement: MovementTable;
  container: ContainerTable;
}
