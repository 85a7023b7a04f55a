import { sql } from 'kysely';
import type { Day, GrowOutId, LineId, LotId, PersonId, Seeds } from '#core/kernel/kinds.ts';
import type { GrowOutStep } from '#core/states/states.ts';
import type { Db } from '#data/database.ts';
import { isAmong, isFoundBy } from '#data/isAmong.ts';
import { holdsWords } from '#data/search.ts';
import { hasEnded, holdsSeed, isOpen } from './standing.ts';

export async function createGrowOut(
  db: Db,
  growOut: {
    readonly lotId: LotId;
    readonly plants: number;
    readonly seeds: Seeds;
    readonly sowFrom: Day;
    readonly backBy: Day;
    readonly note: string | null;
    readonly proposedOn: Day;
    readonly proposedBy: PersonId;
    readonly actKey: string;
  },
): Promise<GrowOutId> {
  const row = await db
    .insertInto('grow_out_written')
    .values({
      lot_id: growOut.lotId,
      plants: growOut.plants,
      seeds: growOut.seeds,
      sow_from: growOut.sowFrom,
      back_by: growOut.backBy,
      note: growOut.note,
      proposed_on: growOut.proposedOn,
      proposed_by: growOut.proposedBy,
      act_key: growOut.actKey,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  return row.id;
}

/** Writes what became of a grow-out. @throws the rule `grow_out_ends_once` where it has ended */
export async function recordGrowOutStep(
  db: Db,
  step: {
    readonly growOutId: GrowOutId;
    readonly step: GrowOutStep;
    readonly growerId?: PersonId;
    readonly lotId?: LotId;
    readonly reason: string | null;
    readonly happenedOn: Day;
    readonly writtenBy: PersonId;
    readonly actKey: string;
  },
): Promise<void> {
  await db
    .insertInto('grow_out_step_written')
    .values({
      grow_out_id: step.growOutId,
      step: step.step,
      grower_id: step.growerId ?? null,
      lot_id: step.lotId ?? null,
      reason: step.reason,
      happened_on: step.happenedOn,
      written_by: step.writtenBy,
      act_key: step.actKey,
    })
    .execute();
}

const growOuts = (db: Db) =>
  db
    .selectFrom('grow_out')
    .innerJoin('lot', 'lot.id', 'grow_out.lot_id')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .leftJoin('person', 'person.id', 'grow_out.proposed_by')
    .leftJoinLateral(
      (eb) =>
        eb
          .selectFrom('grow_out_step')
          .leftJoin('person as who', 'who.id', 'grow_out_step.written_by')
          .select(['grow_out_step.step', 'grow_out_step.reason', 'grow_out_step.happened_on', 'who.name'])
          .whereRef('grow_out_step.grow_out_id', '=', 'grow_out.id')
          .orderBy('grow_out_step.id', 'desc')
          .limit(1)
          .as('last'),
      (join) => join.onTrue(),
    )
    .leftJoinLateral(
      (eb) =>
        eb
          .selectFrom('grow_out_step')
          .leftJoin('person as grower', 'grower.id', 'grow_out_step.grower_id')
          .select(['grower.id', 'grower.name'])
          .whereRef('grow_out_step.grow_out_id', '=', 'grow_out.id')
          .where('grow_out_step.step', 'in', ['offered', 'agreed', 'declined'])
          .orderBy('grow_out_step.id', 'desc')
          .limit(1)
          .as('with'),
      (join) => join.onTrue(),
    )
    .leftJoinLateral(
      (eb) =>
        eb
          .selectFrom('grow_out_step')
          .leftJoin('movement', (on) => on.onRef('movement.act_key', '=', 'grow_out_step.act_key').on('movement.kind', '=', 'sown'))
          .select(['grow_out_step.happened_on', 'movement.amount'])
          .whereRef('grow_out_step.grow_out_id', '=', 'grow_out.id')
          .where('grow_out_step.step', '=', 'handed over')
          .orderBy('grow_out_step.id', 'desc')
          .limit(1)
          .as('given'),
      (join) => join.onTrue(),
    )
    .leftJoin('grow_out_place as place', 'place.grow_out_id', 'grow_out.id')
    .leftJoin('garden', 'garden.id', 'place.garden_id')
    .select([
      'grow_out.id',
      'grow_out.plants',
      'grow_out.seeds',
      'grow_out.sow_from as sowFrom',
      'grow_out.back_by as backBy',
      'grow_out.note',
      'grow_out.proposed_on as proposedOn',
      'person.name as proposedBy',
      'lot.code',
      'lot.id as lotId',
      'line.id as lineId',
      'line.name as variety',
      'crop.id as cropId',
      'crop.name as crop',
      'last.step',
      'last.reason',
      'last.happened_on as stepOn',
      'last.name as stepBy',
      'with.id as growerId',
      'with.name as grower',
      'given.happened_on as handedOverOn',
      'given.amount as handedOver',
      'lot.unit',
      'lot.seeds_per_gram as seedsPerGram',
      'garden.id as gardenId',
      'garden.name as garden',
      'place.sow_on as sowOn',
    ]);

export type GrowOutRow = NonNullable<Awaited<ReturnType<typeof findGrowOut>>>;

/** Who grows it, with how to reach them: with whom it was last agreed, or to whom it was offered; undefined while nobody has been asked, or after a no. */
export const findGrower = (db: Db, id: GrowOutId) =>
  db
    .selectFrom('grow_out_step')
    .innerJoin('person', 'person.id', 'grow_out_step.grower_id')
    .select(['person.id', 'person.name', 'person.phone', 'person.email'])
    .where('grow_out_id', '=', id)
    .where('grow_out_step.id', '=', (eb) =>
      eb
        .selectFrom('grow_out_step as newest')
        .select((newest) => newest.fn.max('newest.id').as('id'))
        .where('newest.grow_out_id', '=', id)
        .where('newest.step', 'in', ['offered', 'agreed', 'declined']),
    )
    .executeTakeFirst();

/** What became of a grow-out, in order. */
export const readGrowOutSteps = (db: Db, id: GrowOutId) =>
  db
    .selectFrom('grow_out_step')
    .leftJoin('person as who', 'who.id', 'grow_out_step.written_by')
    .leftJoin('person as grower', 'grower.id', 'grow_out_step.grower_id')
    .leftJoin('lot', 'lot.id', 'grow_out_step.lot_id')
    .select(['step', 'reason', 'happened_on as on', 'who.name as by', 'grower.name as grower', 'lot.code'])
    .where('grow_out_id', '=', id)
    .orderBy('grow_out_step.id')
    .execute();

/** A grow-out with the last step that is known of it (null while it is only proposed), or undefined. */
export const findGrowOut = (db: Db, id: GrowOutId) => growOuts(db).where('grow_out.id', '=', id).executeTakeFirst();

/** Locks a grow-out until the transaction ends. */
export async function lockGrowOut(db: Db, id: GrowOutId) {
  await sql`select pg_advisory_xact_lock(hashtextextended('grow-out', ${id}))`.execute(db);
  return findGrowOut(db, id);
}

/** Grow-outs by their own rows alone, those sown first before the others: what else is told of them is read of the few that are shown. */
const bySowing = (db: Db, open: boolean) =>
  db
    .selectFrom('grow_out')
    .select('grow_out.id')
    .where(open ? isOpen : hasEnded)
    .orderBy('grow_out.sow_from')
    .orderBy('grow_out.id');

const theseOf = (db: Db, ids: readonly { readonly id: GrowOutId }[]) =>
  growOuts(db)
    .where(
      isAmong(
        'grow_out.id',
        ids.map(({ id }) => id),
      ),
    )
    .orderBy('grow_out.sow_from')
    .orderBy('grow_out.id')
    .execute();

/** Grow-outs under way, or all that have ended; those sown first before the others. */
export async function listGrowOuts(db: Db, page: { open: boolean; search: string; limit: number; offset: number }) {
  const found = page.search
    ? bySowing(db, page.open).where(
        'grow_out.id',
        'in',
        growOuts(db)
          .clearSelect()
          .select('grow_out.id')
          .where(
            holdsWords(page.search, 'line.name', 'crop.name', 'lot.code', sql`coalesce("with".name, '')`, sql`coalesce(garden.name, '')`),
          ),
      )
    : bySowing(db, page.open);
  const [ids, total] = await Promise.all([
    found.limit(page.limit).offset(page.offset).execute(),
    db
      .selectFrom(found.clearOrderBy().as('found'))
      .select((eb) => eb.fn.countAll<number>().as('count'))
      .executeTakeFirstOrThrow(),
  ]);
  return { growOuts: await theseOf(db, ids), total: total.count };
}

/** Seeds of a lot that are promised to grow-outs and still in the house. */
export async function promisedOfLot(db: Db, lotId: LotId): Promise<Seeds> {
  const row = await db
    .selectFrom('grow_out')
    .select((eb) => eb.fn.coalesce(eb.fn.sum<number>('seeds'), sql<number>`0`).as('seeds'))
    .where('lot_id', '=', lotId)
    .where(holdsSeed)
    .executeTakeFirstOrThrow();
  return row.seeds;
}

/** Open grow-outs of a line, by its id. */
export const growOutsOfLine = (db: Db, lineId: number) =>
  growOuts(db).where('line.id', '=', lineId).where(isOpen).orderBy('grow_out.sow_from').execute();

/** Grow-outs that are with a grower now, of those that ever had to do with them: these are looked up first, so that not everybody's are gone through. */
const withGrower = (db: Db, growerId: PersonId) =>
  growOuts(db)
    .where(isFoundBy('grow_out.id', db.selectFrom('grow_out_step').select('grow_out_id').where('grower_id', '=', growerId)))
    .where('with.id', '=', growerId);

/** Grow-outs under way with this grower, and what is offered to them, those sown first before the others. */
export const growOutsOfGrower = (db: Db, growerId: PersonId) =>
  withGrower(db, growerId)
    .where(isOpen)
    .where('last.step', '!=', 'declined')
    .orderBy('grow_out.sow_from')
    .orderBy('grow_out.id')
    .limit(MOST_OF_GROWER)
    .execute();

/** All grow-outs under way, of everybody, those sown first before the others. */
export const openGrowOuts = async (db: Db, limit: number) => theseOf(db, await bySowing(db, true).limit(limit).execute());

/** Who said no to growing each of some grow-outs, as their last word. */
export async function declinedBy(
  db: Db,
  growOutIds: readonly GrowOutId[],
): Promise<{ readonly growOutId: GrowOutId; readonly growerId: PersonId }[]> {
  const { rows } = await sql<{ growOutId: GrowOutId; growerId: PersonId }>`
    select last.grow_out_id as "growOutId", last.grower_id as "growerId" from (
      select distinct on (grow_out_id, grower_id) grow_out_id, grower_id, step from grow_out_step
      where ${isAmong('grow_out_id', growOutIds)} and step in ('offered', 'agreed', 'declined') order by grow_out_id, grower_id, id desc
    ) as last where last.step = 'declined'`.execute(db);
  return rows;
}

/** Those of which the seed is out. */
export const growOutsInGardens = (db: Db, limit: number) =>
  growOuts(db)
    .where('last.step', 'in', ['handed over', 'back in part'])
    .orderBy('grow_out.sow_from')
    .orderBy('grow_out.id')
    .limit(limit)
    .execute();

const MOST_OF_GROWER = 200;

/** Lots that grow-outs came back as, with how much of each came. */
export const lotsOfGrowOuts = (db: Db, growOutIds: readonly GrowOutId[]) =>
  db
    .selectFrom('grow_out_step')
    .innerJoin('lot', 'lot.id', 'grow_out_step.lot_id')
    .innerJoin('movement', (on) => on.onRef('movement.lot_id', '=', 'lot.id').onRef('movement.act_key', '=', 'grow_out_step.act_key'))
    .select(['grow_out_step.grow_out_id as growOutId', 'lot.code', 'movement.amount', 'lot.unit', 'lot.seeds_per_gram as seedsPerGram'])
    .where('grow_out_step.grow_out_id', 'in', [...growOutIds, 0])
    .orderBy('grow_out_step.id')
    .execute();

/** Grow-outs of a grower that are over, the newest first. */
export const growOutsBefore = (db: Db, growerId: PersonId, limit: number) =>
  withGrower(db, growerId).where('last.step', 'in', ['back', 'failed']).orderBy('grow_out.id', 'desc').limit(limit).execute();

/** Grow-outs of a crop that failed, the newest first: what went wrong, where. */
export const failuresOfCrop = (db: Db, cropId: string, limit: number) =>
  growOuts(db).where('crop.id', '=', cropId).where('last.step', '=', 'failed').orderBy('last.happened_on', 'desc').limit(limit).execute();

/** What earlier grow-outs of some lines gave: seeds in all, and the plants that gave them where they were counted. */
export async function yieldsOfLines(
  db: Db,
  lineIds: readonly LineId[],
): Promise<{ readonly lineId: LineId; readonly seeds: Seeds; readonly plants: number }[]> {
  const { rows } = await sql<{ lineId: LineId; seeds: number; plants: number }>`
    select sown.line_id as "lineId", sum(case lot.unit when 'mg' then movement.amount * lot.seeds_per_gram / 1000 else movement.amount end)::float8 as seeds, max(counted.count) as plants
    from grow_out
    join lot as sown on sown.id = grow_out.lot_id
    join grow_out_step as step on step.grow_out_id = grow_out.id and step.lot_id is not null
    join lot on lot.id = step.lot_id
    join movement on movement.lot_id = lot.id and movement.act_key = step.act_key
    join lateral (select count from grow_out_entry where grow_out_id = grow_out.id and kind = 'harvested' order by happened_on desc, id desc limit 1) as counted on counted.count > 0
    where ${isAmong('sown.line_id', lineIds)}
    group by grow_out.id, sown.line_id`.execute(db);
  return rows;
}
