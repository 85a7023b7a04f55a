import type { SubmissionResult } from '@conform-to/react';
import { Button } from '#app/ui/Button.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';

/** The lending desk's one line: scan the code, say how many packets. */
export function LendForm({
  formKey,
  start,
  leads,
  result,
}: {
  formKey: string;
  start: Record<string, string> | null;
  leads: boolean;
  result: SubmissionResult | null;
}) {
  const [form, fields] = usePostForm<'code' | 'packets' | 'overrideReason'>({ id: 'lend', result, start: { packets: '1', ...start } });
  const needsReason = fields.overrideReason.errors !== undefined;
  return (
    <section aria-label="Lend" className="mb-10 border-l-4 border-grain bg-sheet px-5 py-4">
      <h2 className="mb-3">Lend</h2>
      <PostForm form={form} formKey={formKey}>
        <div className="grid items-start gap-4 sm:grid-cols-[1fr_8rem_auto]">
          <TextField
            field={fields.code}
            label="Lot code"
            hint="Scan the label, or type it"
            autoComplete="off"
            className="font-mono text-large"
          />
          <TextField field={fields.packets} label="Packets" hint="House size" type="number" min={1} max={100} className="text-large" />
          <Button type="submit" look="action" className="sm:mt-[3.2rem]">
            Lend
          </Button>
        </div>
        {needsReason && leads && <TextField field={fields.overrideReason} label="Reason to lend it all the same" />}
        {needsReason && !leads && (
          <p role="alert" className="font-semibold text-poor">
            {fields.overrideReason.errors?.join('. ')}. Call a coordinator.
          </p>
        )}
      </PostForm>
    </section>
  );
}
