import type { Day } from '#core/kernel/kinds.ts';
import type { ColumnType, Generated, GeneratedAlways } from 'kysely';
import type { Growing } from '#core/house/growing.ts';
import type { Prices } from '#core/house/prices.ts';
import type { Rules } from '#core/house/rules.ts';
import type { CropThresholds } from '#core/house/thresholds.ts';

interface HouseTable {
  the_one: GeneratedAlways<boolean>;
  name: string;
  time_zone: string;
  not_before: Day | null;
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
  how_to_ask: string | null;
  growing: ColumnType<Partial<Growing>, string | undefined, string>;
  crop_thresholds: ColumnType<CropThresholds, string | undefined, string>;
  version: Generated<number>;
}

export interface HouseTables {
  house: HouseTable;
}
