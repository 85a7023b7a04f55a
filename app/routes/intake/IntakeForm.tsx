import type { SubmissionResult } from '@conform-to/react';
import { useState, type ReactNode } from 'react';
import { useFetcher } from 'react-router';
import type { Breeding } from '#core/almanac/crop.ts';
import { Button } from '#app/ui/Button.tsx';
import { AnswerField, ChoiceField, PostForm, SelectField, TextArea, TextField, TickField } from '#app/ui/fields.tsx';
import { KIND_WORDS, METHOD_WORDS, optionsOf, STORED_WORDS } from '#app/ui/words.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';

interface CropChoice {
  readonly id: string;
  readonly name: string;
  readonly breeding: Breeding;
  readonly crossingGroup: string;
  readonly isolationMetres: { readonly home: number };
  readonly minimumPlants: { readonly seed: number; readonly keep: number };
}

export interface IntakeFormProps {
  readonly crops: readonly CropChoice[];
  readonly places: readonly string[];
  readonly loan: { readonly id: number; readonly member: string } | null;
  readonly start: Record<string, string> | null;
  readonly result: SubmissionResult | null;
  readonly asksWho: boolean;
}

const UNKNOWN = { value: 'unknown', label: 'Unknown' };
const ORIGINS = [
  { value: 'donated', label: 'Donated' },
  { value: 'bought', label: 'Bought' },
  { value: 'found', label: 'Found here' },
];
const CONTAINERS = ['jar', 'tin', 'paper envelope', 'plastic bag', 'box'].map((name) => ({ value: name, label: name }));

type Field =
  | 'loan'
  | 'keepsLoanOpen'
  | 'crop'
  | 'variety'
  | 'origin'
  | 'kind'
  | 'donor'
  | 'donorUnknown'
  | 'donorNew'
  | 'garden'
  | 'gardenUnknown'
  | 'harvested'
  | 'harvestedUnknown'
  | 'plants'
  | 'plantsUnknown'
  | 'isolation'
  | 'distance'
  | 'alsoFlowered'
  | 'storage'
  | 'amount'
  | 'place'
  | 'container'
  | 'note';

/** The desk interview, in the order in which a person would say it. */
export function IntakeForm({ crops, places, loan, start, result, asksWho, formKey }: IntakeFormProps & { formKey: string }) {
  const [form, fields] = usePostForm<Field>({
    id: 'intake',
    result: result,
    start: { origin: 'donated', container: 'jar', place: places[0], ...start },
  });
  const [cropId, setCropId] = useState(fields.crop.initialValue ?? '');
  const [isolation, setIsolation] = useState(fields.isolation.initialValue ?? '');
  const names = useFetcher<{ names: string[] }>({ key: 'people' });
  const lines = useFetcher<{ names: string[] }>({ key: 'lines' });
  const crop = crops.find(({ id }) => id === cropId);
  const suggest = (fetcher: typeof names, query: Record<string, string>) => void fetcher.load(`/suggest?${new URLSearchParams(query)}`);
  return (
    <PostForm form={form} formKey={formKey} className="max-w-3xl">
      {loan && <input type="hidden" name="loan" value={loan.id} />}
      <Part title="What it is">
        <SelectField
          field={fields.crop}
          label="Crop"
          empty="Choose the crop"
          options={crops.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(event) => setCropId(event.target.value)}
        />
        <TextField
          field={fields.variety}
          label="Variety"
          hint="The name as it was given"
          suggestions={lines.data?.names ?? []}
          autoComplete="off"
          onInput={(event) => cropId && suggest(lines, { crop: cropId, typed: event.currentTarget.value })}
        />
        <ChoiceField
          field={fields.kind}
          label="Kind"
          hint="Shops sell hybrids without saying so: from a bought plant or fruit, it is unknown"
          options={optionsOf(KIND_WORDS)}
        />
      </Part>
      <Part title="Where from">
        {!loan && <ChoiceField field={fields.origin} label="It was" options={ORIGINS} />}
        {loan ? (
          <input type="hidden" name="donor" value={loan.member} />
        ) : (
          <>
            <AnswerField
              field={fields.donor}
              unknown={fields.donorUnknown}
              label="Donor"
              hint="A new name is added to the people"
              suggestions={names.data?.names ?? []}
              autoComplete="off"
              onInput={(event) => suggest(names, { typed: event.currentTarget.value })}
            />
            {asksWho && <TickField field={fields.donorNew} label="It is somebody new" />}
          </>
        )}
        <AnswerField field={fields.garden} unknown={fields.gardenUnknown} label="Garden" hint="Where it grew, in a few words" />
        <div className="grid gap-5 sm:grid-cols-2">
          <AnswerField field={fields.harvested} unknown={fields.harvestedUnknown} label="Harvested" hint="Sep 2025 or 2025" />
          <AnswerField
            field={fields.plants}
            unknown={fields.plantsUnknown}
            label="Plants harvested"
            hint={crop ? `${crop.minimumPlants.keep} or more keep a line` : 'How many gave seed'}
            type="number"
            min={1}
          />
        </div>
      </Part>
      <Part title="What kept it apart">
        <ChoiceField
          field={fields.isolation}
          label="From others in flower"
          hint={crop ? apartHint(crop) : 'How it was kept from crossing'}
          options={[...optionsOf(METHOD_WORDS), UNKNOWN]}
          onChoose={setIsolation}
        />
        {isolation !== 'unknown' && (
          <div className="grid gap-5 sm:grid-cols-2">
            <TextField field={fields.distance} label="Distance to the next, if known" hint="60 m, 200 ft" />
            <TextField
              field={fields.alsoFlowered}
              label="What else flowered, if known"
              hint={crop ? `Other ${crop.crossingGroup}` : 'Of the same crossing group'}
            />
          </div>
        )}
      </Part>
      <Part title="How much, and where it goes">
        <TextField
          field={fields.amount}
          label="Amount"
          hint="As on the envelope: 180 g, 1 lb 6 oz, about 300 seeds"
          className="text-large"
        />
        <ChoiceField field={fields.storage} label="Kept until today in" options={[...optionsOf(STORED_WORDS), UNKNOWN]} />
        <div className="grid gap-5 sm:grid-cols-2">
          <TextField field={fields.place} label="Goes to" hint="A new place is added" suggestions={places} autoComplete="off" />
          <SelectField field={fields.container} label="In a" hint="Seed still drying: one that breathes" options={CONTAINERS} />
        </div>
        <TextArea field={fields.note} label="Anything else (optional)" />
        {loan && <TickField field={fields.keepsLoanOpen} label="More is still to come: keep the loan open" />}
      </Part>
      <Button type="submit" look="action">
        Take it in and give it a code
      </Button>
    </PostForm>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="grid gap-x-8 gap-y-4 border-t border-rule pt-5 md:grid-cols-[9rem_1fr]">
      <h2>{title}</h2>
      <div className="min-w-0 space-y-5">{children}</div>
    </section>
  );
}

function apartHint(crop: CropChoice): string {
  if (crop.breeding === 'selfing') return `${crop.name} mostly pollinates itself: ${crop.isolationMetres.home} m is enough between gardens`;
  return `${crop.name} is ${crop.breeding}: ${crop.isolationMetres.home} m or more between gardens`;
}
