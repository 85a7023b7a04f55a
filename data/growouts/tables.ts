import type { ColumnType, Generated, GeneratedAlways } from 'kysely';
import type { Skill } from '#core/growout/growers.ts';
import type { LogKind } from '#core/growout/log.ts';
import type { Sun, Water } from '#core/growout/plots.ts';
import type { Method } from '#core/isolation/barriers.ts';
import type { Day, GardenId, GrowOutId, LineId, LotId, Metres, PersonId, Seeds } from '#core/kernel/kinds.ts';
import type { GrowOutStep } from '#core/states/states.ts';
import type { Remedy } from '#core/risk/remedies.ts';
import type { Choices, Wishes } from '#core/plan/facts.ts';
import type { RiskReason } from '#core/risk/whys.ts';
import type { Fact, MaybeFact } from '#data/columns.ts';

interface GrowOutTable {
  id: GeneratedAlways<GrowOutId>;
  lot_id: Fact<LotId>;
  plants: Fact<number>;
  seeds: Fact<Seeds>;
  sow_from: Fact<Day>;
  back_by: Fact<Day>;
  note: MaybeFact<string>;
  proposed_on: Fact<Day>;
  proposed_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface GrowOutStepTable {
  id: GeneratedAlways<number>;
  grow_out_id: Fact<GrowOutId>;
  step: Fact<GrowOutStep>;
  grower_id: MaybeFact<PersonId>;
  lot_id: MaybeFact<LotId>;
  reason: MaybeFact<string>;
  happened_on: Fact<Day>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface GrowOutEntryTable {
  id: GeneratedAlways<number>;
  grow_out_id: Fact<GrowOutId>;
  kind: Fact<LogKind>;
  happened_on: Fact<Day>;
  count: MaybeFact<number>;
  words: MaybeFact<string>;
  metres: MaybeFact<Metres>;
  method: MaybeFact<Method>;
  instead_of: MaybeFact<number>;
  struck: ColumnType<boolean, boolean | undefined, never>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface GrowOutPhotoTable {
  entry_id: Fact<number>;
  jpeg: ColumnType<Buffer, Buffer, never>;
  width: Fact<number>;
  height: Fact<number>;
  act_key: Fact<string>;
}

interface PlotTable {
  id: GeneratedAlways<number>;
  garden_id: Fact<GardenId>;
  name: string;
  square_metres: number;
  sun: Sun;
  water: Water;
  cages: Generated<number>;
  note: string | null;
  in_use: Generated<boolean>;
}

interface GrowOutPlaceTable {
  id: GeneratedAlways<number>;
  grow_out_id: Fact<GrowOutId>;
  garden_id: Fact<GardenId>;
  plot_id: MaybeFact<number>;
  square_metres: MaybeFact<number>;
  methods: ColumnType<Method[], readonly Method[], never>;
  sow_on: Fact<Day>;
  free_on: Fact<Day>;
  hours: MaybeFact<number>;
  written_on: Fact<Day>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface GardenBloomTable {
  id: GeneratedAlways<number>;
  garden_id: Fact<GardenId>;
  year: Fact<number>;
  crop_id: Fact<string>;
  what: string;
  metres: Metres;
  flowers_from: Day | null;
  flowers_to: Day | null;
  gone: Generated<boolean>;
  act_key: Fact<string>;
}

interface GrowerTermsTable {
  person_id: Fact<PersonId>;
  skill: Skill;
  most_lines: number | null;
  square_metres: number | null;
  most_hours: number | null;
  not_grown: string | null;
}

interface LineRiskTable {
  line_id: Fact<LineId>;
  reckoned_on: Day;
  by_year: number[];
  grown_by_year: number[] | null;
  best_by_year: number[];
  risk: number;
  error: number;
  whys: ColumnType<readonly RiskReason[], string, string>;
  remedies: ColumnType<readonly Remedy[], string, string>;
  worth: number;
}

interface SeasonPlanTable {
  id: GeneratedAlways<number>;
  year: Fact<number>;
  version: Fact<number>;
  choices: ColumnType<Choices, string, never>;
  wishes: ColumnType<Wishes, string, never>;
  lines: Fact<number>;
  hours: Fact<number>;
  lost: Fact<number>;
  saved: Fact<number>;
  worth: Fact<number>;
  note: MaybeFact<string>;
  saved_on: Fact<Day>;
  saved_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface RiskStaleTable {
  line_id: Fact<LineId>;
  since: GeneratedAlways<Date>;
}

export interface GrowOutTables {
  line_risk: LineRiskTable;
  risk_stale: RiskStaleTable;
  season_plan: SeasonPlanTable;
  grow_out_photo: GrowOutPhotoTable;
  grower_terms: GrowerTermsTable;
  grow_out_written: GrowOutTable;
  grow_out: GrowOutTable;
  grow_out_step_written: GrowOutStepTable;
  grow_out_step: GrowOutStepTable;
  grow_out_entry_written: GrowOutEntryTable;
  grow_out_entry: GrowOutEntryTable;
  grow_out_place_written: GrowOutPlaceTable;
  grow_out_place: GrowOutPlaceTable;
  plot: PlotTable;
  garden_bloom: GardenBloomTable;
}
