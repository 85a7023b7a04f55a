import type { SubmissionResult } from '@conform-to/react';
import { Form } from 'react-router';
import { Button } from '#app/ui/Button.tsx';
import type { Tone } from '#words/tone.ts';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { PhotoField, PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { checkForm } from '#contracts/bench/bench.ts';
import { MOST_PHOTO_BYTES } from '#contracts/photos.ts';
import { PHOTO_TROUBLE } from '#words/photos.ts';
import type { Route } from './+types/batch.ts';
import { EMPTY_IS_NOW } from './benchWords.ts';

export type BatchPage = Route.ComponentProps['loaderData'];

const TONES: Record<BatchPage['view']['state'], Tone> = {
  overdue: 'poor',
  'past usual': 'doubt',
  ripe: 'good',
  hands: 'plain',
  weight: 'frost',
  running: 'frost',
};

/** What the batch is at, what its clock says, what to look for, and what was seen, with one tap. */
export function WhatNext({
  batch,
  keys,
  result,
}: {
  batch: BatchPage;
  keys: { check: string; note: string };
  result: SubmissionResult | null;
}) {
  const { view, lookFor, ifLeft } = batch;
  const [form, fields] = usePostForm<typeof checkForm>({
    id: `check-${keys.note}`,
    result,
    start: { turn: String(batch.turn) },
  });
  return (
    <Reckoning
      tone={TONES[view.state]}
      question={`Step ${view.place + 1} of ${view.of}, since ${view.since}`}
      verdict={view.step}
      figure={
        <p className="text-large">
          {view.next}
          {view.hours && <span className="block text-base text-soft">{view.hours}</span>}
        </p>
      }
      reasons={[`If you leave it: ${ifLeft.charAt(0).toLowerCase()}${ifLeft.slice(1)}`]}
      actions={
        <div className="w-full space-y-3">
          <p className="font-semibold" id="seen-now">
            What do you see? Tap it.
          </p>
          <div className="flex flex-wrap gap-2" role="group" aria-labelledby="seen-now">
            {[...lookFor, 'Nothing yet'].map((seen) => (
              <Form key={seen} method="post">
                <input type="hidden" name="key" value={keys.check} />
                <input type="hidden" name="intent" value="check" />
                <input type="hidden" name="turn" value={batch.turn} />
                <Button type="submit" name="seen" value={seen}>
                  {seen}
                </Button>
              </Form>
            ))}
          </div>
          <details key={keys.note} {...(result && { open: true })}>
            <summary className="link inline-flex min-h-11 items-center">Describe something else, add a photo or an earlier time</summary>
            <PostForm form={form} formKey={keys.note} intent="check" className="space-y-3" encType="multipart/form-data">
              <input type="hidden" name="turn" value={batch.turn} />
              <TextField field={fields.seen} label="What did you see?" />
              <PhotoField
                field={fields.photo}
                label="Photo (optional)"
                hint="We remove the location from the photo"
                most={MOST_PHOTO_BYTES}
                tooLarge={PHOTO_TROUBLE['too large']}
              />
              <TextField field={fields.when} label="When was it? (optional)" hint={EMPTY_IS_NOW} />
              <Button type="submit">Save observation</Button>
            </PostForm>
          </details>
        </div>
      }
    />
  );
}
