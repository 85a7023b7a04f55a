import type { ColumnType, Generated, GeneratedAlways, SelectType } from 'kysely';
import type { Crop } from '#core/almanac/crop.ts';
import type { CrossingGroup } from '#core/almanac/crossing.ts';
import type { Brought, Method, Recipe, RecipeStep } from '#core/bench/methods.ts';
import type { Caution, Step } from '#core/bench/steps.ts';
import type { Treatment } from '#core/bench/treatments.ts';
import type { Heavier } from '#core/bench/weighings.ts';
import type { Counted, Spot, TestKind, TreatmentBefore } from '#core/germination/layout.ts';
import type { QuickLook } from '#core/germination/quickLooks.ts';
import type { SeedState } from '#core/germination/towel.ts';
import type { VerdictKind } from '#core/germination/verdict.ts';
import type { Prices } from '#core/house/prices.ts';
import type { Rules } from '#core/house/rules.ts';
import type { CropThresholds } from '#core/house/thresholds.ts';
import type { Aim, HoldKind, Kind, Origin } from '#core/lots/words.ts';
import type { HoldReason } from '#core/passport/holds.ts';
import type { FORMS, Passport } from '#core/passport/passport.ts';
import type { Role } from '#core/people/may.ts';
import type { Claim } from '#core/promise/judge.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';

