import type { SubmissionResult } from '@conform-to/react';
import { Button } from '#app/ui/Button.tsx';
import { CONTAINER_CHOICES } from '#words/containers.ts';
import { ChoiceField, PostForm, SureField, TextField, TickField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { finishForm, abandonForm } from '#contracts/bench/bench.ts';
import type { BatchPage } from './WhatNext.tsx';
import { EXAMPLES, useUnits } from '#app/ui/units.tsx';

/** Clean seed out of the batch into its lot, or the batch given up. */
export function EndBatch({
  batch,
  keys,
  finished,
  abandoned,
}: {
  batch: BatchPage;
  keys: { end: string; give: string };
  finished: SubmissionResult | null;
  abandoned: SubmissionResult | null;
}) {
  const last = batch.weighings.at(-1);
  const start = {
    amount: batch.byWeight && last ? last.weight : '',
    place: batch.place,
    container: batch.moist ? 'plastic bag' : batch.drying.against.length > 0 ? 'paper envelope' : 'jar',
    liftDrying: 'on',
    sign: batch.signSeen ? 'on' : null,
  };
  const [form, fields] = usePostForm<typeof finishForm>({ id: `finish-${keys.end}`, result: finished, start });
  // What nobody has typed into follows the newest weighing and what was seen; a refused form shows what was sent.
  const follows = finished === null;
  const [giveUp, give] = usePostForm<typeof abandonForm>({ id: `give-${keys.give}`, result: abandoned });
  return (
    <section aria-label="Finish" className="space-y-4 border-t border-rule pt-5">
      <details open={batch.byWeight || batch.moist !== null || finished !== null}>
        <summary className="cursor-pointer font-slab text-large font-semibold">
          {batch.moist ? 'Finish: put clean seed into the lot, undried' : 'Finish: put clean, dry seed into the lot'}
        </summary>
        <PostForm form={form} formKey={keys.end} intent="finish" className="mt-3 space-y-5">
          <input type="hidden" name="turn" value={batch.turn} />
          <TextField
            field={fields.amount}
            label={batch.wasClean ? 'What is left over' : 'Clean seed weight or count'}
            hint={EXAMPLES[useUnits()].clean}
            {...(follows && { defaultValue: start.amount })}
          />
          <SureField field={fields.sure} />
          {!batch.wasClean && (
            <>
              <TextField field={fields.place} label="Where will you keep it?" hint={batch.placeHint} />
              <ChoiceField
                field={fields.container}
                label="Container"
                hint={batch.moist ?? 'Choose one that breathes if the seed is still drying'}
                options={CONTAINER_CHOICES}
                initial={follows ? start.container : undefined}
              />
            </>
          )}
          {!batch.moist && (
            <TickField
              field={fields.sign}
              label={`I have seen the sign: ${batch.drying.sign.charAt(0).toLowerCase()}${batch.drying.sign.slice(1)}`}
              initial={follows ? batch.signSeen : undefined}
            />
          )}
          <TickField
            field={fields.liftDrying}
            label={
              batch.moist ? 'Remove the drying hold: the seed is clean and must stay moist' : 'Remove the drying hold if it is dry enough'
            }
          />
          {(finished || batch.drying.against.length > 0) && (
            <TextField field={fields.reason} label="Why put it away before it is dry? (only if it is not dry)" />
          )}
          <Button type="submit" look="action">
            Finish batch
          </Button>
        </PostForm>
      </details>
      <details open={abandoned !== null}>
        <summary className="link inline-flex min-h-11 items-center">Stop this batch</summary>
        <PostForm form={giveUp} formKey={keys.give} intent="abandon" className="mt-2 space-y-3">
          <input type="hidden" name="turn" value={batch.turn} />
          <TextField
            field={give.reason}
            label="What happened, and how much was lost?"
            hint="For example: all of it sprouted over the weekend"
          />
          <Button type="submit" look="grave">
            Stop batch
          </Button>
        </PostForm>
      </details>
    </section>
  );
}
