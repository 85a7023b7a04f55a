/** The named rules a write can break, as the database reports them. */
export type BrokenRule =
  | 'holding_never_below_zero'
  | 'lot_never_below_zero'
  | 'loan_not_of_hybrid'
  | 'loan_not_of_held_lot'
  | 'mark_is_on_the_towel'
  | 'mark_before_the_end'
  | 'test_not_more_than_laid'
  | 'account_email_once'
  | 'append_only'
  | 'child_not_before_parent'
  | 'evidence_instead_of_key'
  | 'loan_closed_once'
  | 'hold_lifted_once'
  | 'undone_pkey'
  | 'test_ends_once'
  | 'blended_not_of_held_lot'
  | 'potted_not_more_than_laid'
  | 'method_trial_ends_once'
  | 'loan_told_once'
  | 'loan_answered_once'
  | 'batch_ends_once'
  | 'trial_ends_once'
  | 'holding_of_whole_packets'
  | 'grow_out_ends_once'
  | 'season_plan_version_once'
  | 'plot_name_once_per_garden';

interface DatabaseError {
  readonly code: string;
  readonly constraint?: string;
}

function isDatabaseError(error: unknown): error is DatabaseError {
  return error instanceof Error && 'code' in error && typeof error.code === 'string' && /^[0-9A-Z]{5}$/.test(error.code);
}

/** The rule that an error of class 23 (integrity) names, or null for any other error. */
export function brokenRule(error: unknown): BrokenRule | null {
  return isDatabaseError(error) && error.code.startsWith('23') && error.constraint ? (error.constraint as BrokenRule) : null;
}

const SERIALIZATION_FAILURE = '40001';
const DEADLOCK = '40P01';

/** Whether running the same transaction again may well succeed. */
export function worthAnotherTry(error: unknown): boolean {
  return isDatabaseError(error) && (error.code === SERIALIZATION_FAILURE || error.code === DEADLOCK);
}

const LOCK_NOT_AVAILABLE = '55P03';

/** Whether a statement was given up because somebody kept what it needed. */
export const isLockTimeout = (error: unknown): boolean => isDatabaseError(error) && error.code === LOCK_NOT_AVAILABLE;

/** SQLSTATE classes and codes, and codes of Node's sockets, that say PostgreSQL is not there just now rather than that a statement is wrong. */
const ABSENT = /^(08...|57P0[1-5]|53300|ECONN\w+|EPIPE|ETIMEDOUT|EHOSTUNREACH|ENOTFOUND|EAI_AGAIN)$/;
/** What the driver says without a code. */
const ABSENT_WORDS =
  /connection terminated|timeout exceeded when trying to connect|client has encountered a connection error|not queryable/i;

/** Whether the database cannot be reached, or went away under way: the same request may well succeed a little later. */
export function isDatabaseAbsent(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  if (error instanceof AggregateError) return error.errors.length > 0 && error.errors.every(isDatabaseAbsent);
  const code = 'code' in error && typeof error.code === 'string' ? error.code : '';
  return ABSENT.test(code) || ABSENT_WORDS.test(error.message);
}
