import { sql } from 'kysely';
import type { Day, LineId, LotId, PersonId, PlaceId } from '#core/kernel/kinds.ts';
import type { Passport } from '#core/passport/passport.ts';
import type { HoldKind } from '#core/lots/words.ts';
import type { RuledHold } from '#core/passport/holds.ts';
import { lotRow, type NewLot } from '#data/lots/lots.ts';
import type { Db } from '#data/database.ts';
import { writeFacts, writeMany, type Step } from './writeMany.ts';

// Lots and what is known of them: passports, stock, tests, loans. The rules of the database hold for each row as for one that was written alone.

/** Writes lots in their order. @returns their ids, in that order */
export const writeLots = (db: Db, lots: readonly NewLot[], step: Step): Promise<LotId[]> =>
  writeMany(
    db,
    'lot_written',
    {
      code: 'text',
      line_id: 'bigint',
      origin: 'text',
      kind: 'text',
      unit: 'text',
      seeds_per_gram: 'numeric',
      donor_id: 'bigint',
      garden_id: 'bigint',
      harvested: 'text',
      plants_harvested: 'integer',
      treated: 'text',
      form: 'text',
      open_by: 'date',
      generation: 'integer',
      note: 'text',
      taken_in_on: 'date',
      search_text: 'text',
      act_key: 'uuid',
    },
    lots.map(lotRow),
    step,
  );

export const writeParents = (
  db: Db,
  parents: readonly { readonly child_id: LotId; readonly parent_id: LotId }[],
  step: Step,
): Promise<void> => writeFacts(db, 'lot_parent', { child_id: 'bigint', parent_id: 'bigint' }, parents, step);

export const writePassports = (
  db: Db,
  passports: readonly {
    readonly lot_id: LotId;
    readonly answers: Passport;
    readonly written_on: Day;
    readonly written_by: PersonId;
    readonly act_key: string;
  }[],
  step: Step,
): Promise<void> =>
  writeFacts(
    db,
    'passport_written',
    { lot_id: 'bigint', answers: 'jsonb', written_on: 'date', written_by: 'bigint', act_key: 'uuid' },
    passports,
    step,
  );

/** Puts one container of each lot into its place. @returns the holdings, in the order of the lots */
export const writeHoldings = (
  db: Db,
  holdings: readonly { readonly lot_id: LotId; readonly place_id: PlaceId; readonly container: string }[],
  step: Step,
): Promise<number[]> => writeMany(db, 'holding', { lot_id: 'bigint', place_id: 'bigint', container: 'text' }, holdings, step);

export interface ReceivedToWrite {
  readonly act_key: string;
  readonly lot_id: LotId;
  readonly to_holding: number;
  readonly amount: number;
  readonly typed: string | null;
  readonly reason: string;
  readonly happened_on: Day;
  readonly person_id: PersonId;
}

export const writeReceived = (db: Db, received: readonly ReceivedToWrite[], step: Step): Promise<void> =>
  writeFacts(
    db,
    'movement',
    {
      act_key: 'uuid',
      lot_id: 'bigint',
      kind: 'text',
      from_outside: 'text',
      to_holding: 'bigint',
      amount: 'bigint',
      typed: 'text',
      reason: 'text',
      happened_on: 'date',
      person_id: 'bigint',
    },
    received.map((one) => ({ ...one, kind: 'received', from_outside: 'donors' })),
    step,
  );

export interface TestToWrite {
  readonly lot_id: LotId;
  readonly laid_on: Day;
  readonly seeds_laid: number;
  readonly counted: string;
  readonly celsius: number;
  readonly spot: string;
  readonly first_count_days: number;
  readonly final_count_days: number;
  readonly laid_by: PersonId;
  readonly act_key: string;
}

export const writeTests = (db: Db, tests: readonly TestToWrite[], step: Step): Promise<number[]> =>
  writeMany(
    db,
    'germination_test_written',
    {
      lot_id: 'bigint',
      laid_on: 'date',
      seeds_laid: 'integer',
      counted: 'text',
      celsius: 'integer',
      spot: 'text',
      first_count_days: 'integer',
      final_count_days: 'integer',
      laid_by: 'bigint',
      act_key: 'uuid',
    },
    tests,
    step,
  );

export interface EndToWrite {
  readonly test_id: number;
  readonly ended_on: Day;
  readonly outcome: 'read';
  readonly sprouted: number;
  readonly dead: number;
  readonly reason: string | null;
  readonly ended_by: PersonId;
  readonly act_key: string;
}

