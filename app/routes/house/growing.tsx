import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { db } from '#app/platform/database.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { fieldsApart, TwoVersions, type Titled } from '#app/ui/TwoVersions.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { growingForm, growingFrom } from '#contracts/house/settings.ts';
import { GROWING_KEYS, USUAL_GROWING } from '#core/house/growing.ts';
import { readHouse, type House } from '#data/house/house.ts';
import { changeHouse } from '#services/people/people.server.ts';
import { GROWING_WORDS, typedGrowing } from '#words/growing.ts';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import type { Route } from './+types/growing.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Growing and risk · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, house } = visitBy(context, request, 'set house rules');
  const start: Record<string, string> = { ...figuresOf(house), ...(await typedBefore(request, actor)) };
  return { key: newFormKey(), version: house.version, start };
}

/** Each figure as its field has it. */
const figuresOf = ({ growing }: Pick<House, 'growing'>): Record<string, string> =>
  Object.fromEntries(GROWING_KEYS.map((key) => [key, typedGrowing(growing, key)]));

const TITLED: readonly Titled[] = GROWING_KEYS.map((key) => [key, GROWING_WORDS[key].label]);

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'set house rules');
  const { submission } = await readForm(request, growingForm);
  if (submission.status !== 'success') return notAccepted({ saved: false, result: submission.reply(), theirs: null });
  const { key, version, ...typed } = submission.value;
  const done = await changeHouse(visit, { ...visit.house, key, version, growing: growingFrom(typed) });
  if (done.ok) return { saved: true, result: null, theirs: null };
  const now = await readHouse(db);
  return notAccepted({
    saved: false,
    result: submission.reply({ formErrors: [EVERYBODYS_PROBLEMS['changed meanwhile']] }),
    theirs: now && { version: now.version, figures: figuresOf(now) },
  });
}

export default function GrowingPage({ loaderData: { key, version, start }, actionData }: Route.ComponentProps) {
  const theirs = actionData?.theirs;
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
        <input type="hidden" name="version" value={theirs?.version ?? version} />
        {theirs && <TwoVersions rows={fieldsApart(TITLED, theirs.figures, actionData.result?.initialValue)} />}
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
          {theirs ? 'Keep my version' : 'Save figures'}
        </Button>
      </PostForm>
    </div>
  );
}
