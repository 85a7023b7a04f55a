import type { SubmissionResult } from '@conform-to/react';
import { useState } from 'react';
import { Button } from '#app/ui/Button.tsx';
import { Notice } from '#app/ui/Page.tsx';
import { ChoiceField, PostForm, TextField, TickField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { nextStepForm } from '#contracts/bench/bench.ts';
import type { BatchPage } from './WhatNext.tsx';
import { EMPTY_IS_NOW } from './benchWords.ts';
import { TemperatureField } from '#app/ui/TemperatureField.tsx';

/** On to the next step, past some, or over to another method. */
export function MoveOn({ batch, formKey, result }: { batch: BatchPage; formKey: string; result: SubmissionResult | null }) {
  const { next, others, table } = batch;
  const onward = next.map(({ title, ...to }) => ({ value: `${to.method}|${to.step}|${to.place}`, label: title }));
  const targets = [
    ...onward,
    ...others.map(({ title, begins, ...to }) => ({
      value: `${to.method}|${to.step}|${to.place}`,
      label: `Switch to ${title.toLowerCase()}: ${begins}`,
    })),
  ];
  const first = targets[0]?.value ?? '';
  const [form, fields] = usePostForm<typeof nextStepForm>({
    id: `step-${formKey}`,
    result,
    start: { to: first, vessel: batch.view.vessel, celsius: String(batch.celsius) },
  });
  const [to, setTo] = useState<string>(fields.to.initialValue ?? first);
  if (targets.length === 0) return null;
  const chosen = targets.find(({ value }) => value === to) ?? targets[0]!;
  return (
    <section aria-label="Continue" className="border-t border-rule pt-5">
      <h2 className="mb-3">Continue</h2>
      {table && (
        <Notice tone={table.alike ? 'poor' : 'doubt'}>
          Already open on the table: {table.crop} ‘{table.variety}’ {table.code}
          {table.alike ? ', whose seed looks the same. Clear and clean the table before you open this batch.' : '.'}
        </Notice>
      )}
      <PostForm form={form} formKey={formKey} intent="step">
        <input type="hidden" name="turn" value={batch.turn} />
        {(table || fields.cleared.errors) && (
          <TickField field={fields.cleared} label="Table, hands, knife and screens are cleared and cleaned" />
        )}
        {(batch.view.state === 'running' || batch.rindIsSoft || fields.early.errors) && (
          <TickField
            field={fields.early}
            label={
              batch.rindIsSoft ? 'Start anyway: the rind is not hard yet, or the time is not up' : 'It is ready before the earliest time'
            }
          />
        )}
        <div className="grid items-end gap-5 sm:grid-cols-2">
          <TextField field={fields.vessel} label="Which container is it in now?" hint="If you change it, we print a new tag next" />
          <TemperatureField field={fields.celsius} label="Room temperature now" start={result ? undefined : String(batch.celsius)} />
        </div>
        <Button type="submit" look="action">
          {chosen.label}
        </Button>
        <details open={onward.length === 0 || fields.to.errors !== undefined || fields.when.errors !== undefined}>
          <summary className="link inline-flex min-h-11 items-center">Choose another step, method or time</summary>
          <div className="mt-2 space-y-5">
            <TextField field={fields.when} label="When did it begin? (optional)" hint={EMPTY_IS_NOW} />
            <ChoiceField field={fields.to} label="What comes next?" options={targets} onChoose={setTo} />
          </div>
        </details>
      </PostForm>
    </section>
  );
}
