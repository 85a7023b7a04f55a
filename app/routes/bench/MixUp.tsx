import type { SubmissionResult } from '@conform-to/react';
import { Button } from '#app/ui/Button.tsx';
import { PostForm, TickField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { mixUpForm } from '#contracts/bench/bench.ts';
import type { BatchPage } from './WhatNext.tsx';

/** A mix-up, recorded in two taps: open, and what it was. */
export function MixUp({ table, formKey, result }: { table: BatchPage['table']; formKey: string; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof mixUpForm>({
    id: `mix-${formKey}`,
    result,
    start: { withTable: table ? 'on' : null },
  });
  return (
    <details open={result !== null}>
      <summary className="link inline-flex min-h-11 items-center">Record a possible mix-up</summary>
      <div className="mt-2 space-y-3 border-l-4 border-poor bg-sheet px-5 py-4">
        <PostForm form={form} formKey={formKey} intent="mix-up" className="space-y-3">
          <TickField field={fields.discarded} label="The mixed part was thrown away" />
          {table && (
            <TickField field={fields.withTable} label={`Also record it for ${table.crop} ‘${table.variety}’ ${table.code} on the table`} />
          )}
          <div className="flex flex-wrap gap-2">
            {['Seed of another lot got in', 'A tag fell off or was swapped', 'Spilled and swept up'].map((what) => (
              <Button key={what} type="submit" look="grave" name="what" value={what} formNoValidate>
                {what}
              </Button>
            ))}
          </div>
        </PostForm>
      </div>
    </details>
  );
}
