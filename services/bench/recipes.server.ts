import { recipeForm, retireRecipeForm } from '#contracts/bench/recipes.ts';
import { recipeFault, type RecipeFault } from '#core/bench/recipeFaults.ts';
import { createRecipe, endRecipe } from '#data/bench/recipes.ts';
import { readHouse } from '#data/house/house.ts';
import { command, type Inside } from '#services/command.server.ts';

export type RecipeProblem = RecipeFault | { readonly kind: 'name taken' };

/** Records the house's own way from fruit or pod to clean seed. */
export const addRecipe = command('recipe written', { input: recipeForm }, async ({ tx, actor, refuse }: Inside<RecipeProblem>, recipe) => {
  const fault = recipeFault(recipe.steps);
  if (fault) refuse(fault);
  const { recipes } = (await readHouse(tx))!;
  if (recipes.some(({ name, retired }) => !retired && name.toLowerCase() === recipe.name.toLowerCase())) refuse({ kind: 'name taken' });
  const id = await createRecipe(tx, { ...recipe, by: actor.personId, actKey: recipe.key });
  return { answer: { id }, subject: recipe.name };
});

/** Takes a recipe out of what is offered; batches that began by it go on. */
export const retireRecipe = command(
  'recipe retired',
  { input: retireRecipeForm },
  async ({ tx, actor, refuse }: Inside<{ readonly kind: 'no such recipe' }>, retire) => {
    const recipe = (await readHouse(tx))!.recipes.find(({ id }) => id === retire.id) ?? refuse({ kind: 'no such recipe' });
    await endRecipe(tx, { recipeId: recipe.id, by: actor.personId, actKey: retire.key });
    return { answer: null, subject: recipe.name };
  },
);
