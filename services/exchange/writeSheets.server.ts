import { importInput } from '#contracts/exchange/imports.ts';
import { changeImport, findImport, lockImport } from '#data/exchange/imports.ts';
import { readHouse } from '#data/house/house.ts';
import { command, type Inside } from '#services/command.server.ts';
import { countsOf, digestOf, reviewImport } from './reviewing.server.ts';
import { writeImport } from './writeImport.server.ts';

export type WriteProblem = { readonly code: 'no such import' | 'not now' | 'changed meanwhile' };

/** A step writes up to 5000 rows of one of about eight tables. */
const ROWS_A_STEP = 450;

/**
 * Writes all rows of an import that can be written, or none. They are reviewed once more against the library as it is now: where that says something else
 * than was shown, nothing is written.
 */
export const writeSheets = command(
  'sheet imported',
  { input: importInput },
  async ({ tx, actor, now, today, tools, refuse }: Inside<WriteProblem>, { id }) => {
    // Its row is not locked yet: how far this is, is written there meanwhile.
    const one = (await findImport(tx, id)) ?? refuse({ code: 'no such import' });
    if (one.state !== 'to write') refuse({ code: 'not now' });
    // Looking at the rows once more is about a quarter of it.
    const quarter = (done: number) => Math.floor(done / 4);
    const review = await reviewImport(tx, one, today, (done) => tools.tell(quarter(done)));
    if (digestOf(review) !== one.digest) refuse({ code: 'changed meanwhile' });
    const rows = review.rows.filter(({ made, isKnown, level }) => made !== null && !isKnown && (!one.onlyGood || level !== 'doubtful'));
    const said = new Map(review.written.map(({ sheet, at, cells }) => [`${sheet}:${at}`, cells]));
    let steps = 0;
    const written = await writeImport(
      {
        tx,
        actKey: one.actKey,
        personId: actor.personId,
        today,
        rules: (await readHouse(tx))!.rules,
        fileName: one.fileName,
        sheetNames: one.sheets.map(({ name }) => name),
        saidAt: ({ sheet, at }) => said.get(`${sheet}:${at}`)!,
        step: () => tools.tell(quarter(review.rows.length) + (steps += 1) * ROWS_A_STEP),
      },
      rows,
    );
    if ((await lockImport(tx, id))?.state !== 'to write') refuse({ code: 'not now' });
    await changeImport(tx, id, { state: 'done', counts: { ...countsOf(review), ...written }, questions: [], dropContents: true }, now);
    return { answer: written, subject: one.fileName };
  },
);
