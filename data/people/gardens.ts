import { searchKey } from '#core/search/searchKey.ts';
import { isNearly, LEAST_ALIKE } from '#core/search/slips.ts';
import { sql } from 'kysely';
import { metresBetween, type Point } from '#core/isolation/gardens.ts';
import type { GardenId, Metres, PersonId } from '#core/kernel/kinds.ts';
import type { Season } from '#core/calendar/season.ts';
import type { Db } from '#data/database.ts';
import { holdsWords } from '#data/search.ts';

/**
 * The garden of this name: the person's own, else nobody's in particular, else (when nobody is named) the only one so called.
 * Made if there is none; returns its id.
 */
export async function ensureGarden(db: Db, personId: PersonId | null, name: string): Promise<number> {
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
    .values({ person_id: personId, name, latitude: null, longitude: null })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  return pick(await called.execute())!.id;
}

/** Names of gardens that are nearly this one, where none has this very name: it is probably one of them, mistyped. */
export async function nearGardens(db: Db, name: string): Promise<string[]> {
  const key = searchKey(name);
  const candidates = await db
    .selectFrom('garden')
    .select(['name', sql<number>`similarity(search_key(name), ${key})`.as('likeness')])
    .distinct()
    .where(sql<boolean>`similarity(search_key(name), ${key}) > ${LEAST_ALIKE}`)
    .orderBy('likeness', 'desc')
    .limit(40)
    .execute();
  if (candidates.some((garden) => searchKey(garden.name) === key)) return [];
  return candidates.filter((garden) => isNearly(searchKey(garden.name), key, garden.likeness)).map((garden) => garden.name);
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
      'place_for as placeFor',
    ])
    .where(holdsWords(search, 'garden.name', sql`coalesce(person.name, '')`))
    .orderBy('garden.name')
    .execute();
}

/** A garden with its place, whose it is and who may know where. */
export const findGarden = (db: Db, id: GardenId) =>
  db
    .selectFrom('garden')
    .leftJoin('person', 'person.id', 'garden.person_id')
    .select([
      'garden.id',
      'garden.name',
      'garden.person_id as personId',
      'person.name as person',
      'latitude',
      'longitude',
      'place_for as placeFor',
    ])
    .where('garden.id', '=', id)
    .executeTakeFirst();

export async function lockGarden(db: Db, id: GardenId): Promise<void> {
  await db.selectFrom('garden').select('id').where('id', '=', id).forUpdate().execute();
}

