import { sql } from 'kysely';

/** Whether a column holds one of these ids: one parameter however many they are. */
export const isAmong = (column: string, ids: readonly number[]) => sql<boolean>`${sql.ref(column)} = any(${sql.val([...ids])}::bigint[])`;
