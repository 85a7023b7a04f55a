import { data } from 'react-router';
import { csvFile } from '#app/platform/csv.server.ts';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { findImport, listRows } from '#data/exchange/imports.ts';
import { LEVEL_WORDS, noteWords } from '#words/exchange.ts';
import type { Route } from './+types/corrected.ts';

const AT_ONCE = 1000;

/** A sheet of an import with its corrections, and the notes on each row, to continue in a spreadsheet. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  visitBy(context, request, 'manage people');
  const one = await findImport(db, params.import);
  const asked = new URL(request.url).searchParams.get('sheet') ?? '0';
  const at = /^\d{1,2}$/.test(asked) ? Number(asked) : -1;
  const sheet = one?.sheets[at];
  if (!one || !sheet) throw data(null, { status: 404 });
  const id = one.id;
  const { heads } = sheet;
  async function* pieces() {
    for (let offset = 0; ; offset += AT_ONCE) {
      const { rows } = await listRows(db, id, { sheet: at, only: 'all', search: '', limit: AT_ONCE, offset });
      yield rows.map(({ cells, fixed, level, isKnown, notes }) => ({
        ...Object.fromEntries(heads.map((head, column) => [head || `Column ${column + 1}`, fixed?.[column] ?? cells[column] ?? ''])),
        'Kind Granary says': [LEVEL_WORDS[isKnown ? 'known' : level], ...notes.map(noteWords)].join('. '),
      }));
      if (rows.length < AT_ONCE) return;
    }
  }
  return csvFile(`${one.fileName.replace(/\.\w{2,4}$/, '').replaceAll(/[^\w-]+/g, '-')}-corrected`, pieces());
}
