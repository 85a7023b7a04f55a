import type { ColumnType, Generated } from 'kysely';
import type { Fact, MaybeFact } from '#data/columns.ts';

interface DraftTable {
  id: ColumnType<string, never, never>;
  account_id: Fact<number>;
  answers: ColumnType<Record<string, string>, string, string>;
  title: string;
  loan_id: MaybeFact<number>;
  saved_at: ColumnType<Date, Date | undefined, Date>;
  version: Generated<number>;
}

export interface IntakeTables {
  draft: DraftTable;
}