/** A fact: written once, never updated. */
type Fact<T> = ColumnType<T, T, never>;
/** Written once, or left to the column's default. */
type FactWithDefault<T> = ColumnType<T, T | undefined, never>;
/** A fact that may be left out and is then null. */
type MaybeFact<T> = ColumnType<T | null, T | null | undefined, never>;
/** A view that is only read. */
type ReadOnly<T> = { [K in keyof T]: ColumnType<SelectType<T[K]>, never, never> };
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
  units: Generated<'metric' | 'imperial'>;
  southern: Generated<boolean>;
  sowing_starts: Generated<string>;
  rules: ColumnType<Rules, string | undefined, string>;
  trays: Generated<number>;
  jars: Generated<number>;
  helper_hours: Generated<number>;
  currency: Generated<string>;
  packet_price: Generated<number>;
  crop_prices: ColumnType<Prices['crops'], string | undefined, string>;
  crop_thresholds: ColumnType<CropThresholds, string | undefined, string>;
  version: Generated<number>;
}
interface CropTable {
  id: Fact<string>;
  name: string;
  facts: ColumnType<Crop, string, string>;
  shipped: ColumnType<Crop, string, string>;
}
interface CrossingGroupTable {
  id: string;
  name: string;
  crosses: ColumnType<CrossingGroup['crosses'], string, string>;
}
interface GlossaryTable {
  word: string;
  means: string;
}
interface CropOverrideTable {
  id: GeneratedAlways<number>;
  crop_id: Fact<string>;
  fact: Fact<string>;
  typed: MaybeFact<string>;
  why: Fact<string>;
  set_on: Fact<string>;
  set_by: MaybeFact<number>;
  act_key: Fact<string>;
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
interface ActTable {
  key: Fact<string>;
  kind: Fact<string>;
  subject: MaybeFact<string>;
  account_id: MaybeFact<number>;
  written_at: ColumnType<Date, Date | undefined, never>;
  answer: ColumnType<unknown, string, never>;
}
interface UndoneTable {
  act_key: Fact<string>;
  by_act: Fact<string>;
}
interface LineTable {
  id: GeneratedAlways<number>;
  crop_id: Fact<string>;
  name: Fact<string>;
  aim: ColumnType<Aim, Aim | undefined, Aim>;
  story: string | null;
  offspring: ColumnType<boolean, boolean | undefined, never>;
  rules: ColumnType<Rules, string | undefined, string>;
  version: Generated<number>;
}
interface LineAliasTable {
  line_id: Fact<number>;
  name: Fact<string>;
}
interface LotCodeCounterTable {
  year: Fact<number>;
  last: number;
}
/** What a lot is; changed by a corrected passport alone. */
interface LotWrittenTable {
  id: GeneratedAlways<number>;
  code: Fact<string>;
  line_id: number;
  origin: Fact<Origin>;
  kind: Kind;
  unit: Fact<StockUnit>;
  seeds_per_gram: number;
  donor_id: number | null;
  garden_id: number | null;
  harvested: string | null;
  plants_harvested: number | null;
  treated: 'yes' | 'unknown' | null;
  form: Generated<(typeof FORMS)[number]>;
  open_by: string | null;
  generation: MaybeFact<number>;
  note: MaybeFact<string>;
  taken_in_on: Fact<string>;
  search_text: string;
  act_key: Fact<string>;
  shelf_key: ColumnType<string, never, never>;
}
/** What a lot holds and how it germinates: changes with every movement and every outlook. */
interface LotStateTable {
  lot_id: GeneratedAlways<number>;
  on_hand: ColumnType<number, never, never>;
  verdict: VerdictKind | null;
  tested_sprouted: number | null;
  tested_laid: number | null;
  tested_on: string | null;
  next_test_on: string | null;
  next_test_reason: string | null;
}
/** The view of both. */
type LotView = ReadOnly<LotWrittenTable & Omit<LotStateTable, 'lot_id'>>;
interface LotParentTable {
  child_id: Fact<number>;
  parent_id: Fact<number>;
  seeds: MaybeFact<number>;
}
interface PassportTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  answers: ColumnType<Passport, string, never>;
  why: MaybeFact<string>;
  written_on: Fact<string>;
  written_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface EvidenceTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  seen: Fact<'plants' | 'fruits' | 'kernels'>;
  source: Fact<'trial' | 'grow-out' | 'report' | 'sorting'>;
  off_types: Fact<number>;
  looked_at: Fact<number>;
  shows: Fact<number>;
  seen_on: Fact<string>;
  note: MaybeFact<string>;
  instead_of: MaybeFact<number>;
  written_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface IncidentTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  kind: Fact<'mix-up' | 'contamination'>;
  what: Fact<string>;
  share: MaybeFact<number>;
  discarded: Fact<boolean>;
  happened_on: Fact<string>;
  written_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface TrialTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  must_show: Fact<string>;
  plants_wanted: Fact<number>;
  set_on: Fact<string>;
  set_by: MaybeFact<number>;
  act_key: Fact<string>;
}
export type TrialOutcome = 'released' | 'renamed' | 'discarded';
interface TrialEndTable {
  trial_id: Fact<number>;
  outcome: Fact<TrialOutcome>;
  reason: Fact<string>;
  old_line: MaybeFact<number>;
  new_line: MaybeFact<number>;
  ended_on: Fact<string>;
  ended_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface ReportTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  person_id: MaybeFact<number>;
  year: Fact<number>;
  true_to_type: MaybeFact<'yes' | 'mostly' | 'no'>;
  taste: MaybeFact<number>;
  yield: MaybeFact<number>;
  health: MaybeFact<number>;
  liking: MaybeFact<number>;
  words: MaybeFact<string>;
  written_on: Fact<string>;
  written_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface DraftTable {
  id: ColumnType<string, never, never>;
  account_id: Fact<number>;
  answers: ColumnType<Record<string, string>, string, string>;
  title: string;
  loan_id: MaybeFact<number>;
  saved_at: ColumnType<Date, Date | undefined, Date>;
  version: Generated<number>;
}
interface LotPromiseTable {
  lot_id: number;
  promise: Claim;
  chance: number;
  chance_true: number;
  chance_likely: number;
  low: number;
  middle: number;
  high: number;
  mean: number;
  handed_on: ColumnType<number[], number[], number[]>;
  effective: number | null;
  generations: number;
  reckoned_on: string;
}
interface LotOutlookTable {
  lot_id: number;
  low: number;
  median: number;
  high: number;
  may_be_lent: number;
  full_strength: number;
  own_share: number;
  under_on: string | null;
  reckoned_on: string;
}
interface OutlookStaleTable {
  lot_id: number;
  since: ColumnType<Date, Date | undefined, Date>;
}
interface PlaceClimateTable {
  id: GeneratedAlways<number>;
  place_id: Fact<number>;
  since: Fact<string>;
  celsius: Fact<number>;
  humidity: Fact<number>;
  why: MaybeFact<string>;
  written_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface EmergenceTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  sown: Fact<number>;
  up: Fact<number>;
  seen_on: Fact<string>;
  note: MaybeFact<string>;
  written_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface PromiseStaleTable {
  lot_id: number;
  since: ColumnType<Date, Date | undefined, Date>;
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
  | 'blended';
export type OutsideAccount = 'donors' | 'tests' | 'members' | 'waste' | 'count difference' | 'blends';
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
  rule: MaybeFact<HoldReason>;
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
interface GerminationTestTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  laid_on: Fact<string>;
  /** As laid, and as put right since: kept by a trigger on its towels. */
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
  laid_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface TestTowelTable {
  id: GeneratedAlways<number>;
  test_id: Fact<number>;
  replicate: Fact<number>;
  seeds: Fact<number>;
  places: Fact<number>;
  reason: MaybeFact<string>;
  written_on: Fact<string>;
  written_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface TestCheckTable {
  id: GeneratedAlways<number>;
  test_id: Fact<number>;
  checked_on: Fact<string>;
  note: MaybeFact<string>;
  re_wetted: FactWithDefault<boolean>;
  mould: FactWithDefault<boolean>;
  checked_by: MaybeFact<number>;
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
  test_id: Fact<number>;
  replicate: FactWithDefault<number>;
  seed: Fact<number>;
  state: Fact<SeedState>;
}
interface TestEndingTable extends TestEnd {
  id: GeneratedAlways<number>;
}
/** The end of a test that stands. */
interface TestEnd {
  test_id: Fact<number>;
  ended_on: Fact<string>;
  outcome: Fact<'read' | 'abandoned'>;
  sprouted: Fact<number>;
  abnormal: FactWithDefault<number>;
  hard: FactWithDefault<number>;
  fresh: FactWithDefault<number>;
  dead: FactWithDefault<number>;
  reason: MaybeFact<string>;
  ended_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface TestReopeningTable {
  ending_id: Fact<number>;
  reason: Fact<string>;
  reopened_on: Fact<string>;
  reopened_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface BlendTable {
  lot_id: Fact<number>;
  probit_mean: Fact<number>;
  probit_spread: Fact<number>;
  act_key: Fact<string>;
}
interface PottedTable {
  id: GeneratedAlways<number>;
  test_id: Fact<number>;
  seedlings: Fact<number>;
  potted_on: Fact<string>;
  note: MaybeFact<string>;
  potted_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface QuickLookTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  kind: Fact<QuickLook>;
  looked: Fact<number>;
  good: Fact<number>;
  looked_on: Fact<string>;
  note: MaybeFact<string>;
  looked_by: MaybeFact<number>;
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
interface PlannedTestTable {
  lot_id: Fact<number>;
  week: Fact<string>;
  pinned: Fact<boolean>;
  act_key: Fact<string>;
}
interface CalendarFeedTable {
  token_hash: Fact<Buffer>;
  account_id: Fact<number>;
  made_at: WrittenAt;
  revoked_at: Date | null;
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

interface BatchTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  brought: Fact<Brought>;
  vessel: Fact<string>;
  fruits: MaybeFact<number>;
  weight_in: MaybeFact<number>;
  opened_at: Fact<Date>;
  act_key: Fact<string>;
}
interface BatchStepTable {
  id: GeneratedAlways<number>;
  batch_id: Fact<number>;
  turn: Fact<number>;
  method: Fact<Method>;
  step: Fact<Step>;
  place: Fact<number>;
  celsius: Fact<number>;
  since: Fact<Date>;
  /** Null in steps from before a batch could be moved from one vessel to another. */
  vessel: MaybeFact<string>;
  written_at: WrittenAt;
  written_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface BatchCheckTable {
  id: GeneratedAlways<number>;
  batch_id: Fact<number>;
  turn: Fact<number>;
  seen: Fact<string>;
  checked_at: Fact<Date>;
  written_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface WeighingTable {
  id: GeneratedAlways<number>;
  batch_id: Fact<number>;
  milligrams: Fact<number>;
  scale_error: Fact<number>;
  typed: Fact<string>;
  heavier: MaybeFact<Heavier>;
  weighed_at: Fact<Date>;
  written_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface ContainerTable {
  name: Fact<string>;
  shuts: Fact<boolean>;
  breathes: Fact<boolean>;
}
interface RoomAirTable {
  slot: Fact<number>;
  humidity: Fact<number>;
  celsius: Fact<number>;
  read_at: Fact<Date>;
}
interface AirReadingTable {
  id: GeneratedAlways<number>;
  batch_id: MaybeFact<number>;
  of: Fact<'room' | 'jar'>;
  humidity: Fact<number>;
  celsius: Fact<number>;
  read_at: Fact<Date>;
  act_key: Fact<string>;
}
interface BatchEndTable {
  batch_id: Fact<number>;
  outcome: Fact<'finished' | 'abandoned'>;
  clean: MaybeFact<number>;
  typed: MaybeFact<string>;
  reason: MaybeFact<string>;
  ended_at: Fact<Date>;
  ended_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface CautionSeenTable {
  batch_id: Fact<number>;
  person_id: Fact<number>;
  caution: Fact<Caution>;
  act_key: Fact<string>;
}
interface TreatmentTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  kind: Fact<Treatment>;
  container: Fact<string>;
  use: Fact<'food' | 'sowing'>;
  since: Fact<string>;
  shut_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface TreatmentOpeningTable {
  treatment_id: Fact<number>;
  opened_on: Fact<string>;
  early: Fact<boolean>;
  reason: MaybeFact<string>;
  opened_by: MaybeFact<number>;
  act_key: Fact<string>;
}

interface WarmUpTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  container: Fact<string>;
  from_celsius: Fact<number>;
  taken_out_at: Fact<Date>;
  opens_at: Fact<Date>;
  taken_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface WarmUpEndTable {
  warm_up_id: Fact<number>;
  opened_at: Fact<Date>;
  early: Fact<boolean>;
  opened_by: MaybeFact<number>;
  act_key: Fact<string>;
}

interface PurityCardTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  pure: Fact<number>;
  other_crop: Fact<number>;
  weed: Fact<number>;
  noxious: Fact<number>;
  chaff: Fact<number>;
  damaged: Fact<number>;
  seeds_counted: MaybeFact<number>;
  pure_per_gram: MaybeFact<number>;
  weighed_on: Fact<string>;
  written_by: MaybeFact<number>;
  act_key: Fact<string>;
}

interface RecipeTable {
  id: GeneratedAlways<number>;
  name: Fact<string>;
  extraction: Fact<Recipe['extraction']>;
  steps: ColumnType<readonly RecipeStep[], string, never>;
  why: Fact<string>;
  written_by: MaybeFact<number>;
  written_at: WrittenAt;
  act_key: Fact<string>;
}
interface RecipeEndTable {
  recipe_id: Fact<number>;
  ended_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface CheckPhotoTable {
  check_id: Fact<number>;
  jpeg: Fact<Buffer>;
  width: Fact<number>;
  height: Fact<number>;
  act_key: Fact<string>;
}
interface MethodTrialTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<number>;
  usual: Fact<number>;
  difference: Fact<number>;
  seeds_each: Fact<number>;
  begun_on: Fact<string>;
  begun_by: MaybeFact<number>;
  act_key: Fact<string>;
}
interface MethodTrialArmTable {
  trial_id: Fact<number>;
  method: Fact<Method>;
  lot_id: Fact<number>;
  act_key: Fact<string>;
}
interface MethodTrialEndTable {
  trial_id: Fact<number>;
  learnt: Fact<string>;
  rule: MaybeFact<string>;
  ended_on: Fact<string>;
  ended_by: MaybeFact<number>;
  act_key: Fact<string>;
}

export interface Schema {
  house: HouseTable;
  crop: CropTable;
  crossing_group: CrossingGroupTable;
  glossary: GlossaryTable;
  crop_override: CropOverrideTable;
  person: PersonTable;
  garden: GardenTable;
  garden_distance: GardenDistanceTable;
  account: AccountTable;
  session: SessionTable;
  one_time_link: OneTimeLinkTable;
  wrong_try: WrongTryTable;
  parked_form: ParkedFormTable;
  act: ActTable;
  line: LineTable;
  line_alias: LineAliasTable;
  lot_code_counter: LotCodeCounterTable;
  lot: LotView;
  lot_written: LotWrittenTable;
  lot_state: LotStateTable;
  lot_parent: LotParentTable;
  passport: PassportTable;
  evidence: EvidenceTable;
  incident: IncidentTable;
  trial: TrialTable;
  trial_end: TrialEndTable;
  report: ReportTable;
  draft: DraftTable;
  lot_promise: LotPromiseTable;
  promise_stale: PromiseStaleTable;
  lot_outlook: LotOutlookTable;
  outlook_stale: OutlookStaleTable;
  place_climate: PlaceClimateTable;
  emergence: EmergenceTable;
  place: PlaceTable;
  holding: HoldingTable;
  undone: UndoneTable;
  movement: MovementTable;
  hold: HoldTable;
  hold_lift: HoldLiftTable;
  germination_test: GerminationTestTable;
  test_towel: TestTowelTable;
  test_check: TestCheckTable;
  test_photo: TestPhotoTable;
  seed_mark: SeedMarkTable;
  test_ending: TestEndingTable;
  test_end: TestEnd;
  test_reopening: TestReopeningTable;
  blend: BlendTable;
  potted: PottedTable;
  quick_look: QuickLookTable;
  test_bench: TestBenchTable;
  planned_test: PlannedTestTable;
  calendar_feed: CalendarFeedTable;
  loan: LoanTable;
  open_loan: OpenLoanTable;
  loan_return: LoanReturnTable;
  loan_close: LoanCloseTable;
  batch: BatchTable;
  batch_step: BatchStepTable;
  batch_check: BatchCheckTable;
  weighing: WeighingTable;
  air_reading: AirReadingTable;
  room_air: RoomAirTable;
  container: ContainerTable;
  batch_end: BatchEndTable;
  caution_seen: CautionSeenTable;
  treatment: TreatmentTable;
  treatment_opening: TreatmentOpeningTable;
  warm_up: WarmUpTable;
  warm_up_end: WarmUpEndTable;
  purity_card: PurityCardTable;
  recipe: RecipeTable;
  recipe_end: RecipeEndTable;
  check_photo: CheckPhotoTable;
  method_trial: MethodTrialTable;
  method_trial_arm: MethodTrialArmTable;
  method_trial_end: MethodTrialEndTable;
}
