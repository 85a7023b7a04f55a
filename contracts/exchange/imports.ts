import { z } from 'zod';
import { actKey } from '#contracts/fields.ts';
import { FIELDS, THINGS } from '#core/sheets/fields.ts';
import { LEFT_OUT } from '#core/sheets/findTable.ts';
import { NEW_THINGS } from '#core/sheets/made.ts';
import { LEVELS, NOTE_CODES } from '#core/sheets/notes.ts';
import type { Note } from '#core/sheets/notes.ts';

const column = z.enum(FIELDS).nullable();

/** Writing an import that was reviewed. */
export const importInput = z.object({ key: actKey, id: z.uuid() });

/** How a file's sheets were understood, as it is stored. */
export const storedSheets = z.array(
  z.strictObject({
    name: z.string(),
    rows: z.int(),
    heads: z.array(z.string()),
    samples: z.array(z.array(z.string())),
    leftOut: z.array(z.strictObject({ at: z.int(), why: z.enum(LEFT_OUT) })),
    thing: z.enum(THINGS).nullable(),
    columns: z.array(column),
    isRemembered: z.boolean(),
  }),
);

const note: z.ZodType<Note> = z.strictObject({
  level: z.enum(['assumed', 'doubtful', 'wrong']),
  field: z.enum(FIELDS),
  column: z.int().optional(),
  code: z.enum(NOTE_CODES),
  said: z.string(),
  taken: z.string().optional(),
  question: z.string().optional(),
  readings: z.array(z.strictObject({ value: z.string(), shows: z.string() })).optional(),
}) as z.ZodType<Note>;

export const storedNotes = z.array(note);
export const storedQuestions = z.array(z.strictObject({ key: z.string(), rows: z.int(), sheet: z.int(), note }));
export const storedAnswers = z.record(z.string(), z.string());
/** Corrected cells by their column; null where none was. */
export const storedFixes = storedAnswers.nullable();
export const storedCounts = z.partialRecord(z.enum([...LEVELS, 'known', ...THINGS, ...NEW_THINGS]), z.int());
export const storedColumns = z.array(column);

const LONGEST_ANSWER = 200;

/** What each sheet lists and what its columns hold: `thing.0` and `column.0.3`, empty where it is left out. */
export function readColumns(form: FormData, sheets: readonly { readonly heads: readonly string[] }[]) {
  const choice = <const Values extends readonly string[]>(name: string, values: Values): Values[number] | null =>
    values.find((one) => one === form.get(name)) ?? null;
  return sheets.map(({ heads }, sheet) => ({
    thing: choice(`thing.${sheet}`, THINGS),
    columns: heads.map((_, at) => choice(`column.${sheet}.${at}`, FIELDS)),
  }));
}

/** Answers to questions that were asked, `answer.0` for the first of them; those without an answer are left out. */
export function readAnswers(form: FormData, questions: readonly { readonly key: string }[]): Record<string, string> {
  const said = questions.flatMap(({ key }, at) => {
    const answer = form.get(`answer.${at}`);
    return typeof answer === 'string' && answer !== '' && form.get(`question.${at}`) === key
      ? [[key, answer.slice(0, LONGEST_ANSWER)] as const]
      : [];
  });
  return Object.fromEntries(said);
}

/** Cells that were corrected, `cell.0.12.3` for sheet, row and column. */
export function readCells(
  form: FormData,
): { readonly sheet: number; readonly at: number; readonly column: number; readonly said: string }[] {
  return [...form].flatMap(([name, value]) => {
    const [, sheet, at, column] = /^cell\.(\d{1,2})\.(\d{1,6})\.(\d{1,3})$/.exec(name) ?? [];
    return sheet === undefined || typeof value !== 'string'
      ? []
      : [{ sheet: Number(sheet), at: Number(at), column: Number(column), said: value.slice(0, 2000) }];
  });
}
