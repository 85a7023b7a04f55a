import type { Recipe } from '#core/bench/methods.ts';
import { recipeFault, type RecipeFault } from '#core/bench/recipeFaults.ts';
import type { Actor } from '#data/people/accounts.ts';
import type { Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import { createRecipe, endRecipe } from '#data/bench/recipes.ts';
import { perform } from '#services/perform.server.ts';

export type RecipeProblem = RecipeFault | { readonly kind: 'name taken' };

/** Writes down the house's own way from fruit or pod to clean seed. */
export function addRecipe(db: Db, actor: Actor, recipe: Omit<Recipe, 'id' | 'retired'> & { key: string }) {
  return perform<{ id: number }, RecipeProblem>(db, { key: recipe.key, command: 'recipe written', actor }, async (tx, refuse) => {
    const fault = recipeFault(recipe.steps);
    if (fault) refuse(fault);
    const { recipes } = (await readHouse(tx))!;
    if (recipes.some(({ name, retired }) => !retired && name.toLowerCase() === recipe.name.toLowerCase())) refuse({ kind: 'name taken' });
    const id = await createRecipe(tx, { ...recipe, by: actor.personId, actKey: recipe.key });
    return { answer: { id }, subject: recipe.name };
  });
}

/** Takes a recipe out of what is offered; batches that began by it go on. */
export function retireRecipe(db: Db, actor: Actor, retire: { key: string; id: number }) {
  return perform<null, { readonly kind: 'no such recipe' }>(
    db,
    { key: retire.key, command: 'recipe retired', actor },
    async (tx, refuse) => {
      const recipe = (await readHouse(tx))!.recipes.find(({ id }) => id === retire.id) ?? refuse({ kind: 'no such recipe' });
      await endRecipe(tx, { recipeId: recipe.id, by: actor.personId, actKey: retire.key });
      return { answer: null, subject: recipe.name };
    },
  );
}
