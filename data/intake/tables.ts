import type { ColumnType, Generated } from 'kysely';
import type { AccountId, GrowOutId, LoanId } from '#core/kernel/kinds.ts';
import type { Fact, MaybeFact } from '#data/columns.ts';

interface DraftTable {
  id: ColumnType<string, string | undefined, never>;
  account_id: Fact<AccountId>;
  answers: ColumnType<Record<string, string>, string, string>;
  title: string;
  loan_id: MaybeFact<LoanId>;
  grow_out_id: MaybeFact<GrowOutId>;
  dropped_by_act: string | null;
  saved_at: ColumnType<Date, Date | undefined, Date>;
  version: Generated<number>;
}

export interface IntakeTables {
  draft: DraftTable;
}
