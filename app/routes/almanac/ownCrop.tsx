import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { PostForm } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { ownCropForm } from '#contracts/almanac/ownCrop.ts';
import { readCrops } from '#data/almanac/almanac.ts';
import { addCrop } from '#services/almanac/almanac.server.ts';
import { OwnCropFields } from './OwnCropFields.tsx';
import { ownCropTrouble } from './ownCropTrouble.ts';
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

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'set house rules');
  const { give } = formActs(await formOf(request), visit, ['add'], ownCropTrouble);
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
        about="Six answers are enough. Everything else is copied from the most similar crop and marked as borrowed until you replace it on the crop’s page."
        actions={<ButtonLink to="/almanac">Back to the almanac</ButtonLink>}
      />
      <PostForm form={form} formKey={key} intent="add">
        <OwnCropFields fields={fields} families={families} crops={crops} />
        <Button type="submit" look="action">
          Add crop
        </Button>
      </PostForm>
    </div>
  );
}
