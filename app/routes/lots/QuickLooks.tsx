import type { SubmissionResult } from '@conform-to/react';
import { Button } from '#app/ui/Button.tsx';
import { DateField, ChoiceField, PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { quickLookForm } from '#contracts/tests/tests.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Count } from '#core/germination/compareTests.ts';
import { QUICK_LOOKS, type QuickLook } from '#core/germination/quickLooks.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { QUICK_LOOK_WORDS } from '#words/tests.ts';

interface Look {
  readonly id: number;
  readonly kind: QuickLook;
  readonly looked: number;
  readonly good: number;
  readonly lookedOn: Day;
  readonly note: string | null;
  readonly by: string | null;
  /** The germination test says another thing. */
  readonly disputed: boolean;
}

/** Quick checks, apart from tests and in words of their own: they carry no weight. */
export function QuickLooks({
  looks,
  test,
  today,
  formKey,
  result,
}: {
  looks: readonly Look[];
  /** The last germination test; null where there is none. */
  test: (Count & { readonly endedOn: Day }) | null;
  today: Day;
  formKey: string;
  result: SubmissionResult | null;
}) {
  const [form, fields] = usePostForm<typeof quickLookForm>({
    id: `look-${formKey}`,
    result,
    start: { kind: 'float', lookedOn: today },
  });
  return (
    <section aria-label="Quick checks">
      {looks.length > 0 && <h3 className="mb-1 font-semibold">Quick checks: not germination tests, and not used for verdicts</h3>}
      <ul>
        {looks.map((look) => (
          <li key={look.id} className="border-t border-rule py-2 text-small">
            {QUICK_LOOK_WORDS[look.kind].title}, {formatDate(look.lookedOn)}: {look.good} of {look.looked} {QUICK_LOOK_WORDS[look.kind].did}
            .{' '}
            <span className="text-soft">
              {QUICK_LOOK_WORDS[look.kind].worth}
              {look.note && ` ${look.note}.`}
              {look.by && ` ${look.by}`}
            </span>
            {test && look.disputed && (
              <span className="block font-semibold">
                The germination test of {formatDate(test.endedOn)} disagrees: {test.sprouted} of {test.laid}. We use the test.
              </span>
            )}
          </li>
        ))}
      </ul>
      <details {...(result && { open: true })}>
        <summary className="link inline-flex min-h-11 items-center">Record a quick check: float, cut or snap</summary>
        <PostForm form={form} formKey={formKey} intent="look" className="mt-2 space-y-4">
          <ChoiceField
            field={fields.kind}
            label="Kind of check"
            options={QUICK_LOOKS.map((value) => ({ value, label: QUICK_LOOK_WORDS[value].title }))}
          />
          <div className="grid grid-cols-2 gap-4">
            <TextField field={fields.looked} label="Seeds checked" type="number" min={1} />
            <TextField field={fields.good} label="Seeds that sank, were full, or snapped" type="number" min={0} />
          </div>
          <DateField field={fields.lookedOn} label="Date" leaning="past" max={today} />
          <TextField field={fields.note} label="Note (optional)" />
          <Button type="submit">Save check</Button>
        </PostForm>
      </details>
    </section>
  );
}
