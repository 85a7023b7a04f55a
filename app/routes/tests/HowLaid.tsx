import type { FieldMetadata } from '@conform-to/react';
import { DateField, ChoiceField, SelectField, TextField } from '#app/ui/fields.tsx';
import {
  COUNTED,
  MEDIA,
  TEST_KINDS,
  TREATMENTS_BEFORE,
  type Counted,
  type TestKind,
  type TreatmentBefore,
} from '#core/germination/layout.ts';
import type { Day } from '#core/kernel/kinds.ts';

type Meta = FieldMetadata<unknown>;

const COUNTED_WORDS: Record<Counted, string> = { 'any root': 'Any root', 'normal seedlings': 'Normal seedlings' };
const KIND_WORDS: Record<TestKind, string> = {
  viability: 'Germination: how many are alive',
  'vigour in cold': 'Vigour in cold',
  'vigour in heat': 'Vigour in heat',
};
export const TREATMENT_WORDS: Record<TreatmentBefore, string> = {
  light: 'In light',
  chill: 'Chilled first',
  soak: 'Soaked first',
  nick: 'Nicked first',
};

/** How a test is laid, alike for one lot and for a tray. */
export function HowLaid({
  fields,
  today,
  wakes,
  checks,
}: {
  fields: Record<'counted' | 'kind' | 'medium' | 'checkDays' | 'laidOn', Meta> & { treatments: Meta };
  today: Day;
  /** What wakes this crop, by the almanac. */
  wakes?: string | undefined;
  checks: string;
}) {
  const chosen = new Set([fields.treatments.initialValue].flat().map(String));
  return (
    <>
      <ChoiceField
        field={fields.counted}
        label="What will you count?"
        hint="Laboratories count normal seedlings; most people at home count any root. We never mix the two without telling you"
        options={COUNTED.map((value) => ({ value, label: COUNTED_WORDS[value] }))}
      />
      <DateField field={fields.laidOn} label="Started on" leaning="past" max={today} />
      <details {...((fields.checkDays.errors || fields.medium.errors) && { open: true })}>
        <summary className="link inline-flex min-h-11 items-center">Kind of test, paper, treatment and check days</summary>
        <div className="mt-2 space-y-5">
          <ChoiceField
            field={fields.kind}
            label="Kind of test"
            hint="A vigour test shows how seed copes with a hard start. It is not used for the outlook"
            options={TEST_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }))}
          />
          <SelectField field={fields.medium} label="Paper or other surface" options={MEDIA.map((value) => ({ value, label: value }))} />
          <fieldset>
            <legend className="font-semibold">Treatment before the test</legend>
            {wakes && <p className="text-small text-soft">The almanac says: {wakes}</p>}
            <div className="flex flex-wrap gap-x-6">
              {TREATMENTS_BEFORE.map((value) => (
                <label key={value} className="inline-flex min-h-11 items-center gap-2">
                  <input
                    type="checkbox"
                    name={fields.treatments.name}
                    value={value}
                    defaultChecked={chosen.has(value)}
                    className="size-5"
                  />
                  {TREATMENT_WORDS[value]}
                </label>
              ))}
            </div>
          </fieldset>
          <TextField field={fields.checkDays} label="Check days, counted from the start (optional)" hint={`Leave empty for ${checks}`} />
        </div>
      </details>
    </>
  );
}

/** How a sample is drawn so that it speaks for its lot. */
export function DrawSample() {
  return (
    <p className="border-l-4 border-frost bg-frost-tint px-4 py-3">
      Mix the lot and draw seeds from several places. Do not choose the plump ones, and do not use rejected seed. Use damp paper, not wet,
      and write the lot and date on it in ink that does not run.
    </p>
  );
}
