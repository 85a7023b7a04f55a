import { sql, type Expression } from 'kysely';

/** Whether a column holds one of these ids: one parameter however many they are. */
export const isAmong = (column: string, ids: readonly number[]) => sql<boolean>`${sql.ref(column)} = any(${sql.val([...ids])}::bigint[])`;

/**
 * Whether a column holds one of the ids that a question finds. It is asked first, and its few rows then looked up one by one: as `in (…)` it may be joined
 * last, after all rows of all tables.
 */
export const isFoundBy = (column: string, found: Expression<unknown>) => sql<boolean>`${sql.ref(column)} = any(array(${found}))`;
