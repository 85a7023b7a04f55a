import type { Recipe } from '#core/bench/methods.ts';
import type { Db } from '#data/database.ts';

interface Act {
  readonly by: number;
  readonly actKey: string;
}

export async function createRecipe(db: Db, recipe: Omit<Recipe, 'id' | 'retired'> & Act): Promise<number> {
  const { name, extraction, steps, why, by, actKey } = recipe;
  const { id } = await db
    .insertInto('recipe')
    .values({ name, extraction, steps: JSON.stringify(steps), why, written_by: by, act_key: actKey })
    .returning('id')
    .executeTakeFirstOrThrow();
  return id;
}

/** Who wrote each recipe and when, and who retired it. */
export async function readRecipeAuthors(db: Db) {
  return db
    .selectFrom('recipe')
    .leftJoin('recipe_end', 'recipe_end.recipe_id', 'recipe.id')
    .leftJoin('person as author', 'author.id', 'recipe.written_by')
    .leftJoin('person as ender', 'ender.id', 'recipe_end.ended_by')
    .select(['recipe.id', 'recipe.written_at as writtenAt', 'author.name as by', 'ender.name as retiredBy'])
    .execute();
}

/** Retires a recipe; twice is once. */
export async function endRecipe(db: Db, end: { recipeId: number } & Act): Promise<void> {
  await db
    .insertInto('recipe_end')
    .values({ recipe_id: end.recipeId, ended_by: end.by, act_key: end.actKey })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}
