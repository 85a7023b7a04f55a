import type { FieldMetadata } from '@conform-to/react';
import { ChoiceField, SelectField, TextField } from '#app/ui/fields.tsx';

type Answers = 'name' | 'species' | 'family' | 'like' | 'breeding' | 'lifeCycle';

/** Six answers of which a crop of the library's own is made. */
export function OwnCropFields({
  fields,
  families,
  crops,
}: {
  fields: Readonly<Record<Answers, FieldMetadata<unknown>>>;
  families: readonly string[];
  crops: readonly { readonly value: string; readonly label: string }[];
}) {
  return (
    <>
      <TextField field={fields.name} label="What is it called?" hint="The everyday name, for example Chia" />
      <TextField field={fields.species} label="Species" hint="Two words, for example Salvia hispanica" />
      <TextField field={fields.family} label="Family" hint="For example Lamiaceae" suggestions={families} />
      <SelectField
        field={fields.like}
        label="Which crop is most similar?"
        hint="One that is sown, cleaned and stored in the same way"
        empty="Choose a crop"
        options={crops}
      />
      <ChoiceField
        field={fields.breeding}
        label="How is it pollinated?"
        options={[
          { value: 'selfing', label: 'By itself, before the flower opens' },
          { value: 'mostly selfing', label: 'Mostly by itself' },
          { value: 'crossed by insects', label: 'By insects' },
          { value: 'crossed by wind', label: 'By wind' },
        ]}
      />
      <ChoiceField
        field={fields.lifeCycle}
        label="How long does it live?"
        options={[
          { value: 'annual', label: 'One season' },
          { value: 'biennial', label: 'Two seasons; it seeds in the second' },
          { value: 'perennial', label: 'Several years' },
        ]}
      />
    </>
  );
}
