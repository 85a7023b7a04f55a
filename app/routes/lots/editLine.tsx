import { data, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { ChoiceField, PostForm, SelectField, TextArea, TextField, TickField } from '#app/ui/fields.tsx';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import { fieldsApart, TwoVersions, type Titled } from '#app/ui/TwoVersions.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { lineForm } from '#contracts/lots/seen.ts';
import { HOUSE_RULES, RULE_KEYS, type RuleKey } from '#core/house/rules.ts';
import { findLine } from '#data/lots/lines.ts';
import { changeLine } from '#services/lots/lines.server.ts';
import type { Route } from './+types/editLine.ts';
import { ruleWords, schoolWords } from '#words/house.ts';

export const meta: Route.MetaFunction = () => [{ title: 'A line · Kind Granary' }];

const BY_LINE = RULE_KEYS.filter((rule) => HOUSE_RULES[rule].byLine && rule !== 'aim');

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house } = visitBy(context, request, 'work');
  const line = await findLine(db, Number(params.id));
  if (!line) throw data(null, { status: 404 });
  return {
    key: newFormKey(),
    line: { id: line.id, name: line.name, crop: line.crop, version: line.version },
    start: { ...fieldsOf(line), ...(await typedBefore(request, actor)) } as Record<string, string>,
    usual: BY_LINE.map((rule) => ({ rule, label: schoolWords(rule, house.rules).label })),
  };
}

/** A line as the fields of its form have it. */
const fieldsOf = (line: NonNullable<Awaited<ReturnType<typeof findLine>>>): Record<string, string> => ({
  aim: line.aim,
  story: line.story ?? '',
  aliases: (line.aliases ?? []).join(', '),
  keptElsewhere: line.keptElsewhere ? 'on' : '',
  ...Object.fromEntries(BY_LINE.map((rule) => [`rule-${rule}`, line.rules[rule] ?? ''])),
});

const schoolShown = (rule: RuleKey, usual: string) => (chosen: string) =>
  ruleWords(rule).schools.find(({ id }) => id === chosen)?.label ?? usual;

const TITLED: readonly Titled[] = [
  ['aim', 'How it is kept', schoolShown('aim', 'none')],
  ['story', 'Its story'],
  ['aliases', 'Also known as'],
  ['keptElsewhere', 'Kept elsewhere', (ticked) => (ticked ? 'yes' : 'no')],
  ...BY_LINE.map((rule): Titled => [`rule-${rule}`, ruleWords(rule).question, schoolShown(rule, 'House rule')]),
];

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { submission } = await readForm(request, lineForm);
  if (submission.status !== 'success') return notAccepted({ result: submission.reply(), theirs: null });
  const { key, version, aim, story, aliases, rules, keptElsewhere } = submission.value;
  const id = Number(params.id);
  const done = await changeLine(visit, { key, id, version, aim, story, aliases, rules, keptElsewhere });
  const now = done.ok ? undefined : await findLine(db, id);
  if (!done.ok)
    return notAccepted({
      result: submission.reply({
        formErrors: [done.problem.code === 'no such line' ? 'This line does not exist' : EVERYBODYS_PROBLEMS['changed meanwhile']],
      }),
      theirs: now ? { version: now.version, fields: fieldsOf(now) } : null,
    });
  throw redirect(`/lines/${id}`);
}

export default function EditLine({ loaderData: { key, line, start, usual }, actionData }: Route.ComponentProps) {
  const theirs = actionData?.theirs;
  const [form, fields] = usePostForm<string>({ id: 'line', result: actionData?.result, start });
  return (
    <div className="max-w-3xl">
      <PageHead title={`‘${line.name}’`} about={line.crop} actions={<ButtonLink to={`/lines/${line.id}`}>Cancel</ButtonLink>} />
      <PostForm form={form} formKey={key}>
        <input type="hidden" name="version" value={theirs?.version ?? line.version} />
        {theirs && <TwoVersions rows={fieldsApart(TITLED, theirs.fields, actionData.result.initialValue)} />}
        <ChoiceField
          field={fields['aim']!}
          label="How should it be kept?"
          hint="This is printed on the label"
          options={ruleWords('aim').schools.map(({ id, label, follows }) => ({ value: id, label: `${label}: ${follows.toLowerCase()}` }))}
        />
        <TextArea field={fields['story']!} label="Its story (optional)" />
        <TextField
          field={fields['aliases']!}
          label="Also known as (optional)"
          hint="Separate names with commas. They are recognised at intake."
        />
        <TickField
          field={fields['keptElsewhere']!}
          label="Other seed libraries or gardeners keep it too"
          hint="It then has lower priority in the list of lines at risk"
        />
        <h2>Exceptions to the house rules</h2>
        {usual.map(({ rule, label }) => {
          const { question, schools } = ruleWords(rule);
          return (
            <SelectField
              key={rule}
              field={fields[`rule-${rule}`]!}
              label={question}
              empty={`House rule: ${label.toLowerCase()}`}
              options={schools.map((school) => ({ value: school.id, label: `${school.label}: ${school.follows.toLowerCase()}` }))}
            />
          );
        })}
        <Button type="submit" look="action">
          {theirs ? 'Keep my version' : 'Save'}
        </Button>
      </PostForm>
    </div>
  );
}
