import { sql } from 'kysely';
import type { Day, PersonId, PlaceId, Seeds } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/** Records who keeps seed in a place that is not in the house, and when to ask after it. */
export async function writeKeeper(
  db: Db,
  keeper: {
    readonly placeId: PlaceId;
    readonly keeperId: PersonId;
    readonly askBy: Day;
    readonly askedOn: Day;
    readonly note: string | null;
    readonly writtenBy: PersonId;
    readonly actKey: string;
  },
): Promise<void> {
  await db
    .insertInto('keeper_written')
    .values({
      place_id: keeper.placeId,
      keeper_id: keeper.keeperId,
      ask_by: keeper.askBy,
      asked_on: keeper.askedOn,
      note: keeper.note,
      written_by: keeper.writtenBy,
      act_key: keeper.actKey,
    })
    .execute();
}

export interface Keeper {
  readonly placeId: PlaceId;
  readonly place: string;
  readonly personId: PersonId;
  readonly person: string;
  readonly askBy: Day;
  readonly askedOn: Day;
  readonly note: string | null;
  /** The safety copies that are there. */
  readonly copies: readonly { readonly code: string; readonly name: string; readonly seeds: Seeds; readonly since: Day }[];
}

/** Who keeps safety copies, whoever is to be asked first, with what they keep. */
export async function listKeepers(db: Db): Promise<Keeper[]> {
  const { rows } = await sql<Keeper>`
    select place.id as "placeId", place.name as place, person.id as "personId", person.name as person, keeper.ask_by as "askBy", keeper.asked_on as "askedOn", keeper.note,
      coalesce(json_agg(json_build_object(
        'code', lot.code, 'name', crop.name || ' ‘' || line.name || '’',
        'seeds', floor(case when lot.unit = 'mg' then holding.balance * lot.seeds_per_gram / 1000 else holding.balance end),
        'since', (select max(happened_on) from movement where movement.to_holding = holding.id and movement.kind = 'moved')
      ) order by crop.name, line.name, lot.id) filter (where lot.id is not null), '[]') as copies
    from keeper join place on place.id = keeper.place_id join person on person.id = keeper.keeper_id
    left join holding on holding.place_id = place.id and holding.balance > 0
    left join lot on lot.id = holding.lot_id left join line on line.id = lot.line_id left join crop on crop.id = line.crop_id
    group by place.id, place.name, person.id, person.name, keeper.ask_by, keeper.asked_on, keeper.note
    order by keeper.ask_by, place.name`.execute(db);
  return rows;
}

/** Names of the places that are in the house. */
export async function placesOfHouse(db: Db): Promise<string[]> {
  const rows = await db
    .selectFrom('place')
    .select('name')
    .where((eb) => eb.not(eb.exists(eb.selectFrom('keeper').select('keeper.id').whereRef('keeper.place_id', '=', 'place.id'))))
    .orderBy('id')
    .execute();
  return rows.map(({ name }) => name);
}

/** Keepers who are to be asked by a day and have seed. */
export async function keepersToAsk(
  db: Db,
  by: Day,
): Promise<{ readonly place: string; readonly person: string; readonly askBy: Day; readonly copies: number }[]> {
  return db
    .selectFrom('keeper')
    .innerJoin('place', 'place.id', 'keeper.place_id')
    .innerJoin('person', 'person.id', 'keeper.keeper_id')
    .innerJoin('holding', (join) => join.onRef('holding.place_id', '=', 'place.id').on('holding.balance', '>', 0))
    .select((eb) => ['place.name as place', 'person.name as person', 'keeper.ask_by as askBy', eb.fn.countAll<number>().as('copies')])
    .where('keeper.ask_by', '<=', by)
    .groupBy(['place.name', 'person.name', 'keeper.ask_by'])
    .orderBy('keeper.ask_by')
    .execute();
}
