import type { SubmissionResult } from '@conform-to/react';
import { Button } from '#app/ui/Button.tsx';
import { CONTAINER_CHOICES } from '#words/containers.ts';
import { ChoiceField, PostForm, TextField, TickField } from '#app/ui/fields.tsx';
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
          {batch.moist ? 'Finish: clean seed goes into the lot, undried' : 'Finish: clean, dry seed goes into the lot'}
        </summary>
        <PostForm form={form} formKey={keys.end} intent="finish" className="mt-3 space-y-5">
          <input type="hidden" name="turn" value={batch.turn} />
          <TextField
            field={fields.amount}
            label={batch.wasClean ? 'What is left of it' : 'Clean seed that came out'}
            hint={EXAMPLES[useUnits()].clean}
            {...(follows && { defaultValue: start.amount })}
          />
          {!batch.wasClean && (
            <>
              <TextField field={fields.place} label="Where does it go?" hint={batch.placeHint} />
              <ChoiceField
                field={fields.container}
                label="Into a"
                hint={batch.moist ?? 'Seed still drying wants one that breathes'}
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
              batch.moist ? 'Remove its hold for drying: it is clean, and stays moist' : 'Lift its hold for drying, when it is dry enough'
            }
          />
          {(finished || batch.drying.against.length > 0) && (
            <TextField field={fields.reason} label="Why it is put away before it is dry (only then)" />
          )}
          <Button type="submit" look="action">
            Finish the batch
          </Button>
        </PostForm>
      </details>
      <details open={abandoned !== null}>
        <summary className="link inline-flex min-h-11 items-center">Give the batch up</summary>
        <PostForm form={giveUp} formKey={keys.give} intent="abandon" className="mt-2 space-y-3">
          <input type="hidden" name="turn" value={batch.turn} />
          <TextField field={give.reason} label="What happened, and what was lost" hint="Sprouted over the weekend, all of it" />
          <Button type="submit" look="grave">
            Give it up
          </Button>
        </PostForm>
      </details>
    </section>
  );
}
