import type { GeneratedAlways } from 'kysely';
import type { GrowOutStep } from '#core/states/states.ts';
import type { Day, GrowOutId, LotId, PersonId, Seeds } from '#core/kernel/kinds.ts';
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
  reason: MaybeFact<string>;
  happened_on: Fact<Day>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

export interface GrowOutTables {
  grow_out_written: GrowOutTable;
  grow_out: GrowOutTable;
  grow_out_step_written: GrowOutStepTable;
  grow_out_step: GrowOutStepTable;
}
