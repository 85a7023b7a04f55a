import type { GeneratedAlways } from 'kysely';
import type { Counted, Spot, TestKind, TreatmentBefore } from '#core/germination/layout.ts';
import type { QuickLook } from '#core/germination/quickLooks.ts';
import type { SeedState } from '#core/germination/towel.ts';
import type { AccountId, Day, LotId, PersonId, TestId } from '#core/kernel/kinds.ts';
import type { Fact, FactWithDefault, MaybeFact, WrittenAt } from '#data/columns.ts';

interface EmergenceTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  sown: Fact<number>;
  up: Fact<number>;
  seen_on: Fact<Day>;
  note: MaybeFact<string>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface GerminationTestTable {
  id: GeneratedAlways<TestId>;
  lot_id: Fact<LotId>;
  laid_on: Fact<Day>;
  /** As laid, and as corrected since: kept by a trigger on its towels. */
  seeds_laid: Fact<number>;
  counted: Fact<Counted>;
  celsius: Fact<number>;
  first_count_days: Fact<number>;
  final_count_days: Fact<number>;
  next_count_on: string | null;
  kind: FactWithDefault<TestKind>;
  medium: FactWithDefault<string>;
  spot: FactWithDefault<Spot>;
  treatments: FactWithDefault<readonly TreatmentBefore[]>;
  replicates: FactWithDefault<number>;
  check_days: MaybeFact<readonly number[]>;
  part: MaybeFact<string>;
  series_of: MaybeFact<number>;
  batch_seeds: MaybeFact<number>;
  laid_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface TestTowelTable {
  id: GeneratedAlways<number>;
  test_id: Fact<TestId>;
  replicate: Fact<number>;
  seeds: Fact<number>;
  places: Fact<number>;
  reason: MaybeFact<string>;
  written_on: Fact<Day>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface TestCheckTable {
  id: GeneratedAlways<number>;
  test_id: Fact<TestId>;
  checked_on: Fact<Day>;
  note: MaybeFact<string>;
  re_wetted: FactWithDefault<boolean>;
  mould: FactWithDefault<boolean>;
  checked_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface TestPhotoTable {
  check_id: Fact<number>;
  jpeg: Fact<Buffer>;
  width: Fact<number>;
  height: Fact<number>;
  act_key: Fact<string>;
}

interface SeedMarkTable {
  id: GeneratedAlways<number>;
  check_id: Fact<number>;
  test_id: Fact<TestId>;
  replicate: FactWithDefault<number>;
  seed: Fact<number>;
  state: Fact<SeedState>;
}

interface TestEndingTable extends TestEnd {
  id: GeneratedAlways<number>;
}

/** The end of a test that stands. */
interface TestEnd {
  test_id: Fact<TestId>;
  ended_on: Fact<Day>;
  outcome: Fact<'read' | 'abandoned'>;
  sprouted: Fact<number>;
  abnormal: FactWithDefault<number>;
  hard: FactWithDefault<number>;
  fresh: FactWithDefault<number>;
  dead: FactWithDefault<number>;
  reason: MaybeFact<string>;
  ended_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface TestReopeningTable {
  ending_id: Fact<number>;
  reason: Fact<string>;
  reopened_on: Fact<Day>;
  reopened_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface PottedTable {
  id: GeneratedAlways<number>;
  test_id: Fact<TestId>;
  seedlings: Fact<number>;
  potted_on: Fact<Day>;
  note: MaybeFact<string>;
  potted_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface QuickLookTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  kind: Fact<QuickLook>;
  looked: Fact<number>;
  good: Fact<number>;
  looked_on: Fact<Day>;
  note: MaybeFact<string>;
  looked_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface TestBenchTable {
  the_one: GeneratedAlways<boolean>;
  warm: number;
  room: number;
  cool: number;
  hours: number;
  closed: readonly string[];
  version: number;
}

interface TowelClaimTable {
  test_id: TestId;
  account_id: AccountId;
  claimed_at: Date;
}

interface PlannedTestTable {
  lot_id: Fact<LotId>;
  week: Fact<string>;
  pinned: Fact<boolean>;
  act_key: Fact<string>;
}

interface CalendarFeedTable {
  token_hash: Fact<Buffer>;
  account_id: Fact<AccountId>;
  made_at: WrittenAt;
  revoked_at: Date | null;
}

export interface TestsTables {
  emergence: EmergenceTable;
  germination_test: GerminationTestTable;
  test_towel: TestTowelTable;
  test_check: TestCheckTable;
  test_photo: TestPhotoTable;
  seed_mark: SeedMarkTable;
  test_ending: TestEndingTable;
  test_end: TestEnd;
  test_reopening: TestReopeningTable;
  potted: PottedTable;
  quick_look: QuickLookTable;
  test_bench: TestBenchTable;
  towel_claim: TowelClaimTable;
  planned_test: PlannedTestTable;
  calendar_feed: CalendarFeedTable;
}
