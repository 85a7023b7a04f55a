import { sql, type Kysely } from 'kysely';
import { grantApp } from './guards.ts';

const GROWERS = `
-- What a grower agreed to; it is theirs, and goes when they are erased.
create table grower_terms (
  person_id bigint primary key references person,
  skill text not null constraint grower_skill_is_known check (skill in ('easy', 'middling', 'hard')),
  most_lines integer constraint grower_takes_some_lines check (most_lines between 0 and 1000),
  square_metres numeric constraint grower_has_some_room check (square_metres > 0 and square_metres <= 100000),
  not_grown text
);
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  const app = grantApp({
    mayAdd: ['grower_terms'],
    mayUpdate: { grower_terms: 'skill, most_lines, square_metres, not_grown' },
    mayDelete: ['grower_terms'],
  });
  for (const part of [GROWERS, app]) await sql.raw(part).execute(db);
}
