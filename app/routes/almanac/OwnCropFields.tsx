import type { FieldMetadata } from '@conform-to/react';
import { ChoiceField, SelectField, TextField } from '#app/ui/fields.tsx';
import type { Titled } from '#app/ui/TwoVersions.tsx';

type Answers = 'name' | 'species' | 'family' | 'like' | 'breeding' | 'lifeCycle';

const LABELS: Readonly<Record<Answers, string>> = {
  name: 'What is it called?',
  species: 'Species',
  family: 'Family',
  like: 'Which crop is most similar?',
  breeding: 'How is it pollinated?',
  lifeCycle: 'How long does it live?',
};

const POLLINATED = [
  { value: 'selfing', label: 'By itself, before the flower opens' },
  { value: 'mostly selfing', label: 'Mostly by itself' },
  { value: 'crossed by insects', label: 'By insects' },
  { value: 'crossed by wind', label: 'By wind' },
];

const LIVES = [
  { value: 'annual', label: 'One season' },
  { value: 'biennial', label: 'Two seasons; it seeds in the second' },
  { value: 'perennial', label: 'Several years' },
];

const labelIn = (options: readonly { readonly value: string; readonly label: string }[]) => (value: string) =>
  options.find((option) => option.value === value)?.label ?? value;

/** The fields by their titles, for two versions of a crop beside each other. */
export const ownCropTitles = (crops: readonly { readonly value: string; readonly label: string }[]): readonly Titled[] => [
  ['name', LABELS.name],
  ['species', LABELS.species],
  ['family', LABELS.family],
  ['like', LABELS.like, labelIn(crops)],
  ['breeding', LABELS.breeding, labelIn(POLLINATED)],
  ['lifeCycle', LABELS.lifeCycle, labelIn(LIVES)],
];

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
      <TextField field={fields.name} label={LABELS.name} hint="The everyday name, for example Chia" />
      <TextField field={fields.species} label={LABELS.species} hint="Two words, for example Salvia hispanica" />
      <TextField field={fields.family} label={LABELS.family} hint="For example Lamiaceae" suggestions={families} />
      <SelectField
        field={fields.like}
        label={LABELS.like}
        hint="One that is sown, cleaned and stored in the same way"
        empty="Choose a crop"
        options={crops}
      />
      <ChoiceField field={fields.breeding} label={LABELS.breeding} options={POLLINATED} />
      <ChoiceField field={fields.lifeCycle} label={LABELS.lifeCycle} options={LIVES} />
    </>
  );
}
