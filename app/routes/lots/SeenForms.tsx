import type { SubmissionResult } from '@conform-to/react';
import { Button } from '#app/ui/Button.tsx';
import { DateField, ChoiceField, PostForm, SelectField, TextArea, TextField, TickField } from '#app/ui/fields.tsx';
import { percent } from '#words/sayings.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { evidenceForm, incidentForm, reportForm, trialForm, endTrialForm } from '#contracts/lots/seen.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { mayFollow } from '#core/states/machine.ts';
import { TRIAL, trialState } from '#core/states/states.ts';

interface FormProps {
  readonly formKey: string;
  readonly result: SubmissionResult | null;
}

const opened = (result: SubmissionResult | null, form: string) => result !== null && form !== '';

/** Off-types among so many plants, fruits or kernels. */
export function EvidenceForm({
  formKey,
  result,
  today,
  counts,
  typed,
}: FormProps & {
  today: Day;
  counts: readonly { id: number; offTypes: number; lookedAt: number; seen: string; correctedBy: number | null }[];
  typed: Record<string, string> | null;
}) {
  const [form, fields] = usePostForm<typeof evidenceForm>({
    id: 'evidence',
    result,
    start: { seen: 'plants', source: 'trial', seenOn: today, ...typed },
  });
  const correctable = counts.filter(({ correctedBy }) => correctedBy === null);
  return (
    <PostForm form={form} formKey={formKey} intent="evidence">
      <ChoiceField
        field={fields.seen}
        label="What did you look at?"
        options={[
          { value: 'plants', label: 'Plants' },
          { value: 'fruits', label: 'Fruits' },
          { value: 'kernels', label: 'Kernels' },
        ]}
      />
      <div className="grid items-end gap-5 sm:grid-cols-[1fr_1fr_14rem]">
        <TextField field={fields.lookedAt} label="How many?" type="number" min={1} />
        <TextField field={fields.offTypes} label="How many off-types?" type="number" min={0} />
        <DateField field={fields.seenOn} label="Date" leaning="past" max={today} />
      </div>
      <ChoiceField
        field={fields.source}
        label="Where was it seen?"
        options={[
          { value: 'trial', label: 'In a trial' },
          { value: 'grow-out', label: 'In a grow-out' },
          { value: 'report', label: 'Reported by a grower' },
          { value: 'sorting', label: 'While sorting seed' },
        ]}
      />
      <TextField field={fields.note} label="Note (optional)" />
      {correctable.length > 0 && (
        <SelectField
          field={fields.insteadOf}
          label="Does it correct an earlier count? (optional)"
          empty="No, this is a new count"
          options={correctable.map(({ id, offTypes, lookedAt, seen }) => ({
            value: String(id),
            label: `${offTypes} among ${lookedAt} ${seen}`,
          }))}
        />
      )}
      <Button type="submit" look="action">
        Save count
      </Button>
    </PostForm>
  );
}

export function IncidentForm({ formKey, result }: FormProps) {
  const [form, fields] = usePostForm<typeof incidentForm>({ id: 'incident', result, start: { kind: 'mix-up' } });
  return (
    <details open={opened(result, form.id)}>
      <summary className="link inline-flex min-h-11 items-center">Record a mix-up or contamination</summary>
      <PostForm form={form} formKey={formKey} intent="incident" className="mt-2">
        <ChoiceField
          field={fields.kind}
          label="What was it?"
          options={[
            { value: 'mix-up', label: 'Mix-up' },
            { value: 'contamination', label: 'Contamination' },
          ]}
        />
        <TextField field={fields.what} label="What happened" hint="For example two lots on one table, or a label that fell off" />
        <TextField
          field={fields.share}
          label="How much of the lot is other seed? (optional)"
          hint="For example 5 %; leave empty if unknown"
        />
        <TickField field={fields.discarded} label="The mixed part was thrown away" />
        <Button type="submit">Record mix-up</Button>
      </PostForm>
    </details>
  );
}

const MARKS = [1, 2, 3, 4, 5].map((mark) => ({ value: String(mark), label: String(mark) }));

export function ReportForm({ formKey, result, year }: FormProps & { year: number }) {
  const [form, fields] = usePostForm<typeof reportForm>({
    id: 'report',
    result,
    start: { year: String(year) },
  });
  return (
    <details open={opened(result, form.id)}>
      <summary className="link inline-flex min-h-11 items-center">Add a report on how it did</summary>
      <PostForm form={form} formKey={formKey} intent="report" className="mt-2">
        <div className="grid gap-5 sm:grid-cols-2">
          <TextField field={fields.by} label="Who reported it? (optional)" />
          <TextField field={fields.year} label="Year grown" type="number" />
        </div>
        <ChoiceField
          field={fields.trueToType}
          label="Was it true to type? (optional)"
          options={[
            { value: 'yes', label: 'Yes' },
            { value: 'mostly', label: 'Mostly' },
            { value: 'no', label: 'No' },
          ]}
        />
        <div className="grid gap-5 sm:grid-cols-4">
          {(['taste', 'yield', 'health', 'liking'] as const).map((of) => (
            <SelectField key={of} field={fields[of]} label={of.charAt(0).toUpperCase() + of.slice(1)} empty="–" options={MARKS} />
          ))}
        </div>
        <TextArea field={fields.words} label="Comments (optional)" />
        <Button type="submit">Save report</Button>
      </PostForm>
    </details>
  );
}

