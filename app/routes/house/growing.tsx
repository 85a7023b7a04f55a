import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { db } from '#app/platform/database.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { growingForm, growingFrom } from '#contracts/house/settings.ts';
import { GROWING_KEYS, USUAL_GROWING } from '#core/house/growing.ts';
import { readHouse } from '#data/house/house.ts';
import { changeHouse } from '#services/people/people.server.ts';
import { GROWING_WORDS, typedGrowing } from '#words/growing.ts';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import type { Route } from './+types/growing.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Growing and risk · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, house } = visitBy(context, request, 'set house rules');
  const now = Object.fromEntries(GROWING_KEYS.map((key) => [key, typedGrowing(house.growing, key)]));
  return { key: newFormKey(), version: house.version, start: { ...now, ...(await typedBefore(request, actor)) } as Record<string, string> };
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'set house rules');
  const { submission } = await readForm(request, growingForm);
  if (submission.status !== 'success') return notAccepted({ saved: false, result: submission.reply(), version: null });
  const { key, version, ...typed } = submission.value;
  const done = await changeHouse(visit, { ...visit.house, key, version, growing: growingFrom(typed) });
  if (done.ok) return { saved: true, result: null, version: null };
  return notAccepted({
    saved: false,
    result: submission.reply({ formErrors: [EVERYBODYS_PROBLEMS['changed meanwhile']] }),
    version: (await readHouse(db))?.version ?? null,
  });
}

export default function GrowingPage({ loaderData: { key, version, start }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<string>({ id: 'growing', result: actionData?.result, start });
  return (
    <div className="max-w-3xl">
      <PageHead
        title="Growing and risk"
        about="The figures used to plan grow-outs and to work out risk. Replace them with your own when you have them."
        actions={<ButtonLink to="/settings">Settings</ButtonLink>}
      />
      {actionData?.saved && <Notice tone="good">Saved. New plans use these figures.</Notice>}
      <PostForm form={form} formKey={key}>
        <input type="hidden" name="version" value={actionData?.version ?? version} />
        <div className="grid gap-5 sm:grid-cols-2">
          {GROWING_KEYS.map((figure) => (
            <TextField
              key={figure}
              field={fields[figure]!}
              label={GROWING_WORDS[figure].label}
              hint={`${GROWING_WORDS[figure].follows}. Usually ${typedGrowing(USUAL_GROWING, figure)}`}
              inputMode="decimal"
            />
          ))}
        </div>
        <Button type="submit" look="action">
          Save figures
        </Button>
      </PostForm>
    </div>
  );
}
