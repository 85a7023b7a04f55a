import { sql } from 'kysely';
import type { Day, GardenId, LineId, LotId, PersonId, PlaceId } from '#core/kernel/kinds.ts';
import type { Passport } from '#core/passport/passport.ts';
import type { HoldKind } from '#core/lots/words.ts';
import type { RuledHold } from '#core/passport/holds.ts';
import { lotRow, type NewLot } from '#data/lots/lots.ts';
import type { Db } from '#data/database.ts';
import type { ImportMade } from '#data/exchange/tables.ts';
import { writeFacts, writeMany } from './writeMany.ts';

// Everything that an import writes, table by table. The rules of the database hold for each row as for one that was written alone.

export type Step = () => Promise<void>;

export interface PersonToWrite {
  readonly name: string;
  readonly email: string | null;
  readonly phone: string | null;
  readonly note: string | null;
  readonly is_member: boolean;
  readonly group_of: number | null;
}

export const writePeople = (db: Db, people: readonly PersonToWrite[], step: Step): Promise<PersonId[]> =>
  writeMany(
    db,
    'person',
    { name: 'text', email: 'text', phone: 'text', note: 'text', is_member: 'boolean', group_of: 'integer' },
    people,
    step,
  );

/** Places by name: those that there are, opened again where they were closed, and new ones. */
export async function ensurePlaces(
  db: Db,
  names: readonly string[],
): Promise<{ readonly idOf: ReadonlyMap<string, PlaceId>; readonly made: readonly PlaceId[] }> {
  if (names.length === 0) return { idOf: new Map(), made: [] };
  const list = sql`unnest(${sql.val([...names])}::text[]) as said (name)`;
  const opened = await sql<{
    id: number;
  }>`update place set closed_on = null from ${list} where lower(place.name) = lower(said.name) and closed_on is not null returning place.id`.execute(
    db,
  );
  const made = await sql<{
    id: number;
  }>`insert into place (name) select distinct on (lower(said.name)) said.name from ${list} on conflict do nothing returning id`.execute(db);
  const found = await sql<{
    id: number;
    name: string;
  }>`select id, lower(name) as name from place where lower(name) in (select lower(said.name) from ${list})`.execute(db);
  return { idOf: new Map(found.rows.map(({ id, name }) => [name, id])), made: [...opened.rows, ...made.rows].map(({ id }) => id) };
}

export const writeClimates = (
  db: Db,
  climates: readonly {
    readonly place_id: PlaceId;
    readonly since: Day;
    readonly celsius: number;
    readonly humidity: number;
    readonly why: string;
    readonly written_by: PersonId;
    readonly act_key: string;
  }[],
  step: Step,
): Promise<void> =>
  writeFacts(
    db,
    'place_climate_written',
    { place_id: 'bigint', since: 'date', celsius: 'numeric', humidity: 'numeric', why: 'text', written_by: 'bigint', act_key: 'uuid' },
    climates,
    step,
  );

export interface GardenToWrite {
  readonly person_id: PersonId | null;
  readonly name: string;
}

/** Gardens by whose they are and name; those that there are, and new ones. */
export async function ensureGardens(
  db: Db,
  gardens: readonly GardenToWrite[],
): Promise<{ readonly idOf: (garden: GardenToWrite) => GardenId; readonly made: readonly GardenId[] }> {
  const list = sql`jsonb_to_recordset(${JSON.stringify(gardens)}::jsonb) as said (person_id bigint, name text)`;
  const { rows: made } = await sql<{ id: number }>`insert into garden (person_id, name)
    select distinct on (coalesce(person_id, 0), lower(name)) person_id, name from ${list} on conflict do nothing returning id`.execute(db);
  const { rows } = await sql<{
    id: number;
    personId: number | null;
    name: string;
  }>`select distinct garden.id, garden.person_id as "personId", lower(garden.name) as name from garden join ${list}
    on lower(garden.name) = lower(said.name) and garden.person_id is not distinct from said.person_id`.execute(db);
  const key = (personId: number | null, name: string) => `${personId ?? 0}:${name.toLowerCase()}`;
  const ids = new Map(rows.map(({ id, personId, name }) => [key(personId, name), id]));
  return { idOf: ({ person_id, name }) => ids.get(key(person_id, name))!, made: made.map(({ id }) => id) };
}

