import { expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { openDatabase, type Db } from '#data/database.ts';
import { findSamples, PLACES } from '../support/places.ts';
import { dataAddress, inParallel, sessionOf } from '../support/session.ts';
import { sampleLibrary } from '../http/sampleLibrary.ts';

const sample = sampleLibrary();

/** A formula, an end of whatever it stands in, a script and an image that fails: as somebody means harm with any text that others read. */
const HARM = '=HYPERLINK("x")"\'></script></title></textarea><img src=x onerror=harm()><script>harm()</script>';
/** As the browser would take it for more than text; inside the page's own data the signs are escaped. */
const ACTS = /<img src=x onerror=harm|<script>harm/;

/** Columns of text outside the registry that are told to others: names, and what other libraries say of themselves. */
const NAMES = ['person.name', 'listing_written.library', 'listing_written.how_to_ask', 'lot_label_written.name'];

/** Writes the harm into every free text of the library, as its owner and past every rule. @returns the columns that now hold it */
async function spoil(owner: Db): Promise<string[]> {
  const { rows } = await sql<{ place: string }>`
    select table_name || '.' || column_name as place from free_text join pg_attribute on attrelid = table_name::regclass and attname = column_name
    where format_type(atttypid, null) = 'text'`.execute(owner);
  const spoilt: string[] = [];
  for (const place of [...rows.map((row) => row.place), ...NAMES]) {
    const [table, column] = place.split('.') as [string, string];
    const spoiling = owner.transaction().execute(async (tx) => {
      await sql`alter table ${sql.table(table)} disable trigger user`.execute(tx);
      // Names stand once: each gets a number of its own behind it.
      const { numAffectedRows } =
        await sql`update ${sql.table(table)} set ${sql.ref(column)} = ${HARM} || ' ' || substr(md5(ctid::text), 1, 6)`.execute(tx);
      await sql`set constraints all immediate`.execute(tx);
      await sql`alter table ${sql.table(table)} enable trigger user`.execute(tx);
      return Boolean(numAffectedRows);
    });
    // What may only be one of some words is no text that anybody writes.
    if (await spoiling.catch((error: { constraint?: string }) => !error.constraint?.endsWith('_is_known') && Promise.reject(error)))
      spoilt.push(place);
  }
  return spoilt;
}

test('a script in every free text of the library is nowhere more than text, on no page, in no answer and in no file', async () => {
  const session = sessionOf(sample.library, 'coordinator');
  const samples = await findSamples(session.text);
  const owner = openDatabase({ url: sample.library.database.ownerUrl, most: 1 });
  const spoilt = await spoil(owner);
  await owner.destroy();
  expect(spoilt.length).toBeGreaterThan(30);
  const paths = PLACES.filter(({ route }) => route !== 'sign-out').flatMap((place) => {
    const path = place.path(samples);
    return place.page ? [path, dataAddress(path)] : [path];
  });
  const told = await inParallel(paths, async (path) => {
    const answer = await session.get(path);
    const type = answer.headers.get('content-type') ?? '';
    const text = await answer.text();
    if (answer.status >= 500) return { path, harm: `${answer.status}`, holds: false };
    const acts = type.includes('text/html') && ACTS.test(text);
    // A cell of a table opens a formula with the first sign.
    const opens = type.includes('text/csv') && /(^|[\n,;])"?=HYPERLINK/.test(text);
    return { path, harm: acts ? 'acts as a script' : opens ? 'opens as a formula' : null, holds: text.includes('HYPERLINK') };
  });
  expect(told.filter(({ harm }) => harm !== null)).toEqual([]);
  // The trial is one only where the texts are really shown.
  expect(told.filter(({ holds }) => holds).length).toBeGreaterThan(40);
});
