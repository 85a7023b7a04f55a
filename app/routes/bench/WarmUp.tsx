import type { SubmissionResult } from '@conform-to/react';
import { Button } from '#app/ui/Button.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { CONTAINER_CHOICES } from '#words/containers.ts';
import { ChoiceField, PostForm, TickField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { nextStepForm, takeOutForm } from '#contracts/bench/bench.ts';
import type { AwayPage } from './away.tsx';
import { useUnits } from '#app/ui/units.tsx';
import { formatTemperature } from '#core/units/temperature.ts';
import { TemperatureField } from '#app/ui/TemperatureField.tsx';

/** A cold container that waits, closed, until it is as warm as the room. */
export function Warming({
  warming,
  formKey,
  result,
}: {
  warming: NonNullable<AwayPage['warming']>;
  formKey: string;
  result: SubmissionResult | null;
}) {
  const units = useUnits();
  const [form, fields] = usePostForm<typeof nextStepForm>({ id: `warm-${formKey}`, result });
  return (
    <>
      <Reckoning
        tone={warming.isWarm ? 'good' : 'frost'}
        question={`The ${warming.container} came out at ${formatTemperature(warming.from, units)}`}
        verdict={warming.isWarm ? 'Ready to open' : 'Leave it closed'}
        figure={
          <p>
            {warming.isWarm ? 'Warmed up at' : 'Can be opened at'} <b>{warming.opens}</b>
            {!warming.isWarm && `, in ${warming.left}`}.
          </p>
        }
        reasons={['If opened cold, water from the air condenses on the seed']}
      />
      <PostForm form={form} formKey={formKey} intent="warm">
        {!warming.isWarm && <TickField field={fields.early} label="Open it anyway" />}
        <Button type="submit" look={warming.isWarm ? 'action' : 'plain'}>
          {' '}
          Record as opened{' '}
        </Button>
      </PostForm>
    </>
  );
}

/** Taking a cold container off its shelf. */
export function TakeOutForm({ formKey, result }: { formKey: string; result: SubmissionResult | null }) {
  const units = useUnits();
  const [form, fields] = usePostForm<typeof takeOutForm>({
    id: `take-${formKey}`,
    result,
    start: { container: 'jar', celsius: '-18' },
  });
  return (
    <PostForm form={form} formKey={formKey} intent="take">
      <ChoiceField field={fields.container} label="What are you taking out?" options={CONTAINER_CHOICES} />
      <TemperatureField
        field={fields.celsius}
        label="How cold was it?"
        hint={`Freezer ${formatTemperature(-18, units)}, fridge ${formatTemperature(4, units)}`}
        className="max-w-40"
      />
      <Button type="submit">Start warm-up</Button>
    </PostForm>
  );
}
