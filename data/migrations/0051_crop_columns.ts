import { sql, type Kysely } from 'kysely';

/**
 * The facts of a crop are long, and PostgreSQL unpacks all of them for each row of a list that shows one. What lists show of a crop stands in columns
 * of its own, worked out by the database from the facts. And the year report finds what came in and what was lost without going through every movement.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    alter table crop
      add column species text generated always as (facts->>'species') stored,
      add column family text generated always as (facts->>'family') stored,
      add column crossing_group text generated always as (facts->>'group') stored,
      add column ease text generated always as (facts->>'ease') stored,
      add column life_cycle text generated always as (facts->>'lifeCycle') stored,
      add column known_by text generated always as (facts->>'knownBy') stored,
      add column also_called jsonb generated always as (facts->'alsoCalled') stored,
      add column may_mean jsonb generated always as (coalesce(facts->'mayMean', '[]')) stored,
      add column seed_looks jsonb generated always as (facts->'seedLooks') stored,
      add column cautions jsonb generated always as (facts->'cautions') stored`.execute(db);
  await sql`
    create index movement_in_or_lost on movement (happened_on)
      where from_outside is not null or to_outside = 'waste' or kind = 'missing'`.execute(db);
}
