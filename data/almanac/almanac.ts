import type { Portrait } from '#core/almanac/portrait.ts';
import { sql } from 'kysely';
import type { Crop } from '#core/almanac/crop.ts';
import { borrowFrom } from '#core/almanac/cropLike.ts';
import type { NamedCrop } from '#core/almanac/findCrop.ts';
import type { CrossingGroup } from '#core/almanac/crossing.ts';
import type { FactKey } from '#core/almanac/facts.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { holdsWords } from '#data/search.ts';

/** Loads the shipped almanac as the tables' owner, in place of what was shipped before. The library's own words are laid over it afterwards. */
export async function loadAlmanac(
  owner: Db,
  almanac: {
    readonly crops: readonly Crop[];
    readonly groups: readonly CrossingGroup[];
    readonly glossary: readonly { readonly word: string; readonly means: string }[];
  },
): Promise<void> {
  await owner
    .insertInto('crop')
    .values(almanac.crops.map((crop) => ({ id: crop.id, name: crop.name, facts: JSON.stringify(crop), shipped: JSON.stringify(crop) })))
    .onConflict((conflict) =>
      conflict.column('id').doUpdateSet((eb) => ({
        name: eb.ref('excluded.name'),
        shipped: eb.ref('excluded.shipped'),
        // Facts the library has changed are kept; the others follow what is shipped.
        facts: sql<string>`excluded.shipped || coalesce((
          select jsonb_object_agg(o.fact, crop.facts->o.fact) || jsonb_build_object('told', excluded.shipped->'told' || jsonb_object_agg(o.fact, crop.facts->'told'->o.fact))
          from (select distinct on (fact) fact, typed from crop_override where crop_id = crop.id order by fact, id desc) o where o.typed is not null), '{}'::jsonb)`,
      })),
    )
    .execute();
  await borrowNewFacts(owner);
  await owner
    .insertInto('crossing_group')
    .values(almanac.groups.map(({ id, name, crosses }) => ({ id, name, crosses: JSON.stringify(crosses) })))
    .onConflict((conflict) =>
      conflict.column('id').doUpdateSet((eb) => ({ name: eb.ref('excluded.name'), crosses: eb.ref('excluded.crosses') })),
    )
    .execute();
  await owner
    .insertInto('glossary')
    .values([...almanac.glossary])
    .onConflict((conflict) => conflict.column('word').doUpdateSet((eb) => ({ means: eb.ref('excluded.means') })))
    .execute();
}

/** A kind of fact that the almanac did not have when the library added a crop of its own is borrowed from the crop that it is like. */
async function borrowNewFacts(owner: Db): Promise<void> {
  const own = await owner
    .selectFrom('crop')
    .innerJoin('crop as likeness', 'likeness.id', 'crop.like_id')
    .select(['crop.id', 'crop.facts', 'crop.shipped', 'likeness.shipped as like'])
    .orderBy('crop.id')
    .execute();
  for (const { id, facts, shipped, like } of own) {
    const [whole, without] = [borrowFrom(like, facts), borrowFrom(like, shipped)];
    if (whole === facts && without === shipped) continue;
    await owner
      .updateTable('crop')
      .set({ facts: JSON.stringify(whole), shipped: JSON.stringify(without) })
      .where('id', '=', id)
      .execute();
  }
}

/** All crops by name, or those whose name, other name or species holds the search words. */
export async function readCrops(db: Db, search = ''): Promise<Crop[]> {
  let query = db.selectFrom('crop').select('facts').orderBy('name');
  if (search) {
    const facts = ['species', 'family', 'alsoCalled', 'synonyms'].map((fact) => sql`facts->>${sql.lit(fact)}`);
    query = query.where(holdsWords(search, 'crop.name', ...facts));
  }
  return (await query.execute()).map(({ facts }) => facts);
}

/** Id, name and other names of every crop, for choosing one. */
export async function listCropNames(db: Db): Promise<(NamedCrop & { readonly knownBy: string | null })[]> {
  return db
    .selectFrom('crop')
    .select(['id', 'name', 'also_called as alsoCalled', 'may_mean as mayMean', 'known_by as knownBy'])
    .orderBy('name')
    .execute();
}

/** One crop's facts, or null. */
export async function readCrop(db: Db, id: string): Promise<Crop | null> {
  return (await db.selectFrom('crop').select('facts').where('id', '=', id).executeTakeFirst())?.facts ?? null;
}

/** One crop as it was shipped, or null. */
export async function readShippedCrop(db: Db, id: string): Promise<Crop | null> {
  return (await db.selectFrom('crop').select('shipped').where('id', '=', id).executeTakeFirst())?.shipped ?? null;
}

/** Writes a crop of the library's own; false where its id is taken. */
export async function createCrop(db: Db, crop: Crop, likeId: string): Promise<boolean> {
  const facts = JSON.stringify(crop);
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('crop')
    .values({ id: crop.id, name: crop.name, facts, shipped: facts, like_id: likeId })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirst();
  return (numInsertedOrUpdatedRows ?? 0n) > 0n;
}

