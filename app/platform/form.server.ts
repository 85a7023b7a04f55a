import { randomUUID } from 'node:crypto';
import { parseWithZod } from '@conform-to/zod/v4';
import { data } from 'react-router';
import type { z } from 'zod';

/** A key for a form that is about to be shown. */
export const newFormKey = (): string => randomUUID();

/** Reads a posted form by its contract; `reply()` carries errors and what was typed back to the same fields. */
export async function readForm<Schema extends z.ZodType>(request: Request, schema: Schema) {
  const form = await request.formData();
  return { form, intent: String(form.get('intent') ?? ''), submission: parseWithZod(form, { schema }) };
}

export { parseWithZod };

/** An answer to a form that was not accepted: the page stays as it is, with what was typed, and loads nothing anew. */
export function notAccepted<Result>(result: Result) {
  return data(result, { status: 400 });
}
