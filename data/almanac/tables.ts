import type { ColumnType, GeneratedAlways } from 'kysely';
import type { Crop } from '#core/almanac/crop.ts';
import type { CrossingGroup } from '#core/almanac/crossing.ts';
import type { Day, PersonId } from '#core/kernel/kinds.ts';
import type { Fact, MaybeFact } from '#data/columns.ts';

interface CropTable {
  id: Fact<string>;
  name: string;
  facts: ColumnType<Crop, string, string>;
  shipped: ColumnType<Crop, string, string>;
  /** The crop that one of the library's own is like; null for those that were shipped. */
  like_id: ColumnType<string | null, string | null | undefined, string>;
  // Worked out of the facts by the database, which would unpack all of them for one.
  species: GeneratedAlways<Crop['species']>;
  family: GeneratedAlways<Crop['family']>;
  crossing_group: GeneratedAlways<Crop['group']>;
  ease: GeneratedAlways<Crop['ease']>;
  life_cycle: GeneratedAlways<Crop['lifeCycle']>;
  known_by: GeneratedAlways<Crop['knownBy']>;
  also_called: GeneratedAlways<Crop['alsoCalled']>;
  may_mean: GeneratedAlways<Crop['mayMean']>;
  seed_looks: GeneratedAlways<Crop['seedLooks']>;
  cautions: GeneratedAlways<Crop['cautions']>;
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
  set_on: Fact<Day>;
  set_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

export interface AlmanacTables {
  crop: CropTable;
  crossing_group: CrossingGroupTable;
  glossary: GlossaryTable;
  crop_override: CropOverrideTable;
}
