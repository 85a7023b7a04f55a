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
import { hangsOnCrop, readCrop, readCrops, readLikenessOf } from '#data/almanac/almanac.ts';
import { correctCrop, ownCropShown, removeCrop, type OwnCropProblem, type RemoveCropProblem } from '#services/almanac/almanac.server.ts';
import { isOvertaken, Shown, type OnRecord } from '#app/ui/TwoVersions.tsx';
import { OwnCropFields, ownCropTitles } from './OwnCropFields.tsx';
import { hangsWords, ownCropTrouble } from './ownCropTrouble.ts';
import type { Route } from './+types/correctOwnCrop.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Correct a crop · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'set house rules');
  const [crops, now, hangs, typed] = await Promise.all([
    readCrops(db),
    onRecord(params.crop),
    hangsOnCrop(db, params.crop),
    typedBefore(request, actor),
  ]);
  const crop = crops.find(({ id }) => id === params.crop);
  if (!crop || !now) throw data(null, { status: 404 });
  return {
    keys: { correct: newFormKey(), remove: newFormKey() },
    id: crop.id,
    hangs: hangsWords(hangs),
    name: crop.name,
    shown: now.shown,
    start: { ...now.fields, ...typed },
    families: [...new Set(crops.map(({ family }) => family))].sort(),
    crops: crops.flatMap(({ id, name, family }) => (id === params.crop ? [] : [{ value: id, label: `${name} (${family})` }])),
  };
}

/** A crop of the library's own as its form has it; undefined where there is none. */
async function onRecord(id: string): Promise<OnRecord | undefined> {
  const [crop, like] = await Promise.all([readCrop(db, id), readLikenessOf(db, id)]);
  if (!crop || !like) return undefined;
  const { name, species, family, breeding, lifeCycle } = crop;
  return { shown: ownCropShown(crop, like.id), fields: { name, species, family, like: like.id, breeding, lifeCycle } };
}

const trouble = (problem: OwnCropProblem | RemoveCropProblem): Record<string, string[]> =>
  problem.code === 'in use' ? { '': [`It cannot be removed: ${hangsWords(problem)!}`] } : ownCropTrouble(problem);

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'set house rules');
  const { intent, give } = formActs(await formOf(request), visit, ['correct', 'remove'], trouble, () => onRecord(params.crop));
  return intent === 'remove'
    ? give(removeCrop, { cropId: params.crop }, () => '/almanac')
    : give(correctCrop, { cropId: params.crop }, ({ id }) => `/almanac/${id}`);
}

export default function CorrectOwnCrop({ loaderData, actionData }: Route.ComponentProps) {
  const { id, name, hangs, shown, start, families, crops } = loaderData;
  const keys = useFormKeys(loaderData.keys, actionData?.spent, id);
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  const [form, fields] = usePostForm<typeof ownCropForm>({ id: `crop-${keys.correct}`, result: resultOf('correct'), start });
  const of = { shown, now: actionData?.intent === 'correct' ? actionData.now : undefined };
  const [removal] = usePostForm<never>({ id: `remove-${keys.remove}`, result: resultOf('remove') });
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`Correct ${name}`}
        about="Borrowed facts are copied again from the crop you choose. Facts you have set yourself stay. The verdicts on its lots are updated."
        actions={<ButtonLink to={`/almanac/${id}`}>Back to the crop</ButtonLink>}
      />
      <PostForm form={form} formKey={keys.correct} intent="correct">
        <Shown {...of} titled={ownCropTitles(crops)} typed={resultOf('correct')?.initialValue} />
        <OwnCropFields fields={fields} families={families} crops={crops} />
        <Button type="submit" look="action">
          {isOvertaken(of) ? 'Keep my version' : 'Save'}
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
