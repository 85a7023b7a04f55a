import { sql, type Kysely } from 'kysely';

/**
 * A library's own cautions were plain sentences, of which the bench went by certain words. Each gets the code that those words stood for;
 * what was shipped comes anew with the almanac.
 */
const CODES = `
update crop set facts = jsonb_set(facts, '{cautions}', coalesce((
  select jsonb_agg(jsonb_build_object('code', code, 'words', sentences) order by first)
  from (
    select case
        when words ~* 'bitter' then 'bitter'
        when words ~* 'hot|gloves.*eyes' then 'hot'
        when words ~* 'poison|toxic' then 'toxic'
        when words ~* 'spin|prickl' then 'spines'
        else 'other' end as code,
      string_agg(words, ' ' order by place) as sentences, min(place) as first
    from jsonb_array_elements_text(facts->'cautions') with ordinality as said(words, place)
    group by 1) as coded), '[]'))
where jsonb_typeof(facts->'cautions'->0) = 'string';
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(CODES).execute(db);
}
