import type { ColumnType, Generated, GeneratedAlways } from 'kysely';
import type { AccountId, Day, LineId, LoanId, LotId, PersonId, PlaceId, TestId } from '#core/kernel/kinds.ts';
import type { Claim } from '#core/promise/judge.ts';
import type { Level, Note } from '#core/sheets/notes.ts';
import type { Thing } from '#core/sheets/fields.ts';
import type { ColumnFields } from '#core/sheets/row.ts';
import type { LEFT_OUT } from '#core/sheets/findTable.ts';
import type { NewThing } from '#core/sheets/made.ts';
import type { Question } from '#core/sheets/review.ts';
import type { Fact, FactWithDefault, MaybeFact, ReadOnly } from '#data/columns.ts';

/** Where an import is: waiting for the background, or for somebody's answer. */
export type ImportState = 'to read' | 'columns' | 'to review' | 'reviewed' | 'to write' | 'done' | 'failed' | 'to undo';

/** A sheet of an import: how it was understood. Lines that are no rows are told with why. */
export interface ImportedSheet {
  readonly name: string;
  readonly rows: number;
  readonly heads: readonly string[];
  /** First cells of the first rows, column by column, to show what a column holds. */
  readonly samples: readonly (readonly string[])[];
  readonly leftOut: readonly { readonly at: number; readonly why: (typeof LEFT_OUT)[number] }[];
  /** What it lists; null where it is left out. */
  readonly thing: Thing | null;
  readonly columns: ColumnFields;
  /** The columns were settled so for an earlier file with the same heads. */
  readonly isRemembered: boolean;
}

/** How many rows there are of each level, how many were recognised, and what would be made of the others. */
export type ImportCounts = Readonly<Partial<Record<Level | 'known' | Thing | NewThing, number>>>;

interface ImportTable {
  id: Fact<string>;
  account_id: Fact<AccountId>;
  file_name: string;
  contents: Buffer | null;
  state: ImportState;
  undo_key: ColumnType<string | null, string | null | undefined, string | null>;
  undo_account: ColumnType<AccountId | null, AccountId | null | undefined, AccountId | null>;
  undo_reason: ColumnType<string | null, string | null | undefined, string | null>;
  act_key: Fact<string>;
  sheets: ColumnType<readonly ImportedSheet[], string | undefined, string>;
  answers: ColumnType<Readonly<Record<string, string>>, string | undefined, string>;
  questions: ColumnType<readonly Question[], string | undefined, string>;
  counts: ColumnType<ImportCounts, string | undefined, string>;
  only_good: Generated<boolean>;
  digest: string | null;
  trouble: string | null;
  steps_done: Generated<number>;
  steps: Generated<number>;
  is_cancelled: Generated<boolean>;
  version: Generated<number>;
  started_at: Fact<Date>;
  changed_at: Date;
}

interface ImportRowTable {
  import_id: Fact<string>;
  sheet: Fact<number>;
  at: Fact<number>;
  cells: Fact<readonly string[]>;
  heading: MaybeFact<string>;
  fixed: ColumnType<Readonly<Record<string, string>> | null, string | null | undefined, string | null>;
  level: Generated<Level>;
  is_known: Generated<boolean>;
  notes: ColumnType<readonly Note[], string | undefined, string>;
}

interface ImportColumnsTable {
  heads: Fact<string>;
  thing: Thing;
  columns: ColumnType<ColumnFields, string, string>;
  saved_on: Day;
}

interface ImportedRowTable {
  act_key: Fact<string>;
  file_name: Fact<string>;
  sheet: Fact<string>;
  at: Fact<number>;
  print: Fact<Buffer>;
  said: readonly string[];
  lot_id: MaybeFact<LotId>;
  test_id: MaybeFact<TestId>;
  loan_id: MaybeFact<LoanId>;
  person_id: MaybeFact<PersonId>;
  line_id: MaybeFact<LineId>;
  place_id: MaybeFact<PlaceId>;
}

interface LotOriginTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  code: Fact<string>;
  library: MaybeFact<string>;
  act_key: Fact<string>;
}

export type ImportMade = 'person' | 'garden' | 'place' | 'line' | 'alias' | 'story';

interface ImportMadeTable {
  act_key: Fact<string>;
  what: Fact<ImportMade>;
  of_id: Fact<number>;
  name: Fact<string>;
}

/** A kind that another library offers. */
export interface ListedOffer {
  readonly crop: string;
  readonly species: string;
  readonly variety: string;
  readonly label_promises: Claim | null;
}
export type ListedWant = Omit<ListedOffer, 'label_promises'>;

/** A lot that another library has recalled, by its code. */
export interface RecalledThere {
  readonly code: string;
  readonly crop: string;
  readonly variety: string;
  readonly reason: string;
}

interface RecallHeardTable {
  id: GeneratedAlways<number>;
  library: Fact<string>;
  recalled_on: Fact<Day>;
  heard_on: Fact<Day>;
  lots: ColumnType<readonly RecalledThere[], string, never>;
  act_key: Fact<string>;
}

interface GiftTable {
  id: GeneratedAlways<number>;
  lot_id: Fact<LotId>;
  receiver: Fact<string>;
  is_library: Fact<boolean>;
  amount: Fact<number>;
  given_on: Fact<Day>;
  act_key: Fact<string>;
}

interface GiftToldTable {
  id: GeneratedAlways<number>;
  hold_id: Fact<number>;
  gift_id: Fact<number>;
  told_on: Fact<Day>;
  told_by: MaybeFact<PersonId>;
  act_key: Fact<string>;
}

interface ListingTable {
  id: Generated<number>;
  library: Fact<string>;
  library_key: Fact<string>;
  how_to_ask: Fact<string>;
  as_of: Fact<Day>;
  kinds: ColumnType<readonly ListedOffer[], string, never>;
  wants: ColumnType<readonly ListedWant[], string, never>;
  address: MaybeFact<string>;
  is_gone: FactWithDefault<boolean>;
  act_key: Fact<string>;
}

export interface ExchangeTables {
  recall_heard_written: RecallHeardTable;
  recall_heard: ReadOnly<RecallHeardTable>;
  gift_written: GiftTable;
  gift: ReadOnly<GiftTable>;
  gift_told_written: GiftToldTable;
  gift_told: ReadOnly<GiftToldTable>;
  listing_written: ListingTable;
  listing: ReadOnly<ListingTable>;
  import: ImportTable;
  import_row: ImportRowTable;
  import_columns: ImportColumnsTable;
  imported_row_written: ImportedRowTable;
  imported_row: ReadOnly<ImportedRowTable>;
  lot_origin_written: LotOriginTable;
  lot_origin: ReadOnly<LotOriginTable>;
  import_made: ImportMadeTable;
}
