import type { SubmissionResult } from '@conform-to/react';
import { Button } from '#app/ui/Button.tsx';
import { Notice } from '#app/ui/Page.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { discardForm } from '#contracts/tests/tests.ts';

/** Discarding what is left of a lot: compost for seed that is dead, never for treated seed. */
export function Discard({ treated, formKey, result }: { treated: string | null; formKey: string; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof discardForm>({ id: `discard-${formKey}`, result });
  return (
    <details id="discard" className="no-print" {...(result && { open: true })}>
      <summary className="link inline-flex min-h-11 items-center">Discard what is left</summary>
      <PostForm form={form} formKey={formKey} intent="discard" className="mt-2 max-w-md space-y-4">
        {treated !== null && (
          <Notice tone="poor">
            {treated === 'yes' ? 'Treated seed' : 'Perhaps treated'}: do not compost it, and never use it as food or feed. Wear gloves, and
            dispose of it as the packet says.
          </Notice>
        )}
        <TextField field={fields.reason} label="Why" hint="Failed its germination test; mouldy; replaced" />
        <Button type="submit" look="grave">
          {treated === null ? 'Compost it' : 'Record as disposed of'}
        </Button>
      </PostForm>
    </details>
  );
}