/** The garden where a person grew the newest lot, or any of theirs. */
export async function findGardenOf(db: Db, personId: PersonId): Promise<{ id: number; name: string } | undefined> {
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

export async function saveGardenPlace(db: Db, id: number, place: Point | null): Promise<void> {
  await db
    .updateTable('garden')
    .set({ latitude: place?.latitude ?? null, longitude: place?.longitude ?? null })
    .where('id', '=', id)
    .execute();
}

export async function saveWhoKnowsPlace(db: Db, id: number, placeFor: 'workers' | 'coordinators'): Promise<void> {
  await db.updateTable('garden').set({ place_for: placeFor }).where('id', '=', id).execute();
}

/** All distances between gardens that somebody told. */
export const readToldDistances = (db: Db) =>
  db.selectFrom('garden_distance').select(['one_id as one', 'other_id as other', 'metres']).execute();

/** Writes how far two gardens are apart, in place of what was written before. */
export async function saveGardenDistance(db: Db, one: number, other: number, metres: Metres): Promise<void> {
  await db
    .insertInto('garden_distance')
    .values({ one_id: Math.min(one, other), other_id: Math.max(one, other), metres })
    .onConflict((conflict) => conflict.columns(['one_id', 'other_id']).doUpdateSet({ metres }))
    .execute();
}

/** Farther than this no crop's pollen is reckoned with; the almanac's seed-production distances are far below. */
const FARTHEST_METRES = 20_000;
const METRES_A_DEGREE = 111_000;

/**
 * Gardens around one, nearest first: by their points, else by the distance somebody told. All within reach of pollen, however many gardens
 * the library knows: a box around the garden is asked for, and distances are measured inside it.
 * @param leads whoever asks may know all places; else gardens whose place is the coordinators' own are left out, and nothing is near one
 */
export async function findGardensNear(
  db: Db,
  id: number,
  leads = false,
): Promise<{ id: number; name: string; metres: Metres; told: boolean }[]> {
  const here = await db.selectFrom('garden').select(['latitude', 'longitude', 'place_for']).where('id', '=', id).executeTakeFirst();
  if (!leads && here?.place_for === 'coordinators') return [];
  const point = pointOf(here);
  const [around, told] = await Promise.all([
    point ? findInBox(db, point, leads) : [],
    db
      .selectFrom('garden_distance')
      .innerJoin('garden', (join) =>
        join.on((eb) =>
          eb.or([
            eb.and([eb('one_id', '=', id), eb('garden.id', '=', eb.ref('other_id'))]),
            eb.and([eb('other_id', '=', id), eb('garden.id', '=', eb.ref('one_id'))]),
          ]),
        ),
      )
      .select(['garden.id', 'garden.name', 'metres'])
      .$if(!leads, (query) => query.where('garden.place_for', '=', 'workers'))
      .execute(),
  ]);
  const measured = new Map(around.filter((garden) => garden.id !== id).map((garden) => [garden.id, { ...garden, told: false }]));
  // Two points say more than what somebody told.
  const rest = told.filter((garden) => !measured.has(garden.id)).map((garden) => ({ ...garden, told: true }));
  return [...measured.values(), ...rest].sort((one, other) => one.metres - other.metres);
}

const pointOf = (place: { latitude: number | null; longitude: number | null } | undefined): Point | null =>
  place && place.latitude !== null && place.longitude !== null ? { latitude: place.latitude, longitude: place.longitude } : null;

async function findInBox(db: Db, here: Point, leads: boolean): Promise<{ id: number; name: string; metres: Metres }[]> {
  const high = FARTHEST_METRES / METRES_A_DEGREE;
  // Degrees of longitude narrow towards the poles.
  const wide = Math.min(180, high / Math.max(0.01, Math.cos((here.latitude * Math.PI) / 180)));
  const rows = await db
    .selectFrom('garden')
    .select((eb) => ['id', 'name', eb.ref('latitude').$notNull().as('latitude'), eb.ref('longitude').$notNull().as('longitude')])
    .where('latitude', '>=', here.latitude - high)
    .where('latitude', '<=', here.latitude + high)
    .$if(!leads, (query) => query.where('place_for', '=', 'workers'))
    .where(sql<boolean>`abs(mod((longitude - ${here.longitude} + 540)::numeric, 360) - 180) <= ${wide}`)
    .execute();
  return rows
    .map(({ id, name, latitude, longitude }) => ({ id, name, metres: Math.round(metresBetween(here, { latitude, longitude })) }))
    .filter(({ metres }) => metres <= FARTHEST_METRES);
}

/** What else of a crossing group the library knows to have grown around a garden in a season, nearest first. */
export async function findGrowersNear(db: Db, where: { garden: string; group: string; season: Season }) {
  const { from, until, harvest } = where.season;
  const day = sql`(lot.harvested || case length(lot.harvested) when 4 then ${`-${harvest}`} when 7 then '-15' else '' end)`;
  const here = await db
    .selectFrom('garden')
    .select('id')
    .where((eb) => eb(eb.fn('lower', ['name']), '=', where.garden.toLowerCase()))
    .orderBy('name')
    .limit(1)
    .executeTakeFirst();
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
    .where(sql<boolean>`${day} >= ${from} and ${day} < ${until}`)
    .execute();
  return grown.map((one) => ({ ...one, metres: metresTo.get(one.id)! })).sort((one, other) => one.metres - other.metres);
}
