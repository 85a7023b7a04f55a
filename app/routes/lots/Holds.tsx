import type { SubmissionResult } from '@conform-to/react';
import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { Help } from '#app/ui/Help.tsx';
import { Button } from '#app/ui/Button.tsx';
import { PostForm, SelectField, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { keepTypingFocus } from '#app/ui/typing.ts';
import { HOLD_WORDS, optionsOf } from '#words/vocabulary.ts';
import type { liftHoldForm, setHoldForm } from '#contracts/lots/holds.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { HoldKind } from '#core/lots/words.ts';
import { mayFollow } from '#core/states/machine.ts';
import { HOLD, holdState } from '#core/states/states.ts';

interface HoldView {
  readonly id: number;
  readonly kind: HoldKind;
  readonly reason: string;
  readonly setOn: Day;
  readonly setBy: string | null;
  readonly liftedOn: Day | null;
  readonly liftReason: string | null;
  readonly liftedBy: string | null;
  readonly mayLift: boolean;
  /** Whether a rule laid it whose reason has gone since: a person decides whether it is lifted. */
  readonly isSpent: boolean;
}

/** The holds on a lot: who set them and why, lifted with a reason; nothing on hold is lent. */
export function Holds({
  holds,
  keys,
  setResult,
  liftResult,
}: {
  holds: readonly HoldView[];
  keys: { hold: string; lift: string };
  setResult: SubmissionResult | null;
  liftResult: SubmissionResult | null;
}) {
  return (
    <section aria-label="Holds" id="holds">
      <h2 className="mb-2">
        Holds <Help term="hold" />
      </h2>
      {holds.length === 0 && <p className="mb-3 text-soft">No holds on this lot.</p>}
      <ul className="mb-3">
        {holds.map((hold) => (
          <li key={hold.id} className="border-t border-rule py-2">
            <p className={hold.liftedOn ? 'text-soft line-through decoration-1' : 'font-semibold'}>
              {HOLD_WORDS[hold.kind]}: {hold.reason}
            </p>
            <p className="text-small text-soft">
              Put on hold {formatDate(hold.setOn)} {hold.setBy ? `by ${hold.setBy}` : 'automatically'}
              {hold.liftedOn && `. Removed ${formatDate(hold.liftedOn)} by ${hold.liftedBy}: ${hold.liftReason}`}
            </p>
            {hold.liftedOn === null && hold.isSpent && (
              <p className="text-small font-semibold">May no longer be needed: the reason for this hold no longer applies.</p>
            )}
            {mayFollow(HOLD, holdState(hold), 'hold lifted') &&
              (hold.mayLift ? (
                <LiftHold
                  key={keys.lift}
                  hold={hold}
                  formKey={keys.lift}
                  result={liftResult?.initialValue?.['hold'] === String(hold.id) ? liftResult : null}
                />
              ) : (
                <p className="text-small">Only a coordinator can remove this hold.</p>
              ))}
          </li>
        ))}
      </ul>
      <SetHold key={keys.hold} formKey={keys.hold} result={setResult} />
    </section>
  );
}

function LiftHold({ hold, formKey, result }: { hold: HoldView; formKey: string; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof liftHoldForm>({ id: `lift-${hold.id}`, result, start: { reason: '' } });
  return (
    <details className="mt-1" open={result !== null}>
      <summary className="link inline-flex min-h-11 items-center">Remove hold</summary>
      <PostForm form={form} formKey={formKey} intent="lift" className="mt-1">
        <input type="hidden" name="hold" value={hold.id} />
        <TextField field={fields.reason} label="Reason" hint="What has settled it" />
        <Button type="submit">Remove hold</Button>
      </PostForm>
    </details>
  );
}

function SetHold({ formKey, result }: { formKey: string; result: SubmissionResult | null }) {
  const [open, setOpen] = useState(result !== null);
  useEffect(() => {
    if (result) setOpen(true);
  }, [result]);
  const [form, fields] = usePostForm<typeof setHoldForm>({
    id: 'hold',
    result,
    start: { kind: '', reason: '' },
  });
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button>Put on hold</Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-50 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={keepTypingFocus}
          className="fixed inset-x-0 bottom-0 z-50 max-h-dvh overflow-y-auto border border-edge bg-ground p-6 sm:inset-x-auto sm:top-1/2 sm:bottom-auto sm:left-1/2 sm:w-[30rem] sm:-translate-x-1/2 sm:-translate-y-1/2 sm:rounded-md"
        >
          <Dialog.Title className="mb-4 font-slab text-title font-semibold">Put on hold</Dialog.Title>
          <PostForm form={form} formKey={formKey} intent="hold">
            <SelectField field={fields.kind} label="Kind of hold" empty="Choose" options={optionsOf(HOLD_WORDS)} />
            <TextField field={fields.reason} label="Reason" hint="What has to be settled before it can be lent" />
            <div className="flex gap-3">
              <Button type="submit" look="action">
                Put on hold
              </Button>
              <Dialog.Close asChild>
                <Button>Cancel</Button>
              </Dialog.Close>
            </div>
          </PostForm>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