/** A crossing group of the library's own, under the name that its first crop has now. */
export async function saveGroup(db: Db, group: { readonly id: string; readonly name: string }): Promise<void> {
  await db
    .insertInto('crossing_group')
    .values({ ...group, crosses: '[]' })
    .onConflict((conflict) => conflict.column('id').doUpdateSet({ name: group.name }))
    .execute();
}

/** Takes a crossing group away that no crop is in any more. */
export async function dropEmptyGroup(db: Db, id: string): Promise<void> {
  await sql`delete from crossing_group where id = ${id} and not exists (select from crop where crossing_group = ${id})`.execute(db);
}

/** A crop of the library's own, locked, with what it is like; undefined for those that were shipped. */
export async function lockOwnCrop(db: Db, id: string): Promise<{ facts: Crop; likeId: string } | undefined> {
  const row = await db.selectFrom('crop').select(['facts', 'like_id']).where('id', '=', id).forUpdate().executeTakeFirst();
  return row?.like_id ? { facts: row.facts, likeId: row.like_id } : undefined;
}

/** Puts a crop of the library's own right: `shipped` is what it is without the facts that the library has set since. */
export async function replaceOwnCrop(db: Db, facts: Crop, shipped: Crop, likeId: string): Promise<void> {
  await db
    .updateTable('crop')
    .set({ name: facts.name, facts: JSON.stringify(facts), shipped: JSON.stringify(shipped), like_id: likeId })
    .where('id', '=', facts.id)
    .execute();
}

/** What is built on a crop: lines of it, facts that the library has set, crops that are like it. */
export async function hangsOnCrop(db: Db, id: string): Promise<{ readonly lines: number; readonly facts: number; readonly likes: number }> {
  const { rows } = await sql<{ lines: number; facts: number; likes: number }>`select
    (select count(*)::int from line where crop_id = ${id}) as lines,
    (select count(*)::int from crop_override where crop_id = ${id}) as facts,
    (select count(*)::int from crop where like_id = ${id}) as likes`.execute(db);
  return rows[0]!;
}

/** Takes a crop away on which nothing hangs, with the crossing group that was its own alone. */
export async function removeOwnCrop(db: Db, id: string): Promise<void> {
  await db.deleteFrom('crop').where('id', '=', id).execute();
  await dropEmptyGroup(db, id);
}

/** The crop that one of the library's own is like; null for those that were shipped. */
export async function readLikenessOf(db: Db, id: string): Promise<{ readonly id: string; readonly name: string } | null> {
  const row = await db
    .selectFrom('crop')
    .innerJoin('crop as like', 'like.id', 'crop.like_id')
    .select(['like.id', 'like.name'])
    .where('crop.id', '=', id)
    .executeTakeFirst();
  return row ?? null;
}

export async function lockCrop(db: Db, id: string): Promise<{ facts: Crop; shipped: Crop } | undefined> {
  return db.selectFrom('crop').select(['facts', 'shipped']).where('id', '=', id).forUpdate().executeTakeFirst();
}

/** What this library has said about a crop's facts, newest first. */
export async function readOverrides(db: Db, cropId: string) {
  return db
    .selectFrom('crop_override')
    .leftJoin('person', 'person.id', 'crop_override.set_by')
    .select(['crop_override.id', 'fact', 'typed', 'why', 'set_on as setOn', 'person.name as setBy'])
    .where('crop_id', '=', cropId)
    .orderBy('crop_override.id', 'desc')
    .execute();
}

export async function recordOverride(
  db: Db,
  said: { cropId: string; fact: FactKey; typed: string | null; why: string; setOn: Day; setBy: number; actKey: string },
): Promise<void> {
  await db
    .insertInto('crop_override')
    .values({
      crop_id: said.cropId,
      fact: said.fact,
      typed: said.typed,
      why: said.why,
      set_on: said.setOn,
      set_by: said.setBy,
      act_key: said.actKey,
    })
    .execute();
}

export async function saveCropFacts(db: Db, crop: Crop): Promise<void> {
  await db
    .updateTable('crop')
    .set({ facts: JSON.stringify(crop) })
    .where('id', '=', crop.id)
    .execute();
}

export async function readGroups(db: Db): Promise<CrossingGroup[]> {
  return db.selectFrom('crossing_group').selectAll().orderBy('name').execute();
}

export async function readGlossary(db: Db): Promise<{ word: string; means: string }[]> {
  return db.selectFrom('glossary').selectAll().orderBy('word').execute();
}

/** Id, name and crossing group of every crop. */
export async function readGroupOfCrops(db: Db): Promise<{ id: string; name: string; group: string }[]> {
  return db.selectFrom('crop').select(['id', 'name', 'crossing_group as group']).orderBy('name').execute();
}

/** What the seed of every crop looks like. */
export async function readPortraits(db: Db): Promise<{ id: string; name: string; seedLooks: Portrait }[]> {
  return db.selectFrom('crop').select(['id', 'name', 'seed_looks as seedLooks']).orderBy('name').execute();
}

/** Facts of these crops. */
export async function readCropsById(db: Db, ids: readonly string[]): Promise<Crop[]> {
  if (ids.length === 0) return [];
  return (await db.selectFrom('crop').select('facts').where('id', 'in', ids).execute()).map(({ facts }) => facts);
}
