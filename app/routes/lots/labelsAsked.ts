import type { z } from 'zod';
import { labelsMade } from '#contracts/labels.ts';

/** The lots whose labels a form asks for, each as its code and a number of labels; null where none is chosen, or the form makes no sense. */
export function labelsAsked(form: FormData): z.output<typeof labelsMade> | null {
  const lots = form.getAll('lot').map((chosen) => {
    const [code, labels] = String(chosen).split(' ');
    return { code, labels: Number(labels) };
  });
  return labelsMade.safeParse({ key: form.get('made'), lots }).data ?? null;
}