export interface LineToWrite {
  readonly crop_id: string;
  readonly name: string;
  readonly aim: string;
}

/** Lines by crop and name: those that there are, under their own name or another of theirs, and new ones. */
export async function ensureLines(
  db: Db,
  lines: readonly LineToWrite[],
): Promise<{ readonly idOf: (cropId: string, name: string) => LineId; readonly made: readonly LineId[] }> {
  const list = sql`jsonb_to_recordset(${JSON.stringify(lines)}::jsonb) as said (crop_id text, name text, aim text)`;
  const { rows: made } = await sql<{ id: number }>`insert into line (crop_id, name, aim)
    select distinct on (crop_id, lower(name)) crop_id, name, aim from ${list}
    where not exists (select from line_alias join line on line.id = line_alias.line_id where line.crop_id = said.crop_id and lower(line_alias.name) = lower(said.name))
    on conflict do nothing returning id`.execute(db);
  const { rows } = await sql<{ id: number; cropId: string; name: string }>`
    select distinct on ("cropId", name) id, "cropId", name from (
      select line.id, said.crop_id as "cropId", lower(said.name) as name, 1 as rank from ${list}
        join line on line.crop_id = said.crop_id and lower(line.name) = lower(said.name)
      union all
      select line.id, said.crop_id, lower(said.name), 2 from ${list}
        join line_alias on lower(line_alias.name) = lower(said.name) join line on line.id = line_alias.line_id and line.crop_id = said.crop_id
    ) as found order by "cropId", name, rank`.execute(db);
  const ids = new Map(rows.map(({ id, cropId, name }) => [`${cropId}:${name}`, id]));
  return { idOf: (cropId, name) => ids.get(`${cropId}:${name.toLowerCase()}`)!, made: made.map(({ id }) => id) };
}

/** Lists lines that were entered without a lot, gives those without a story theirs, and adds other names. @returns what was added */
export async function writeLineWords(
  db: Db,
  lines: readonly { readonly id: LineId; readonly story: string | null; readonly aliases: readonly string[] }[],
): Promise<readonly { readonly what: 'line' | 'alias' | 'story'; readonly id: LineId; readonly name: string }[]> {
  const told = sql`jsonb_to_recordset(${JSON.stringify(lines)}::jsonb) as said (id bigint, story text, aliases jsonb)`;
  const listed = await sql<{
    id: number;
  }>`update line set is_listed = true from ${told} where line.id = said.id and not is_listed returning line.id`.execute(db);
  const stories = await sql<{
    id: number;
  }>`update line set story = said.story, version = version + 1 from ${told} where line.id = said.id and said.story is not null and line.story is null returning line.id`.execute(
    db,
  );
  const aliases = await sql<{ id: number; name: string }>`
    insert into line_alias (line_id, name) select distinct on (said.id, lower(alias)) said.id, alias from ${told} cross join jsonb_array_elements_text(said.aliases) as alias
    where not exists (select from line_alias as known where known.line_id = said.id and lower(known.name) = lower(alias))
    on conflict do nothing returning line_id as id, name`.execute(db);
  return [
    ...listed.rows.map(({ id }) => ({ what: 'line' as const, id, name: '' })),
    ...stories.rows.map(({ id }) => ({ what: 'story' as const, id, name: '' })),
    ...aliases.rows.map(({ id, name }) => ({ what: 'alias' as const, id, name })),
  ];
}

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

export const writeMade = (
  db: Db,
  made: readonly { readonly act_key: string; readonly what: ImportMade; readonly of_id: number; readonly name: string }[],
  step: Step,
): Promise<void> => writeFacts(db, 'import_made', { act_key: 'uuid', what: 'text', of_id: 'bigint', name: 'text' }, made, step);

/** Lets the background judge these lots and reckon their outlooks. */
export async function waitForReckoning(db: Db, lotIds: readonly LotId[]): Promise<void> {
  const ids = sql`unnest(${sql.val([...lotIds])}::bigint[])`;
  await sql`insert into outlook_stale (lot_id) select ${ids} on conflict (lot_id) do update set since = now()`.execute(db);
}
