import type { SubmissionResult } from '@conform-to/react';
import { Button } from '#app/ui/Button.tsx';
import { DateField, PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { potForm, reopenForm } from '#contracts/tests/tests.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Day } from '#core/kernel/kinds.ts';

interface Potted {
  readonly seedlings: number;
  readonly pottedOn: Day;
  readonly note: string | null;
  readonly by: string | null;
}

interface Reopened {
  readonly endedOn: Day;
  readonly outcome: 'read' | 'abandoned';
  readonly sprouted: number;
  readonly reason: string;
  readonly reopenedOn: Day;
  readonly by: string | null;
}

const signed = (on: string, by: string | null) => (
  <span className="text-small text-soft">{[formatDate(on), by].filter(Boolean).join(', ')}</span>
);

/** What was done with a test besides counting it: seedlings that were potted up, and ends that were taken back. */
export function AfterTest({
  keys,
  today,
  sprouted,
  potted,
  reopened,
  mayReopen,
  potResult,
  reopenResult,
}: {
  keys: { readonly pot: string; readonly reopen: string };
  today: Day;
  sprouted: number;
  potted: readonly Potted[];
  reopened: readonly Reopened[];
  mayReopen: boolean;
  potResult: SubmissionResult | null;
  reopenResult: SubmissionResult | null;
}) {
  const left = sprouted - potted.reduce((sum, { seedlings }) => sum + seedlings, 0);
  return (
    <section aria-label="After the test" className="mt-8 max-w-2xl">
      <ul>
        {potted.map((one, index) => (
          <li key={index} className="border-t border-rule py-2">
            <b>{one.seedlings} potted up</b>
            {one.note && `: ${one.note}`} {signed(one.pottedOn, one.by)}
          </li>
        ))}
        {reopened.map((one, index) => (
          <li key={index} className="border-t border-rule py-2">
            <b>Re-opened</b> after being {one.outcome === 'read' ? `ended with ${one.sprouted} sprouted` : 'stopped'} on{' '}
            {formatDate(one.endedOn)}: {one.reason} {signed(one.reopenedOn, one.by)}
          </li>
        ))}
      </ul>
      {left > 0 && <PotUp key={keys.pot} formKey={keys.pot} today={today} left={left} result={potResult} />}
      {mayReopen && <Reopen key={keys.reopen} formKey={keys.reopen} result={reopenResult} />}
    </section>
  );
}

function PotUp({ formKey, today, left, result }: { formKey: string; today: Day; left: number; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof potForm>({
    id: `pot-${formKey}`,
    result,
    start: { seedlings: String(left), pottedOn: today },
  });
  return (
    <details {...(result && { open: true })}>
      <summary className="link inline-flex min-h-11 items-center">Pot up seedlings</summary>
      <PostForm form={form} formKey={formKey} intent="pot" className="mt-2 space-y-4">
        <div className="grid max-w-md grid-cols-2 gap-5">
          <TextField field={fields.seedlings} label="Seedlings" hint={`${left} sprouted`} type="number" min={1} max={left} />
          <DateField field={fields.pottedOn} label="Potted on" leaning="past" max={today} />
        </div>
        <TextField
          field={fields.note}
          label="Where they are and who they are for (optional)"
          hint="For example: grow-out in the walled garden"
        />
        <Button type="submit">Save</Button>
      </PostForm>
    </details>
  );
}

function Reopen({ formKey, result }: { formKey: string; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof reopenForm>({ id: `reopen-${formKey}`, result });
  return (
    <details {...(result && { open: true })}>
      <summary className="link inline-flex min-h-11 items-center">Ended by mistake? Re-open test</summary>
      <PostForm form={form} formKey={formKey} intent="reopen" className="mt-2 space-y-4">
        <TextField field={fields.reason} label="Why" hint="For example: ended the wrong test; two more came up" />
        <Button type="submit">Re-open test</Button>
      </PostForm>
    </details>
  );
}
