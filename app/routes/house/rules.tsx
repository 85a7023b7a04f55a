import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { ChoiceField, PostForm } from '#app/ui/fields.tsx';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import { fieldsApart, TwoVersions, type Titled } from '#app/ui/TwoVersions.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { rulesForm, rulesFrom } from '#contracts/lots/seen.ts';
import { HOUSE_RULES, RULE_KEYS } from '#core/house/rules.ts';
import { readHouse, type House } from '#data/house/house.ts';
import { changeHouse } from '#services/people/people.server.ts';
import type { Route } from './+types/rules.ts';
import { proseIn } from '#core/units/proseIn.ts';
import { useUnits } from '#app/ui/units.tsx';
import { ruleWords } from '#words/house.ts';

export const meta: Route.MetaFunction = () => [{ title: 'House rules · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, house } = visitBy(context, request, 'set house rules');
  return {
    key: newFormKey(),
    version: house.version,
    start: { ...chosenIn(house), ...(await typedBefore(request, actor)) } as Record<string, string>,
  };
}

/** Each rule as its field has it. */
const chosenIn = ({ rules }: Pick<House, 'rules'>): Record<string, string> =>
  Object.fromEntries(RULE_KEYS.map((rule) => [`rule-${rule}`, rules[rule] ?? HOUSE_RULES[rule].usual]));

/** What a rule asks, and what is chosen in its words. */
const TITLED: readonly Titled[] = RULE_KEYS.map((rule) => {
  const { question, schools } = ruleWords(rule);
  return [`rule-${rule}`, question, (chosen) => schools.find(({ id }) => id === chosen)?.label ?? 'none'];
});

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'set house rules');
  const { house } = visit;
  const { submission } = await readForm(request, rulesForm);
  if (submission.status !== 'success') return notAccepted({ saved: false, result: submission.reply(), theirs: null });
  const { key, version, ...rest } = submission.value;
  const done = await changeHouse(visit, { ...house, key, version, rules: rulesFrom(rest) });
  if (done.ok) return { saved: true, result: null, theirs: null };
  const now = await readHouse(db);
  return notAccepted({
    saved: false,
    result: submission.reply({ formErrors: [EVERYBODYS_PROBLEMS['changed meanwhile']] }),
    theirs: now && { version: now.version, chosen: chosenIn(now) },
  });
}

export default function Rules({ loaderData: { key, version, start }, actionData }: Route.ComponentProps) {
  const units = useUnits();
  const theirs = actionData?.theirs;
  const [form, fields] = usePostForm<string>({ id: 'rules', result: actionData?.result, start });
  return (
    <div className="max-w-3xl">
      <PageHead
        title="House rules"
        about="Practitioners disagree about these questions. Choose what your library does; some rules can differ for a single line."
        actions={<ButtonLink to="/settings">Settings</ButtonLink>}
      />
      {actionData?.saved && <Notice tone="good">Saved. The almanac, desk and bench now use these rules.</Notice>}
      <PostForm form={form} formKey={key} className="space-y-8">
        <input type="hidden" name="version" value={theirs?.version ?? version} />
        {theirs && <TwoVersions rows={fieldsApart(TITLED, theirs.chosen, actionData.result?.initialValue)} />}
        {RULE_KEYS.map((rule) => {
          const { question, schools, why, usual } = ruleWords(rule);
          const { byLine } = HOUSE_RULES[rule];
          return (
            <div key={rule} className="border-t border-rule pt-4">
              <ChoiceField
                field={fields[`rule-${rule}`]!}
                label={question}
                hint={`Usual: ${schools.find(({ id }) => id === usual)!.label.toLowerCase()}. ${proseIn(units, why)}.${byLine ? ' This can differ for a line.' : ''}`}
                options={schools.map(({ id, label }) => ({ value: id, label }))}
              />
              <ul className="mt-2 text-small text-soft">
                {schools.map(({ id, label, follows }) => (
                  <li key={id}>
                    <b>{label}:</b> {follows}.
                  </li>
                ))}
              </ul>
            </div>
          );
        })}
        <Button type="submit" look="action">
          {theirs ? 'Keep my version' : 'Save rules'}
        </Button>
      </PostForm>
    </div>
  );
}
