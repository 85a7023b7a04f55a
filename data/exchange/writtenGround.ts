import { sql } from 'kysely';
import type { Day, GardenId, LineId, PersonId, PlaceId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { ImportMade } from '#data/exchange/tables.ts';
import { writeFacts, writeMany, type Step } from './writeMany.ts';

// What lots speak of: people, places, gardens and lines. The rules of the database hold for each row as for one that was written alone.

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

export const writeMade = (
  db: Db,
  made: readonly { readonly act_key: string; readonly what: ImportMade; readonly of_id: number; readonly name: string }[],
  step: Step,
): Promise<void> => writeFacts(db, 'import_made', { act_key: 'uuid', what: 'text', of_id: 'bigint', name: 'text' }, made, step);