interface TrialView {
  readonly id: number;
  readonly mustShow: string;
  readonly plantsWanted: number;
  readonly setOn: Day;
  readonly outcome: string | null;
  readonly reason: string | null;
  readonly endedOn: Day | null;
  readonly endedBy: string | null;
  readonly newName: string | null;
}

/** Trials of a lot: what each must show, how it ended, and what a trial of so many plants can show. */
export function Trials({
  trials,
  mayEnd,
  keys,
  setResult,
  endResult,
  table,
}: {
  trials: readonly TrialView[];
  mayEnd: boolean;
  keys: { trial: string; endTrial: string };
  setResult: SubmissionResult | null;
  endResult: SubmissionResult | null;
  table: readonly { plants: number; left: number }[];
}) {
  const open = trials.filter((trial) => mayFollow(TRIAL, trialState(trial), 'trial ended'));
  return (
    <section aria-label="Trials">
      <h2 className="mb-2">Trials</h2>
      {trials.length === 0 && <p className="mb-3 text-soft">No trials yet.</p>}
      <ul className="mb-3">
        {trials.map((trial) => (
          <li key={trial.id} className="border-t border-rule py-2">
            <b>
              {trial.plantsWanted} plants must show: {trial.mustShow}
            </b>
            <p className="text-small text-soft">
              Started {formatDate(trial.setOn)}.{' '}
              {trial.outcome
                ? `Ended ${formatDate(trial.endedOn!)}${trial.endedBy ? ` by ${trial.endedBy}` : ''}, ${trial.outcome}${trial.newName ? ` to ‘${trial.newName}’` : ''}: ${trial.reason}`
                : 'Count off-types above. A coordinator ends the trial.'}
            </p>
          </li>
        ))}
      </ul>
      {mayEnd && open.length > 0 && <EndTrial trials={open} formKey={keys.endTrial} result={endResult} />}
      <SetTrial formKey={keys.trial} result={setResult} />
      <details className="mt-2">
        <summary className="link inline-flex min-h-11 items-center">What this number of plants can show</summary>
        <ul className="list-disc pl-5 text-small">
          {table.map(({ plants, left }) => (
            <li key={plants}>
              {plants} plants with no off-type could still mean up to {left < 0.1 ? `${(left * 100).toFixed(1)} %` : percent(left)} (95 %
              confidence)
            </li>
          ))}
        </ul>
      </details>
    </section>
  );
}

function SetTrial({ formKey, result }: FormProps) {
  const [form, fields] = usePostForm<typeof trialForm>({ id: 'trial', result, start: { plantsWanted: '30' } });
  return (
    <details open={opened(result, form.id)}>
      <summary className="link inline-flex min-h-11 items-center">Start a trial</summary>
      <PostForm form={form} formKey={formKey} intent="trial" className="mt-2">
        <TextField field={fields.mustShow} label="What must it show?" hint="For example round copper fruit, none striped" />
        <TextField field={fields.plantsWanted} label="Plants" type="number" min={1} />
        <Button type="submit">Start trial and put the lot on hold</Button>
      </PostForm>
    </details>
  );
}

function EndTrial({ trials, formKey, result }: FormProps & { trials: readonly TrialView[] }) {
  const [form, fields] = usePostForm<typeof endTrialForm>({
    id: 'endTrial',
    result,
    start: { trial: String(trials[0]!.id) },
  });
  return (
    <details open={opened(result, form.id)}>
      <summary className="link inline-flex min-h-11 items-center">End a trial</summary>
      <PostForm form={form} formKey={formKey} intent="endTrial" className="mt-2">
        <SelectField
          field={fields.trial}
          label="Trial"
          options={trials.map(({ id, mustShow }) => ({ value: String(id), label: mustShow }))}
        />
        <ChoiceField
          field={fields.outcome}
          label="Result"
          options={[
            { value: 'released', label: 'Release it under its name' },
            { value: 'renamed', label: 'Give it another name' },
            { value: 'discarded', label: 'Discard the lot' },
          ]}
        />
        <TextField field={fields.newName} label="New name, if you give it one" />
        <TextField field={fields.reason} label="Reason" hint="What did the plants show?" />
        <Button type="submit">End trial</Button>
      </PostForm>
    </details>
  );
}
