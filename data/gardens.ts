import { metresBetween, type Point } from '#core/isolation/gardens.ts';
import type { Db } from './database.ts';

/**
 * The garden of this name: the person's own, else nobody's in particular, else (when nobody is named) the only one so called.
 * Made if there is none; returns its id.
 */
export async function ensureGarden(db: Db, personId: number | null, name: string): Promise<number> {
  const called = db
    .selectFrom('garden')
    .select(['id', 'person_id as personId'])
    .where((eb) => eb(eb.fn('lower', ['name']), '=', name.toLowerCase()));
  const pick = (gardens: Awaited<ReturnType<typeof called.execute>>) =>
    gardens.find((garden) => garden.personId === personId) ??
    gardens.find((garden) => garden.personId === null) ??
    (personId === null && gardens.length === 1 ? gardens[0] : undefined);
  const found = pick(await called.execute());
  if (found) return found.id;
  await db
    .insertInto('garden')
    .values({ person_id: personId, name, latitude: null, longitude: null, radius_m: null })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  return pick(await called.execute())!.id;
}

/** All gardens with a name like this, or every garden, with whose they are and where. */
export async function listGardens(db: Db, search = '') {
  return db
    .selectFrom('garden')
    .leftJoin('person', 'person.id', 'garden.person_id')
    .select([
      'garden.id',
      'garden.name',
      'garden.person_id as personId',
      'person.name as person',
      'latitude',
      'longitude',
      'radius_m as radiusM',
    ])
    .where('garden.name', 'ilike', `%${search.replace(/[%_\\]/g, '\\$&')}%`)
    .orderBy('garden.name')
    .limit(500)
    .execute();
}

/** The garden where a person grew the newest lot, or any of theirs. */
export async function findGardenOf(db: Db, personId: number): Promise<{ id: number; name: string } | undefined> {
  return db
    .selectFrom('garden')
    .leftJoin('lot', 'lot.garden_id', 'garden.id')
    .select(['garden.id', 'garden.name'])
    .where((eb) => eb.or([eb('garden.person_id', '=', personId), eb('lot.donor_id', '=', personId)]))
    .orderBy('lot.id', (order) => order.desc().nullsLast())
    .limit(1)
    .executeTakeFirst();
}

/** Points of all gardens that have one. */
export async function readGardenPoints(db: Db): Promise<(Point & { id: number })[]> {
  const rows = await db
    .selectFrom('garden')
    .select((eb) => ['id', eb.ref('latitude').$notNull().as('latitude'), eb.ref('longitude').$notNull().as('longitude')])
    .where('latitude', 'is not', null)
    .execute();
  return rows;
}

export async function saveGardenPlace(db: Db, id: number, place: (Point & { radiusM: number | null }) | null): Promise<void> {
  await db
    .updateTable('garden')
    .set({ latitude: place?.latitude ?? null, longitude: place?.longitude ?? null, radius_m: place?.radiusM ?? null })
    .where('id', '=', id)
    .execute();
}

/** Writes how far two gardens are apart, in place of what was written before. */
export async function saveGardenDistance(db: Db, one: number, other: number, metres: number): Promise<void> {
  await db
    .insertInto('garden_distance')
    .values({ one_id: Math.min(one, other), other_id: Math.max(one, other), metres })
    .onConflict((conflict) => conflict.columns(['one_id', 'other_id']).doUpdateSet({ metres }))
    .execute();
}

/** Gardens around one, nearest first: by their points, else by the distance somebody told. */
export async function findGardensNear(db: Db, id: number): Promise<{ id: number; name: string; metres: number; told: boolean }[]> {
  const [gardens, told] = await Promise.all([
    listGardens(db),
    db
      .selectFrom('garden_distance')
      .selectAll()
      .where((eb) => eb.or([eb('one_id', '=', id), eb('other_id', '=', id)]))
      .execute(),
  ]);
  const here = gardens.find((garden) => garden.id === id);
  const near = gardens.flatMap((garden) => {
    if (garden.id === id) return [];
    const { latitude, longitude, name } = garden;
    if (here && here.latitude !== null && here.longitude !== null && latitude !== null && longitude !== null) {
      const metres = Math.round(metresBetween({ latitude: here.latitude, longitude: here.longitude }, { latitude, longitude }));
      return [{ id: garden.id, name, metres, told: false }];
    }
    const row = told.find(({ one_id, other_id }) => one_id === garden.id || other_id === garden.id);
    return row ? [{ id: garden.id, name, metres: row.metres, told: true }] : [];
  });
  return near.sort((one, other) => one.metres - other.metres);
}

/** What else of a crossing group the library knows to have grown around a garden in a year, nearest first. */
export async function findGrowersNear(db: Db, where: { garden: string; group: string; year: string }) {
  const here = (await listGardens(db, where.garden)).find(({ name }) => name.toLowerCase() === where.garden.toLowerCase());
  if (!here) return [];
  const near = await findGardensNear(db, here.id);
  const metresTo = new Map([...near.map(({ id, metres }) => [id, metres] as const), [here.id, 0]]);
  const grown = await db
    .selectFrom('lot')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .innerJoin('garden', 'garden.id', 'lot.garden_id')
    .select(['garden.id', 'garden.name as garden', 'line.name as variety', 'crop.name as crop'])
    .distinct()
    .where('lot.garden_id', 'in', [...metresTo.keys()])
    .where((eb) => eb(eb.ref('crop.facts', '->>').key('group'), '=', where.group))
    .where('lot.harvested', 'like', `${where.year}%`)
    .execute();
  return grown.map((one) => ({ ...one, metres: metresTo.get(one.id)! })).sort((one, other) => one.metres - other.metres);
}
