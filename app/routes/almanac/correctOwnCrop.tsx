import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { PostForm } from '#app/ui/fields.tsx';
import { useFormKeys } from '#app/ui/useFormKeys.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { ownCropForm } from '#contracts/almanac/ownCrop.ts';
import { hangsOnCrop, readCrops, readLikenessOf } from '#data/almanac/almanac.ts';
import { correctCrop, removeCrop, type OwnCropProblem, type RemoveCropProblem } from '#services/almanac/almanac.server.ts';
import { OwnCropFields } from './OwnCropFields.tsx';
import { hangsWords, ownCropTrouble } from './ownCropTrouble.ts';
import type { Route } from './+types/correctOwnCrop.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Correct a crop · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'set house rules');
  const [crops, like, hangs, typed] = await Promise.all([
    readCrops(db),
    readLikenessOf(db, params.crop),
    hangsOnCrop(db, params.crop),
    typedBefore(request, actor),
  ]);
  const crop = crops.find(({ id }) => id === params.crop);
  if (!crop || !like) throw data(null, { status: 404 });
  return {
    keys: { correct: newFormKey(), remove: newFormKey() },
    id: crop.id,
    hangs: hangsWords(hangs),
    start: {
      name: crop.name,
      species: crop.species,
      family: crop.family,
      like: like.id,
      breeding: crop.breeding,
      lifeCycle: crop.lifeCycle,
      ...typed,
    },
    families: [...new Set(crops.map(({ family }) => family))].sort(),
    crops: crops.flatMap(({ id, name, family }) => (id === params.crop ? [] : [{ value: id, label: `${name} (${family})` }])),
  };
}

const trouble = (problem: OwnCropProblem | RemoveCropProblem): Record<string, string[]> =>
  problem.code === 'in use' ? { '': [`It cannot be removed: ${hangsWords(problem)!}`] } : ownCropTrouble(problem);

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'set house rules');
  const { intent, give } = formActs(await formOf(request), visit, ['correct', 'remove'], trouble);
  return intent === 'remove'
    ? give(removeCrop, { cropId: params.crop }, () => '/almanac')
    : give(correctCrop, { cropId: params.crop }, ({ id }) => `/almanac/${id}`);
}

export default function CorrectOwnCrop({ loaderData, actionData }: Route.ComponentProps) {
  const { id, hangs, start, families, crops } = loaderData;
  const keys = useFormKeys(loaderData.keys, actionData?.spent, id);
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  const [form, fields] = usePostForm<typeof ownCropForm>({ id: `crop-${keys.correct}`, result: resultOf('correct'), start });
  const [removal] = usePostForm<never>({ id: `remove-${keys.remove}`, result: resultOf('remove') });
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`Correct ${start.name}`}
        about="Borrowed facts are copied again from the crop you choose. Facts you have set yourself stay. The verdicts on its lots are updated."
        actions={<ButtonLink to={`/almanac/${id}`}>Back to the crop</ButtonLink>}
      />
      <PostForm form={form} formKey={keys.correct} intent="correct">
        <OwnCropFields fields={fields} families={families} crops={crops} />
        <Button type="submit" look="action">
          Save
        </Button>
      </PostForm>
      <section aria-label="Added by mistake" className="mt-10 border-t border-rule pt-5">
        <h2 className="mb-2">Added by mistake?</h2>
        {hangs ? (
          <p>It can no longer be removed: {hangs}.</p>
        ) : (
          <PostForm form={removal} formKey={keys.remove} intent="remove">
            <p>Nothing depends on it yet, so you can remove it.</p>
            <Button type="submit">Remove crop</Button>
          </PostForm>
        )}
      </section>
    </div>
  );
}
