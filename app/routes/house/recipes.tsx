import { useState } from 'react';
import { Form } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { ChoiceField, PostForm, SelectField, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { RECIPE_ROWS, type RecipeStep } from '#core/bench/methods.ts';
import { STEPS } from '#core/bench/steps.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import { readRecipeAuthors } from '#data/bench/recipes.ts';
import { addRecipe, retireRecipe, type RecipeProblem } from '#services/bench/recipes.server.ts';
import type { Route } from './+types/recipes.ts';
import { stepTitle } from '#words/bench.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Recipes · Kind Granary' }];

const hoursWords = ({ hours }: RecipeStep) => (hours ? ` ${hours.earliest} to ${hours.latest} h, usually ${hours.usual}` : '');

type Authors = Awaited<ReturnType<typeof readRecipeAuthors>>[number];

const authorOf = (author: Authors | undefined, timeZone: string) => ({
  on: author ? dayInZone(author.writtenAt, timeZone) : null,
  by: author?.by ?? null,
  retiredBy: author?.retiredBy ?? null,
});

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, house } = visitBy(context, request, 'set house rules');
  const authors = new Map((await readRecipeAuthors(db)).map((one) => [one.id, one]));
  return {
    key: newFormKey(),
    typed: await typedBefore(request, actor),
    recipes: house.recipes.map(({ id, name, extraction, steps, why, retired }) => ({
      id,
      key: newFormKey(),
      name,
      extraction,
      why,
      retired,
      ...authorOf(authors.get(id), house.timeZone),
      steps: steps.map((one) => `${stepTitle(one.step)}${hoursWords(one)}`),
    })),
  };
}

function trouble(problem: RecipeProblem | { readonly kind: 'no such recipe' }): Record<string, string[]> {
  switch (problem.kind) {
    case 'no steps':
      return { 'step-1': ['Add at least one step'] };
    case 'does not end dry':
      return { [`step-${problem.at + 1}`]: ['Make drying the last step, in air or over a desiccant'] };
    case 'cures late':
      return { [`step-${problem.at + 1}`]: ['Make curing the first step'] };
    case 'hours out of order':
      return { [`hours-${problem.at + 1}`]: ['Enter earliest, usual and latest in rising order, for example 2, 4, 8'] };
    case 'a weight ends it':
      return { [`hours-${problem.at + 1}`]: ['Leave this empty: drying ends when the weight settles'] };
    case 'name taken':
      return { name: ['There is already a recipe of that name. Choose another name, or retire the old recipe first'] };
    case 'no such recipe':
      return { '': ['This recipe does not exist'] };
  }
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'set house rules');
  const { intent, give } = formActs(await formOf(request), visit, ['add', 'retire'], trouble);
  if (intent === 'retire') return give(retireRecipe, {});
  return give(addRecipe, {});
}

const ROWS = Array.from({ length: RECIPE_ROWS }, (_, index) => index + 1);
/** No way from fruit or pod to dry seed is shorter. */
const FIRST_ROWS = 3;
const STEP_OPTIONS = STEPS.map((step) => ({ value: step, label: stepTitle(step) }));

export default function Recipes({ loaderData: { key, typed, recipes }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<string>({
    id: `recipe-${key}`,
    result: actionData?.intent === 'add' ? actionData.result : null,
    start: { extraction: 'wet with a gel coat', ...typed },
  });
  // One row more than there are steps, so that the next is always at hand.
  const [shown, setShown] = useState(() => {
    const last = ROWS.findLast((row) => fields[`step-${row}`]?.initialValue) ?? 0;
    return Math.max(FIRST_ROWS, Math.min(RECIPE_ROWS, last + 1));
  });
  return (
    <div className="max-w-3xl">
      <PageHead
        title="Recipes"
        about="Your own methods from fruit or pod to clean seed. The bench offers them beside the standard ones. To change a recipe, add a new one and retire the old one."
        actions={<ButtonLink to="/settings">Settings</ButtonLink>}
      />
      {recipes.length === 0 && <Empty>No recipes yet. The bench offers the standard methods.</Empty>}
      <ul className="mb-8">
        {recipes.map((recipe) => (
          <li key={recipe.id} className="flex flex-wrap items-start justify-between gap-3 border-t border-rule py-3">
            <div className="min-w-0">
              <b>{recipe.name}</b>{' '}
              <span className="text-soft">
                for {recipe.extraction} seed{recipe.retired && `, retired${recipe.retiredBy ? ` by ${recipe.retiredBy}` : ''}`}
              </span>
              <ol className="list-decimal pl-5">
                {recipe.steps.map((step, index) => (
                  <li key={index}>{step}</li>
                ))}
              </ol>
              <p className="text-small text-soft">
                {recipe.why}
                {recipe.on && ` · ${formatDate(recipe.on)}`}
                {recipe.by && `, ${recipe.by}`}
              </p>
            </div>
            {!recipe.retired && (
              <Form method="post">
                <input type="hidden" name="key" value={recipe.key} />
                <input type="hidden" name="intent" value="retire" />
                <input type="hidden" name="id" value={recipe.id} />
                <Button type="submit" aria-label={`Retire ${recipe.name}`}>
                  Retire recipe
                </Button>
              </Form>
            )}
          </li>
        ))}
      </ul>
      <h2 className="mb-3">New recipe</h2>
      <PostForm key={key} form={form} formKey={key} intent="add">
        <TextField field={fields['name']!} label="Name" hint="Cold soda, four hours" />
        <ChoiceField
          field={fields['extraction']!}
          label="For which kind of seed?"
          options={[
            { value: 'dry', label: 'Dry in pods or heads' },
            { value: 'wet with a gel coat', label: 'Wet, with a gel coat' },
            { value: 'wet', label: 'Wet, without gel' },
          ]}
        />
        <p className="text-soft">
          List the steps in order. For each you can give your own hours as earliest, usual and latest, for example 2, 4, 8. Leave empty to
          use the usual hours.
        </p>
        {ROWS.slice(0, shown).map((row) => (
          <div key={row} className="grid gap-5 sm:grid-cols-2">
            <SelectField
              field={fields[`step-${row}`]!}
              label={`Step ${row}`}
              empty="no more steps"
              options={STEP_OPTIONS}
              onChange={() => setShown(Math.max(shown, Math.min(RECIPE_ROWS, row + 1)))}
            />
            <TextField field={fields[`hours-${row}`]!} label={`Hours of step ${row} (optional)`} autoComplete="off" />
          </div>
        ))}
        <TextField field={fields['why']!} label="Why do you do it this way?" hint="For example: four hours were enough in three trials" />
        <Button type="submit" look="action">
          Save recipe
        </Button>
      </PostForm>
    </div>
  );
}
