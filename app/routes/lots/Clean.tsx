import type { SubmissionResult } from '@conform-to/react';
import { Button } from '#app/ui/Button.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { cleanForm } from '#contracts/bench/clean.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { EXAMPLES, useUnits } from '#app/ui/units.tsx';

/** Fruit or heads that were taken in whole: by when to open them, and the clean seed that came out. */
export function Clean({
  form: comesAs,
  openBy,
  formKey,
  result,
}: {
  form: string;
  openBy: string | null;
  formKey: string;
  result: SubmissionResult | null;
}) {
  const [form, fields] = usePostForm<typeof cleanForm>({ id: 'clean', result, start: { amount: '' } });
  return (
    <section aria-label="To be cleaned" className="border-l-4 border-doubt bg-sheet px-5 py-4">
      <h2>{comesAs === 'whole fruit' ? 'Whole fruit' : 'Heads or pods'}, to be cleaned</h2>
      {openBy && <p className="mb-3">Open by {formatDate(openBy)}.</p>}
      <PostForm form={form} formKey={formKey} intent="clean">
        <TextField field={fields.amount} label="Clean seed weight or count" hint={EXAMPLES[useUnits()].clean} />
        <Button type="submit">Save clean seed</Button>
      </PostForm>
    </section>
  );
}
