import type { Rules } from '#core/house/rules.ts';
import type { Day, PersonId } from '#core/kernel/kinds.ts';
import type { Made } from '#core/sheets/made.ts';
import type { Reviewed } from '#core/sheets/row.ts';
import type { Db } from '#data/database.ts';
import type { Step } from '#data/exchange/writeMany.ts';

/** A row of a sheet as it was reviewed, and one of which a certain thing is made. */
export type Row = Reviewed<Made>;
export type Of<Thing extends Made['thing']> = Row & { readonly made: Extract<Made, { thing: Thing }> };

/** An import that is being written: in which transaction, for whom, and what its file was. */
export interface Writing {
  readonly tx: Db;
  readonly actKey: string;
  readonly personId: PersonId;
  readonly today: Day;
  readonly rules: Rules;
  readonly fileName: string;
  readonly sheetNames: readonly string[];
  /** What a row says, as it was written. */
  readonly saidAt: (row: Row) => readonly string[];
  readonly step: Step;
}

/** What tells one row of a file from another. */
export const keyOf = ({ sheet, at }: Pick<Row, 'sheet' | 'at'>): string => `${sheet}:${at}`;