export const writeEnds = (db: Db, ends: readonly EndToWrite[], step: Step): Promise<void> =>
  writeFacts(
    db,
    'test_ending_written',
    {
      test_id: 'bigint',
      ended_on: 'date',
      outcome: 'text',
      sprouted: 'integer',
      dead: 'integer',
      reason: 'text',
      ended_by: 'bigint',
      act_key: 'uuid',
    },
    ends,
    step,
  );

export interface LoanToWrite {
  readonly lot_id: LotId;
  readonly member_id: PersonId;
  readonly packets: number;
  readonly seeds_per_packet: number;
  readonly lent_on: Day;
  readonly due_on: Day;
  readonly lent_by: PersonId;
  readonly act_key: string;
}

export const writeLoans = (db: Db, loans: readonly LoanToWrite[], step: Step): Promise<number[]> =>
  writeMany(
    db,
    'loan_written',
    {
      lot_id: 'bigint',
      member_id: 'bigint',
      packets: 'integer',
      seeds_per_packet: 'integer',
      lent_on: 'date',
      due_on: 'date',
      lent_by: 'bigint',
      act_key: 'uuid',
    },
    loans,
    step,
  );

export const writeCloses = (
  db: Db,
  closes: readonly {
    readonly loan_id: number;
    readonly outcome: string;
    readonly closed_on: Day;
    readonly note: string | null;
    readonly closed_by: PersonId;
    readonly act_key: string;
  }[],
  step: Step,
): Promise<void> =>
  writeFacts(
    db,
    'loan_close_written',
    { loan_id: 'bigint', outcome: 'text', closed_on: 'date', note: 'text', closed_by: 'bigint', act_key: 'uuid' },
    closes,
    step,
  );

export const writeHolds = (
  db: Db,
  holds: readonly {
    readonly lot_id: LotId;
    readonly kind: HoldKind;
    readonly rule: RuledHold['why'] | null;
    readonly reason: string;
    readonly set_on: Day;
    readonly act_key: string;
  }[],
  step: Step,
): Promise<void> =>
  writeFacts(
    db,
    'hold_written',
    { lot_id: 'bigint', kind: 'text', rule: 'text', reason: 'text', set_on: 'date', act_key: 'uuid' },
    holds,
    step,
  );

export const writeTrials = (
  db: Db,
  trials: readonly {
    readonly lot_id: LotId;
    readonly must_show: string;
    readonly plants_wanted: number;
    readonly set_on: Day;
    readonly act_key: string;
  }[],
  step: Step,
): Promise<void> =>
  writeFacts(
    db,
    'trial_written',
    { lot_id: 'bigint', must_show: 'text', plants_wanted: 'integer', set_on: 'date', act_key: 'uuid' },
    trials,
    step,
  );

export const writeOrigins = (
  db: Db,
  origins: readonly { readonly lot_id: LotId; readonly code: string; readonly library: string | null; readonly act_key: string }[],
  step: Step,
): Promise<void> =>
  writeFacts(db, 'lot_origin_written', { lot_id: 'bigint', code: 'text', library: 'text', act_key: 'uuid' }, origins, step);

export interface SourceToWrite {
  readonly act_key: string;
  readonly file_name: string;
  readonly sheet: string;
  readonly at: number;
  /** Hexadecimal. */
  readonly print: string;
  readonly said: readonly string[];
  readonly lot_id: LotId | null;
  readonly test_id: number | null;
  readonly loan_id: number | null;
  readonly person_id: PersonId | null;
  readonly line_id: LineId | null;
  readonly place_id: PlaceId | null;
}

export const writeSources = (db: Db, sources: readonly SourceToWrite[], step: Step): Promise<void> =>
  writeFacts(
    db,
    'imported_row_written',
    {
      act_key: 'uuid',
      file_name: 'text',
      sheet: 'text',
      at: 'integer',
      print: 'bytea',
      said: 'text[]',
      lot_id: 'bigint',
      test_id: 'bigint',
      loan_id: 'bigint',
      person_id: 'bigint',
      line_id: 'bigint',
      place_id: 'bigint',
    },
    sources,
    step,
  );

/** Lets the background judge these lots and reckon their outlooks. */
export async function waitForReckoning(db: Db, lotIds: readonly LotId[]): Promise<void> {
  const ids = sql`unnest(${sql.val([...lotIds])}::bigint[])`;
  await sql`insert into outlook_stale (lot_id) select ${ids} on conflict (lot_id) do update set since = now()`.execute(db);
}
