import { sql } from 'kysely';
import type { GrowerLoad, GrowerTerms } from '#core/growout/growers.ts';
import type { PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { isOpen } from './standing.ts';

/** What a grower agreed to; undefined where nobody asked. */
export const findTerms = (db: Db, personId: PersonId): Promise<GrowerTerms | undefined> =>
  db
    .selectFrom('grower_terms')
    .select(['skill', 'most_lines as mostLines', 'square_metres as squareMetres', 'most_hours as mostHours', 'not_grown as notGrown'])
    .where('person_id', '=', personId)
    .executeTakeFirst();

/** What all growers agreed to. */
export const listTerms = (db: Db): Promise<(GrowerTerms & { readonly personId: PersonId })[]> =>
  db
    .selectFrom('grower_terms')
    .select([
      'person_id as personId',
      'skill',
      'most_lines as mostLines',
      'square_metres as squareMetres',
      'most_hours as mostHours',
      'not_grown as notGrown',
    ])
    .execute();

export async function saveTerms(
  db: Db,
  personId: PersonId,
  { skill, mostLines, squareMetres, mostHours, notGrown }: GrowerTerms,
): Promise<void> {
  const terms = { skill, most_lines: mostLines, square_metres: squareMetres, most_hours: mostHours, not_grown: notGrown };
  await db
    .insertInto('grower_terms')
    .values({ person_id: personId, ...terms })
    .onConflict((conflict) => conflict.column('person_id').doUpdateSet(terms))
    .execute();
}

export async function forgetTerms(db: Db, personId: PersonId): Promise<void> {
  await db.deleteFrom('grower_terms').where('person_id', '=', personId).execute();
}

/** Grow-outs under way with a grower, and the room and hours that they take together where that is settled. */
export async function loadOfGrower(db: Db, personId: PersonId): Promise<GrowerLoad> {
  const { rows } = await sql<GrowerLoad>`
    select count(*)::int as lines, coalesce(sum(place.square_metres), 0) as "squareMetres", coalesce(sum(place.hours), 0) as hours
    from grow_out
    join lateral (select step, grower_id from grow_out_step where grow_out_id = grow_out.id and step in ('offered', 'agreed', 'declined') order by id desc limit 1) as asked on true
    left join grow_out_place as place on place.grow_out_id = grow_out.id
    where asked.grower_id = ${personId} and asked.step <> 'declined'
      and ${isOpen}`.execute(db);
  return rows[0]!;
}
