import type { ColumnType, GeneratedAlways } from 'kysely';
import type { Day, LoanId, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { Fact, MaybeFact } from '#data/columns.ts';

interface LoanTable {
  id: GeneratedAlways<LoanId>;
  lot_id: Fact<LotId>;
  member_id: Fact<PersonId>;
  packets: Fact<number>;
  seeds_per_packet: Fact<number>;
  lent_on: Fact<Day>;
  due_on: Fact<Day>;
  override_reason: MaybeFact<string>;
  lent_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface OpenLoanTable {
  loan_id: ColumnType<LoanId, never, never>;
  due_on: ColumnType<string, never, never>;
}

interface LoanReturnTable {
  loan_id: Fact<LoanId>;
  lot_id: Fact<LotId>;
  act_key: Fact<string>;
}

export type LoanOutcome = 'returned' | 'failed crop' | 'kept on' | 'written off';

interface LoanCloseTable {
  loan_id: Fact<LoanId>;
  outcome: Fact<LoanOutcome>;
  closed_on: Fact<Day>;
  note: MaybeFact<string>;
  closed_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

export interface DeskTables {
  loan: LoanTable;
  open_loan: OpenLoanTable;
  loan_return: LoanReturnTable;
  loan_close: LoanCloseTable;
}
