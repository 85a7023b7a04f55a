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

interface LoanDueTable {
  id: GeneratedAlways<number>;
  loan_id: Fact<LoanId>;
  due_on: Fact<Day>;
  why: MaybeFact<string>;
  agreed_on: Fact<Day>;
  written_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface LoanToldTable {
  id: GeneratedAlways<number>;
  loan_id: Fact<LoanId>;
  what: Fact<'failed crop'>;
  note: MaybeFact<string>;
  told_on: Fact<Day>;
  told_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface LoanAnswerTable {
  id: GeneratedAlways<number>;
  told_id: Fact<number>;
  answer: Fact<string>;
  answered_on: Fact<Day>;
  answered_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface RecallToldTable {
  id: GeneratedAlways<number>;
  hold_id: Fact<number>;
  member_id: Fact<PersonId>;
  told_on: Fact<Day>;
  told_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

export interface DeskTables {
  recall_told: RecallToldTable;
  loan_due_written: LoanDueTable;
  loan_due: LoanDueTable;
  loan_told: LoanToldTable;
  loan_answer: LoanAnswerTable;
  loan: LoanTable;
  open_loan: OpenLoanTable;
  loan_return: LoanReturnTable;
  loan_close: LoanCloseTable;
}
