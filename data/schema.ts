import type { ColumnType } from 'kysely';
import type { AccountId } from '#core/kernel/kinds.ts';
import type { AlmanacTables } from '#data/almanac/tables.ts';
import type { BenchTables } from '#data/bench/tables.ts';
import type { Fact, MaybeFact } from '#data/columns.ts';
import type { DeskTables } from '#data/desk/tables.ts';
import type { ExchangeTables } from '#data/exchange/tables.ts';
import type { GrowOutTables } from '#data/growouts/tables.ts';
import type { HouseTables } from '#data/house/tables.ts';
import type { IntakeTables } from '#data/intake/tables.ts';
import type { LotsTables } from '#data/lots/tables.ts';
import type { PeopleTables } from '#data/people/tables.ts';
import type { StockTables } from '#data/stock/tables.ts';
import type { TestsTables } from '#data/tests/tables.ts';

interface ActTable {
  key: Fact<string>;
  kind: Fact<string>;
  subject: MaybeFact<string>;
  account_id: MaybeFact<AccountId>;
  written_at: ColumnType<Date, Date | undefined, never>;
  answer: ColumnType<unknown, string, never>;
  sent: MaybeFact<string>;
  /** What is searched of it: the key of its kind and subject, kept by the database. */
  searched: ColumnType<string, never, never>;
}

interface FreeTextTable {
  table_name: Fact<string>;
  column_name: Fact<string>;
  how: Fact<'edit' | 'auto' | 'name'>;
}

interface UndoneTable {
  act_key: Fact<string>;
  by_act: Fact<string>;
  reason: MaybeFact<string>;
}

/** Every table and view, by area; what all areas share stands here. */
export interface Schema
  extends
    HouseTables,
    AlmanacTables,
    PeopleTables,
    LotsTables,
    IntakeTables,
    StockTables,
    TestsTables,
    DeskTables,
    BenchTables,
    GrowOutTables,
    ExchangeTables {
  act: ActTable;
  undone: UndoneTable;
  free_text: FreeTextTable;
}
