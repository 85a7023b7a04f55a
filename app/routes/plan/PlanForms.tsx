import type { SubmissionResult } from '@conform-to/react';
import { Button } from '#app/ui/Button.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { carryOutForm, seasonPlanForm } from '#contracts/growouts/seasonPlan.ts';
import type { Choices } from '#core/plan/facts.ts';

/** To save the plan as it stands as its next version, and to propose what the newest version grows. */
export function PlanForms({
  keys,
  acted,
  toPropose,
  ...plan
}: {
  keys: { readonly save: string; readonly carry: string };
  year: number;
  since: number;
  choices: Choices;
  wishes: object;
  canSave: boolean;
  isChanged: boolean;
  toPropose: number;
  acted: { readonly intent: string; readonly result: SubmissionResult | null } | null;
}) {
  const resultOf = (intent: string) => (acted?.intent === intent ? acted.result : null);
  return (
    <>
      <SaveForm keys={keys.save} {...plan} result={resultOf('save')} />
      {toPropose > 0 && (
        <CarryOutForm formKey={keys.carry} year={plan.year} version={plan.since} lines={toPropose} result={resultOf('carry out')} />
      )}
    </>
  );
}

function SaveForm({
  keys,
  year,
  since,
  choices,
  wishes,
  canSave,
  isChanged,
  result,
}: {
  keys: string;
  year: number;
  since: number;
  choices: Choices;
  wishes: object;
  canSave: boolean;
  isChanged: boolean;
  result: Parameters<typeof usePostForm>[0]['result'];
}) {
  const [form, fields] = usePostForm<typeof seasonPlanForm>({ id: `save-${keys}`, result });
  return (
    <PostForm form={form} formKey={keys} intent="save" className="mt-5 flex flex-wrap items-end gap-4 space-y-0">
      <input type="hidden" name="year" value={year} />
      <input type="hidden" name="since" value={since} />
      <input type="hidden" name="choices" value={JSON.stringify(choices)} />
      <input type="hidden" name="wishes" value={JSON.stringify(wishes)} />
      <div className="w-full max-w-sm">
        <TextField field={fields.note} label="Note (optional)" hint="For example: without Alder Row" />
      </div>
      <Button type="submit" look={isChanged ? 'action' : 'plain'} disabled={!canSave}>
        Save as version {since + 1}
      </Button>
      {isChanged && <p className="pb-3 text-soft">Not saved yet.</p>}
    </PostForm>
  );
}

function CarryOutForm({
  formKey,
  year,
  version,
  lines,
  result,
}: {
  formKey: string;
  year: number;
  version: number;
  lines: number;
  result: Parameters<typeof usePostForm>[0]['result'];
}) {
  const [form] = usePostForm<typeof carryOutForm>({ id: `carry-${formKey}`, result });
  return (
    <PostForm form={form} formKey={formKey} intent="carry out" className="mt-4">
      <input type="hidden" name="year" value={year} />
      <input type="hidden" name="version" value={version} />
      <p className="mb-2 max-w-prose">
        Version {version} is saved. {lines === 1 ? 'One line' : `${lines} lines`} of it {lines === 1 ? 'is' : 'are'} not proposed yet. Each
        becomes a grow-out with its garden and day, and is offered to the person who has the garden.
      </p>
      <Button type="submit" look="action">
        Propose {lines === 1 ? 'this grow-out' : `these ${lines} grow-outs`}
      </Button>
    </PostForm>
  );
}
