import { sql, type RawBuilder, type SqlBool } from 'kysely';
import { searchKey } from '#core/search/searchKey.ts';

/** A word as a pattern: what stands for any character in SQL stands for itself. */
const patternOf = (word: string) => `%${word.replace(/[%_\\]/g, '\\$&')}%`;

/**
 * Whether each word of what was typed stands in one of these texts, whatever its case, accents, apostrophes and quotes. True where nothing
 * was typed.
 * @param texts columns as `table.column`, or expressions
 */
export function holdsWords(typed: string, ...texts: readonly (string | RawBuilder<unknown>)[]): RawBuilder<SqlBool> {
  return keyHoldsWords(
    typed,
    texts.map((text) => sql`search_key(${typeof text === 'string' ? sql.ref(text) : text})`),
  );
}

/** As `holdsWords`, of keys that are kept already. */
export function keyHoldsWords(typed: string, keys: readonly RawBuilder<unknown>[]): RawBuilder<SqlBool> {
  const words = searchKey(typed).split(/\s+/).filter(Boolean);
  if (words.length === 0) return sql<SqlBool>`true`;
  const each = words.map(
    (word) =>
      sql`(${sql.join(
        keys.map((key) => sql`${key} like ${patternOf(word)}`),
        sql` or `,
      )})`,
  );
  return sql<SqlBool>`(${sql.join(each, sql` and `)})`;
}

/** So many rows beyond a page its list is counted: counting all of a long list takes longer than finding the page. */
export const COUNTED_AHEAD = 2000;
