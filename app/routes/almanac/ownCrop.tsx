import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { ChoiceField, PostForm, SelectField, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { ownCropForm } from '#contracts/almanac/ownCrop.ts';
import { factKind } from '#core/almanac/facts.ts';
import { readCrops } from '#data/almanac/almanac.ts';
import { addCrop, type OwnCropProblem } from '#services/almanac/almanac.server.ts';
import type { Route } from './+types/ownCrop.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Add a crop · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'set house rules');
  const [crops, typed] = await Promise.all([readCrops(db), typedBefore(request, actor)]);
  return {
    key: newFormKey(),
    name: new URL(request.url).searchParams.get('name')?.slice(0, 60) ?? '',
    typed,
    families: [...new Set(crops.map(({ family }) => family))].sort(),
    crops: crops.map(({ id, name, family }) => ({ value: id, label: `${name} (${family})` })),
  };
}

function trouble(problem: OwnCropProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'no such crop':
      return { like: ['Choose a crop from the list'] };
    case 'in the almanac':
      return { name: [`The almanac has it already, as ${problem.name}`] };
    case 'contradiction':
      return { like: [`${factKind(problem.fault.fact).title} would be wrong: ${problem.fault.why}. Choose another crop`] };
  }
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'set house rules');
  const { give } = formActs(await formOf(request), visit, ['add'], trouble);
  return give(addCrop, {}, ({ id }) => `/almanac/${id}`);
}

export default function OwnCrop({ loaderData: { key, name, typed, families, crops }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof ownCropForm>({
    id: `crop-${key}`,
    result: actionData?.result ?? null,
    start: { name, ...typed },
  });
  return (
    <div className="max-w-2xl">
      <PageHead
        title="Add a crop"
        about="Six answers are enough to start. Everything else is borrowed from the crop it is most like, and marked as borrowed until you replace it on the crop’s page."
        actions={<ButtonLink to="/almanac">Back to the almanac</ButtonLink>}
      />
      <PostForm form={form} formKey={key} intent="add">
        <TextField field={fields.name} label="What is it called?" hint="The everyday name, for example Chia" />
        <TextField field={fields.species} label="Species" hint="Two words, for example Salvia hispanica" />
        <TextField field={fields.family} label="Family" hint="For example Lamiaceae" suggestions={families} />
        <SelectField
          field={fields.like}
          label="Which crop is it most like?"
          hint="The one that is sown, cleaned and kept in the same way"
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
        <Button type="submit" look="action">
          Add the crop
        </Button>
      </PostForm>
    </div>
  );
}
