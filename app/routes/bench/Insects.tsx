import type { SubmissionResult } from '@conform-to/react';
import { useState } from 'react';
import { Button } from '#app/ui/Button.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { DateField, ChoiceField, PostForm, TextField, TickField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { openTreatedForm, shutAwayForm } from '#contracts/bench/bench.ts';
import { checksFor, TREATMENT_FACTS, TREATMENTS, type Treatment } from '#core/bench/treatments.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { AwayPage } from './away.tsx';
import { CONTAINER_CHECK_WORDS, TREATMENT_WORDS } from '#words/bench.ts';
import { FieldError } from '#app/ui/FieldParts.tsx';

const STATE_WORDS = {
  'too early': { tone: 'frost', verdict: 'Leave it closed' },
  'may be opened': { tone: 'doubt', verdict: 'Can be opened; longer is safer' },
  sure: { tone: 'good', verdict: 'Done: take it out' },
  'too long': { tone: 'poor', verdict: 'Take it out: it has been closed too long for seed you want to sow' },
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
            <b>{clock.days}</b> {clock.days === 1 ? 'day' : 'days'}. Can be opened from {formatDate(clock.opens)}, safe from{' '}
            {formatDate(clock.sure)}
            {clock.sowBy && shut.use === 'sowing' && `, out by ${formatDate(clock.sowBy)}`}.
          </p>
        }
        reasons={
          shut.kind === 'freezer'
            ? ['Insect eggs die after several days of frost; two weeks is safe', 'Let it warm up before you open it']
            : ['Insects use up the air inside. Every opening lets new air in']
        }
      />
      <PostForm form={form} formKey={formKey} intent="open">
        {(clock.state === 'too early' || fields.reason.errors) && <TextField field={fields.reason} label="Why open it early?" />}
        <TickField field={fields.liftPests} label="Remove the pest hold if the time is up" />
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
        {loaded.pests.length > 0 ? `This crop can carry ${loaded.pests.join(', ')}. ` : 'This crop seldom carries insects. '} Use the
        freezer for small lots and airtight storage for large ones.
      </p>
      <PostForm form={form} formKey={formKey} intent="shut">
        <ChoiceField
          field={fields.kind}
          label="How?"
          hint={`${TREATMENT_FACTS[kind].least} days at least, ${TREATMENT_FACTS[kind].sure} to be sure${TREATMENT_FACTS[kind].latest ? '; half a year at most for seed to sow' : ''}`}
          options={TREATMENTS.map((value) => ({ value, label: TREATMENT_WORDS[value] }))}
          onChoose={(value) => setKind(value as Treatment)}
        />
        <TextField field={fields.container} label="In which container?" hint="For example jar 12, or the tin with the red lid" />
        <DateField field={fields.since} label="Since" leaning="past" max={loaded.today} />
        <ChoiceField
          field={fields.use}
          label="What is the seed for?"
          options={[
            { value: 'sowing', label: 'Sowing' },
            { value: 'food', label: 'Food' },
          ]}
        />
        <fieldset aria-describedby={fields.checked.errors ? fields.checked.errorId : undefined}>
          <legend className="font-semibold">Check the container</legend>
          {checksFor(kind).map((check) => (
            <label key={check} className="flex min-h-11 items-center gap-3">
              <input type="checkbox" name={fields.checked.name} value={check} className="size-5" />
              {CONTAINER_CHECK_WORDS[check]}
            </label>
          ))}
          <FieldError id={fields.checked.errorId}>{fields.checked.errors?.join('. ')}</FieldError>
          {kind === 'freezer' && <p className="text-small text-soft">Leave headspace in glass that goes into the freezer.</p>}
        </fieldset>
        <Button type="submit" look="action">
          Start treatment
        </Button>
      </PostForm>
    </>
  );
}
