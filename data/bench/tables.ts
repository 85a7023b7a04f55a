import type { ColumnType, GeneratedAlways } from 'kysely';
import type { Brought, Method, Recipe, RecipeStep } from '#core/bench/methods.ts';
import type { Caution, Step } from '#core/bench/steps.ts';
import type { Treatment } from '#core/bench/treatments.ts';
import type { Heavier } from '#core/bench/weighings.ts';
import type { BatchId, Day, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { Fact, MaybeFact, WrittenAt } from '#data/columns.ts';

interface BatchTable {
  id: GeneratedAlways<BatchId>;
  lot_id: Fact<LotId>;
  brought: Fact<Brought>;
  vessel: Fact<string>;
  fruits: MaybeFact<number>;
  weight_in: MaybeFact<number>;
  opened_at: Fact<Date>;
  act_key: Fact<string>;
}

interface BatchStepTable {
  id: GeneratedAlways<number>;
  batch_id: Fact<BatchId>;
  turn: Fact<number>;
  method: Fact<Method>;
  step: Fact<Step>;
  place: Fact<number>;
  celsius: Fact<number>;
  since: Fact<Date>;
  /** Null in steps from before a batch could be moved from one vessel to another. */
  vessel: MaybeFact<string>;
  written_at: WrittenAt;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface BatchCheckTable {
  id: GeneratedAlways<number>;
  batch_id: Fact<BatchId>;
  turn: Fact<number>;
  seen: Fact<string>;
  checked_at: Fact<Date>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface WeighingTable {
  id: GeneratedAlways<number>;
  batch_id: Fact<BatchId>;
  milligrams: Fact<number>;
  scale_error: Fact<number>;
  typed: Fact<string>;
  heavier: MaybeFact<Heavier>;
  weighed_at: Fact<Date>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface RoomAirTable {
  slot: Fact<number>;
  humidity: Fact<number>;
  celsius: Fact<number>;
  read_at: Fact<Date>;
}

interface AirReadingTable {
  id: GeneratedAlways<number>;
  batch_id: MaybeFact<BatchId>;
  of: Fact<'room' | 'jar'>;
  humidity: Fact<number>;
  celsius: Fact<number>;
  read_at: Fact<Date>;
  act_key: Fact<string>;
}

interface BatchEndTable {
  batch_id: Fact<BatchId>;
  outcome: Fact<'finished' | 'abandoned'>;
  clean: MaybeFact<number>;
  typed: MaybeFact<string>;
  reason: MaybeFact<string>;
  ended_at: Fact<Date>;
  ended_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface CautionSeenTable {
  batch_id: Fact<BatchId>;
  person_id: Fact<PersonId>;
  caution: Fact<Caution>;
  act_key: Fact<string>;
}

interface TreatmentTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  kind: Fact<Treatment>;
  container: Fact<string>;
  use: Fact<'food' | 'sowing'>;
  since: Fact<string>;
  shut_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface TreatmentOpeningTable {
  treatment_id: Fact<number>;
  opened_on: Fact<Day>;
  early: Fact<boolean>;
  reason: MaybeFact<string>;
  opened_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface WarmUpTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  container: Fact<string>;
  from_celsius: Fact<number>;
  taken_out_at: Fact<Date>;
  opens_at: Fact<Date>;
  taken_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface WarmUpEndTable {
  warm_up_id: Fact<number>;
  opened_at: Fact<Date>;
  early: Fact<boolean>;
  opened_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface PurityCardTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  pure: Fact<number>;
  other_crop: Fact<number>;
  weed: Fact<number>;
  noxious: Fact<number>;
  chaff: Fact<number>;
  damaged: Fact<number>;
  seeds_counted: MaybeFact<number>;
  pure_per_gram: MaybeFact<number>;
  per_gram_before: MaybeFact<number>;
  weighed_on: Fact<Day>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface RecipeTable {
  id: GeneratedAlways<number>;
  name: Fact<string>;
  extraction: Fact<Recipe['extraction']>;
  steps: ColumnType<readonly RecipeStep[], string, never>;
  why: Fact<string>;
  written_by: MaybeFact<PersonId>;
  written_at: WrittenAt;
  act_key: Fact<string>;
}

interface RecipeEndTable {
  recipe_id: Fact<number>;
  ended_by: MaybeFact<PersonId>;
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
  lot_id: Fact<LotId>;
  usual: Fact<number>;
  difference: Fact<number>;
  seeds_each: Fact<number>;
  begun_on: Fact<Day>;
  begun_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface MethodTrialArmTable {
  trial_id: Fact<number>;
  method: Fact<Method>;
  lot_id: Fact<LotId>;
  act_key: Fact<string>;
}

interface MethodTrialEndTable {
  trial_id: Fact<number>;
  learnt: Fact<string>;
  rule: MaybeFact<string>;
  ended_on: Fact<Day>;
  ended_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

export interface BenchTables {
  batch: BatchTable;
  batch_step: BatchStepTable;
  batch_check: BatchCheckTable;
  weighing: WeighingTable;
  air_reading: AirReadingTable;
  room_air: RoomAirTable;
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
