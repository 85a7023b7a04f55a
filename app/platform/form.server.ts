import { randomUUID } from 'node:crypto';
import type { SubmissionResult } from '@conform-to/react';
import { parseWithZod } from '@conform-to/zod/v4';
import { data, redirect } from 'react-router';
import type { z } from 'zod';
import { MOST_PHOTO_BYTES, TOO_LARGE } from '#contracts/photos.ts';
import type { Command } from '#services/command.server.ts';
import type { Outcome } from '#services/perform.server.ts';
import type { OnRecord } from '#app/ui/TwoVersions.tsx';
import { formOf, intentOf } from './incoming.server.ts';
import { refusalWords } from '#words/refusals.ts';
import type { SignedIn } from './visit.server.ts';
import type { Units } from '#core/units/formatAmount.ts';

/** A key for a form that is about to be shown. */
export const newFormKey = (): string => randomUUID();

/** Reads a posted form by its contract; `reply()` carries errors and what was typed back to the same fields. */
export async function readForm<Schema extends z.ZodType>(request: Request, schema: Schema) {
  const form = await formOf(request);
  return { form, intent: String(form.get('intent') ?? ''), submission: parseForm(form, schema) };
}

/** A form that may bring a photo. One that is too large is not read at all: in its place stands a word that the field's contract refuses. */
export async function readUpload(request: Request): Promise<FormData> {
  const length = Number(request.headers.get('content-length') ?? 0);
  if (length <= MOST_PHOTO_BYTES) return formOf(request);
  const unread = new FormData();
  unread.set('intent', 'check');
  unread.set('photo', TOO_LARGE);
  return unread;
}

/** A form by its contract, what it refuses in words. */
export function parseForm<Schema extends z.ZodType>(form: FormData, schema: Schema) {
  return parseWithZod(form, {
    schema,
    formatError: (issues: readonly z.core.$ZodIssue[]) => issues.map(({ message }) => refusalWords(message)),
  });
}

/** An answer to a form that was not accepted: the page stays as it is, with what was typed, and loads nothing anew. */
export function notAccepted<Result>(result: Result) {
  return data(result, { status: 400 });
}

/** What a page with several forms is told of the one that was sent. */
export interface Acted {
  readonly intent: string;
  readonly result: SubmissionResult | null;
  /** The key it was accepted under. */
  readonly spent?: string;
  /** What it is about, as it is on record by the time the form was refused. */
  readonly now?: OnRecord;
}

/**
 * The forms of a page that has several, each under its intent. `give` reads one by its command's input and gives the command; `act` is for a form
 * from which the command's input has yet to be made. Both put what stands in the way at its field.
 * @param trouble the words for a problem, by field; '' is the form itself
 * @param onRecord what the form that was sent is about, read anew where it is refused
 */
export function formActs<Problem, Intent extends string = string>(
  form: FormData,
  visit: SignedIn,
  intents: readonly Intent[],
  trouble: (problem: Problem, units: Units, intent: Intent) => Record<string, string[]>,
  onRecord?: (intent: Intent) => Promise<OnRecord | undefined>,
) {
  const intent = intentOf(form, intents);
  const refused = (result: SubmissionResult) => notAccepted<Acted>({ intent, result });
  /** @param onward the address to go to when it is done; without it the page stays */
  async function act<Schema extends z.ZodType, Answer, Mine extends Problem>(
    schema: Schema,
    work: (value: z.output<Schema>) => Promise<Outcome<Answer, Mine>>,
    onward?: (answer: Answer) => string,
  ) {
    const submission = parseForm(form, schema);
    if (submission.status !== 'success') return refused(submission.reply());
    const done = await work(submission.value as z.output<Schema>);
    if (!done.ok) {
      const now = await onRecord?.(intent);
      const result = submission.reply({ fieldErrors: trouble(done.problem, visit.house.units, intent) });
      return notAccepted<Acted>({ intent, result, ...(now && { now }) });
    }
    if (onward) throw redirect(onward(done.answer));
    const acted: Acted = { intent, result: null, spent: String(form.get('key')) };
    return acted;
  }
  /** @param of what the page's address says it is about, whatever the form says */
  function give<Input extends { readonly key: string }, Answer, Mine extends Problem>(
    command: Command<Input, Answer, Mine>,
    of: Readonly<Record<string, string | number>>,
    onward?: (answer: Answer) => string,
  ) {
    for (const [name, value] of Object.entries(of)) form.set(name, String(value));
    return act(command.input, (input) => command(visit, input), onward);
  }
  return { intent, act, give };
}
