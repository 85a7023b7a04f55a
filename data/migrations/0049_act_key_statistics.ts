import { sql, type Kysely } from 'kysely';

/**
 * An import writes thousands of rows in one act. PostgreSQL takes few different acts for a sign that those undone are among them, expects next to nothing
 * of every view that leaves out what was undone, and goes through large tables row by row. It is told to take each row for an act of its own.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    do $$
    declare written regclass;
    begin
      for written in
        select attrelid from pg_attribute join pg_class on pg_class.oid = attrelid
        where attname = 'act_key' and relkind = 'r' and relnamespace = current_schema()::regnamespace
      loop
        execute format('alter table %s alter column act_key set (n_distinct = -1)', written);
        execute format('analyze %s', written);
      end loop;
    end $$`.execute(db);
}
