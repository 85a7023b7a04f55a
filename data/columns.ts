import type { ColumnType, SelectType } from 'kysely';

/** A fact: written once, never updated. */
export type Fact<T> = ColumnType<T, T, never>;
/** Written once, or left to the column's default. */
export type FactWithDefault<T> = ColumnType<T, T | undefined, never>;
/** A fact that may be left out and is then null. */
export type MaybeFact<T> = ColumnType<T | null, T | null | undefined, never>;
/** A view that is only read. */
export type ReadOnly<T> = { [K in keyof T]: ColumnType<SelectType<T[K]>, never, never> };
export type WrittenAt = ColumnType<Date, never, never>;
