import type { ColumnType, GeneratedAlways } from 'kysely';
import type { Fact, MaybeFact } from '#data/columns.ts';

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

export interface DeskTables {
  loan: LoanTable;
  open_loan: OpenLoanTable;
  loan_return: LoanReturnTable;
  loan_close: LoanCloseTable;
}
