import type { SubmissionResult } from '@conform-to/react';
import { useState } from 'react';
import { Button } from '#app/ui/Button.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { ChoiceField, PostForm, TextField, TickField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { openTreatedForm, shutAwayForm } from '#contracts/bench/bench.ts';
import { checksFor, TREATMENT_FACTS, TREATMENTS, type Treatment } from '#core/bench/treatments.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { AwayPage } from './away.tsx';
import { CONTAINER_CHECK_WORDS, TREATMENT_WORDS } from '#words/bench.ts';
import { FieldError } from '#app/ui/FieldParts.tsx';

const STATE_WORDS = {
  'too early': { tone: 'frost', verdict: 'Leave it shut' },
  'may be opened': { tone: 'doubt', verdict: 'May be opened; longer is surer' },
  sure: { tone: 'good', verdict: 'Done: take it out' },
  'too long': { tone: 'poor', verdict: 'Take it out: it has been shut too long for sowing' },
} as const;

/** What a treatment has done so far, and taking the lot out of it. */
export function Shut({ shut, formKey, result }: { shut: NonNullable<AwayPage['shut']>; formKey: string; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof openTreatedForm>({ id: `open-${formKey}`, result, start: { liftPests: 'on' } });
  const { clock } = shut;
  return (
    <>
      <Reckoning
        tone={STATE_WORDS[clock.state].tone}
        question={`${TREATMENT_WORDS[shut.kind]}, in ${shut.container}, for ${shut.use}, since ${formatDate(shut.since)}`}
        verdict={STATE_WORDS[clock.state].verdict}
        figure={
          <p>
            <b>{clock.days}</b> {clock.days === 1 ? 'day' : 'days'}. May be opened from {formatDate(clock.opens)}, sure from{' '}
            {formatDate(clock.sure)}
            {clock.sowBy && shut.use === 'sowing' && `, out by ${formatDate(clock.sowBy)}`}.
          </p>
        }
        reasons={
          shut.kind === 'freezer'
            ? ['Eggs die over days of frost; two weeks to be sure', 'Let it warm up closed before it is opened']
            : ['Insects use up the air that is left; every opening lets new air in']
        }
      />
      <PostForm form={form} formKey={formKey} intent="open">
        {(clock.state === 'too early' || fields.reason.errors) && (
          <TextField field={fields.reason} label="Why it is opened before its time" />
        )}
        <TickField field={fields.liftPests} label="Lift its hold for pests, when its time is done" />
        <Button type="submit" look={clock.state === 'too early' ? 'plain' : 'action'}>
          Take it out
        </Button>
      </PostForm>
    </>
  );
}

/** Into the freezer or an airtight jar, once its container is what it must be. */
export function ShutForm({ loaded, formKey, result }: { loaded: AwayPage; formKey: string; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof shutAwayForm>({
    id: `shut-${formKey}`,
    result,
    start: { kind: 'freezer', use: 'sowing', since: loaded.today },
  });
  const [kind, setKind] = useState<Treatment>(TREATMENTS.find((one) => one === fields.kind.initialValue) ?? 'freezer');
  return (
    <>
      <p className="max-w-prose">
        {loaded.pests.length > 0 ? `This crop carries ${loaded.pests.join(', ')}. ` : 'This crop seldom carries insects. '}
        The freezer suits small lots, airtight shutting large ones.
      </p>
      <PostForm form={form} formKey={formKey} intent="shut">
        <ChoiceField
          field={fields.kind}
          label="How?"
          hint={`${TREATMENT_FACTS[kind].least} days at least, ${TREATMENT_FACTS[kind].sure} to be sure${TREATMENT_FACTS[kind].latest ? '; for sowing half a year at most' : ''}`}
          options={TREATMENTS.map((value) => ({ value, label: TREATMENT_WORDS[value] }))}
          onChoose={(value) => setKind(value as Treatment)}
        />
        <TextField field={fields.container} label="In which container?" hint="Jar 12, tin with the red lid" />
        <TextField field={fields.since} label="In it since" type="date" max={loaded.today} className="max-w-48" />
        <ChoiceField
          field={fields.use}
          label="For"
          options={[
            { value: 'sowing', label: 'Sowing' },
            { value: 'food', label: 'Food' },
          ]}
        />
        <fieldset aria-describedby={fields.checked.errors ? fields.checked.errorId : undefined}>
          <legend className="font-semibold">The container</legend>
          {checksFor(kind).map((check) => (
            <label key={check} className="flex min-h-11 items-center gap-3">
              <input type="checkbox" name={fields.checked.name} value={check} className="size-5" />
              {CONTAINER_CHECK_WORDS[check]}
            </label>
          ))}
          <FieldError id={fields.checked.errorId}>{fields.checked.errors?.join('. ')}</FieldError>
          {kind === 'freezer' && <p className="text-small text-soft">Glass in the freezer wants headspace.</p>}
        </fieldset>
        <Button type="submit" look="action">
          Shut it away
        </Button>
      </PostForm>
    </>
  );
}
