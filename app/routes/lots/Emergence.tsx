import type { SubmissionResult } from '@conform-to/react';
import { Button } from '#app/ui/Button.tsx';
import { DateField, PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { emergenceForm } from '#contracts/tests/emergence.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Day } from '#core/kernel/kinds.ts';

/** What members saw come up: evidence of another kind than a test, shown apart. */
export function Emergence({
  formKey,
  today,
  seen,
  result,
}: {
  formKey: string;
  today: Day;
  seen: readonly { on: string; sown: number; up: number; note: string | null; by: string | null }[];
  result: SubmissionResult | null;
}) {
  const [form, fields] = usePostForm<typeof emergenceForm>({ id: `emergence-${formKey}`, result, start: { seenOn: today } });
  return (
    <section aria-label="Germination in members’ gardens">
      <h2 className="mb-2">Germination in members’ gardens</h2>
      <ul>
        {seen.map(({ on, sown, up, note, by }, index) => (
          <li key={index} className="border-t border-rule py-2">
            <b>
              {up} of {sown}
            </b>{' '}
            came up, {formatDate(on)}
            {by && <span className="text-small text-soft"> · {by}</span>}
            {note && <p className="text-small text-soft">{note}</p>}
          </li>
        ))}
      </ul>
      <details open={result !== null}>
        <summary className="link inline-flex min-h-11 items-center">Add a germination report from a garden</summary>
        <PostForm form={form} formKey={formKey} intent="emergence" className="mt-2 space-y-4">
          <div className="grid grid-cols-2 gap-4">
            <TextField field={fields.sown} label="Sown" type="number" min={1} />
            <TextField field={fields.up} label="Came up" type="number" min={0} />
          </div>
          <DateField field={fields.seenOn} label="Counted on" leaning="past" max={today} />
          <TextField field={fields.note} label="Note (optional)" hint="Cold May, slugs" />
          <Button type="submit">Save report</Button>
        </PostForm>
      </details>
    </section>
  );
}
