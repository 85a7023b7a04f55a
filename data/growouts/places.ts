import { sql } from 'kysely';
import type { Sun, Water } from '#core/growout/plots.ts';
import type { Method } from '#core/isolation/barriers.ts';
import type { Day, GardenId, GrowOutId, Metres, PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { isOpen } from './standing.ts';

export interface PlotFields {
  readonly name: string;
  readonly squareMetres: number;
  readonly sun: Sun;
  readonly water: Water;
  readonly cages: number;
  readonly note: string | null;
  readonly inUse: boolean;
}

const columnsOf = ({ name, squareMetres, sun, water, cages, note, inUse }: PlotFields) => ({
  name,
  square_metres: squareMetres,
  sun,
  water,
  cages,
  note,
  in_use: inUse,
});

export async function createPlot(db: Db, gardenId: GardenId, plot: PlotFields): Promise<number> {
  const row = await db
    .insertInto('plot')
    .values({ garden_id: gardenId, ...columnsOf(plot) })
    .returning('id')
    .executeTakeFirstOrThrow();
  return row.id;
}

export async function updatePlot(db: Db, id: number, plot: PlotFields): Promise<void> {
  await db.updateTable('plot').set(columnsOf(plot)).where('id', '=', id).execute();
}

export type Plot = Awaited<ReturnType<typeof plotsOf>>[number];

/** Plots of some gardens, or of all, by name. */
export const plotsOf = (db: Db, gardenIds: readonly GardenId[] | null) =>
  db
    .selectFrom('plot')
    .select(['id', 'garden_id as gardenId', 'name', 'square_metres as squareMetres', 'sun', 'water', 'cages', 'note', 'in_use as inUse'])
    .$if(gardenIds !== null, (query) => query.where('garden_id', 'in', [...gardenIds!, -1]))
    .orderBy('name')
    .execute();

const bookings = (db: Db) =>
  db
    .selectFrom('grow_out_place as place')
    .innerJoin('grow_out', 'grow_out.id', 'place.grow_out_id')
    .innerJoin('lot', 'lot.id', 'grow_out.lot_id')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .select([
      'grow_out.id as growOutId',
      'place.plot_id as plotId',
      'line.name as variety',
      sql<number>`coalesce(place.square_metres, 0)`.as('squareMetres'),
      'place.sow_on as from',
      'place.free_on as free',
    ])
    .where(isOpen)
    .orderBy('place.sow_on');

/** Room taken in a plot by grow-outs under way, each with its own number. */
export const bookingsOf = (db: Db, plotId: number) => bookings(db).where('plot_id', '=', plotId).execute();

/** Room taken in all plots in some years. */
export const bookingsInYears = (db: Db, from: number, to: number) =>
  bookings(db)
    .where('plot_id', 'is not', null)
    .where('place.sow_on', '<=', `${to}-12-31`)
    .where('place.free_on', '>=', `${from}-01-01`)
    .execute();

export async function writePlace(
  db: Db,
  place: {
    readonly growOutId: GrowOutId;
    readonly gardenId: GardenId;
    readonly plotId: number | null;
    readonly squareMetres: number | null;
    readonly methods: readonly Method[];
    readonly sowOn: Day;
    readonly freeOn: Day;
    readonly hours: number;
    readonly writtenOn: Day;
    readonly writtenBy: PersonId;
    readonly actKey: string;
  },
): Promise<void> {
  await db
    .insertInto('grow_out_place_written')
    .values({
      grow_out_id: place.growOutId,
      garden_id: place.gardenId,
      plot_id: place.plotId,
      square_metres: place.squareMetres,
      methods: place.methods,
      sow_on: place.sowOn,
      free_on: place.freeOn,
      hours: place.hours,
      written_on: place.writtenOn,
      written_by: place.writtenBy,
      act_key: place.actKey,
    })
    .execute();
}

export type GrowOutPlace = NonNullable<Awaited<ReturnType<typeof findPlaceOf>>>;

/** Where and how a grow-out is grown; undefined while nothing is settled. */
export const findPlaceOf = (db: Db, growOutId: GrowOutId) =>
  db
    .selectFrom('grow_out_place as place')
    .innerJoin('garden', 'garden.id', 'place.garden_id')
    .leftJoin('plot', 'plot.id', 'place.plot_id')
    .select([
      'garden.id as gardenId',
      'garden.name as garden',
      'plot.id as plotId',
      'plot.name as plot',
      'place.square_metres as squareMetres',
      'methods',
      'sow_on as sowOn',
      'free_on as freeOn',
      'hours',
    ])
    .where('grow_out_id', '=', growOutId)
    .executeTakeFirst();

export interface BloomFields {
  readonly year: number;
  readonly cropId: string;
  readonly what: string;
  readonly metres: Metres;
  readonly from: Day | null;
  readonly to: Day | null;
}

export async function noteBloom(db: Db, gardenId: GardenId, bloom: BloomFields, actKey: string): Promise<void> {
  await db
    .insertInto('garden_bloom')
    .values({
      garden_id: gardenId,
      year: bloom.year,
      crop_id: bloom.cropId,
      what: bloom.what,
      metres: bloom.metres,
      flowers_from: bloom.from,
      flowers_to: bloom.to,
      act_key: actKey,
    })
    .execute();
}

/** It does not flower there after all, or no more. */
export async function bloomIsGone(db: Db, gardenId: GardenId, id: number): Promise<void> {
  await db.updateTable('garden_bloom').set({ gone: true }).where('id', '=', id).where('garden_id', '=', gardenId).execute();
}

/** What was noted to flower in or near gardens in a year, beside grow-outs. */
export const bloomsIn = (db: Db, year: number) =>
  db
    .selectFrom('garden_bloom')
    .innerJoin('garden', 'garden.id', 'garden_bloom.garden_id')
    .innerJoin('crop', 'crop.id', 'garden_bloom.crop_id')
    .select([
      'garden_bloom.id',
      'garden.id as gardenId',
      'garden.name as garden',
      'crop.id as cropId',
      'crop.name as crop',
      'what',
      'garden_bloom.metres',
      'flowers_from as from',
      'flowers_to as to',
    ])
    .where('year', '=', year)
    .where('gone', '=', false)
    .orderBy('garden_bloom.id')
    .execute();

/** Grow-outs that are settled in a garden and not dropped, sown in the year or the one before: they may flower in it. */
export const placedGrowOuts = (db: Db, year: number) =>
  db
    .selectFrom('grow_out_place as place')
    .innerJoin('grow_out', 'grow_out.id', 'place.grow_out_id')
    .innerJoin('garden', 'garden.id', 'place.garden_id')
    .innerJoin('lot', 'lot.id', 'grow_out.lot_id')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .select([
      'grow_out.id',
      'grow_out.plants',
      'garden.id as gardenId',
      'garden.name as garden',
      'line.crop_id as cropId',
      'line.name as variety',
      'methods',
      'sow_on as sowOn',
      'place.free_on as freeOn',
    ])
    .where('sow_on', '>=', `${year - 1}-01-01`)
    .where('sow_on', '<=', `${year}-12-31`)
    .where(
      sql<boolean>`not exists (select from grow_out_step where grow_out_step.grow_out_id = grow_out.id and step in ('dropped', 'failed'))`,
    )
    .orderBy('grow_out.id')
    .execute();

/** Where, when and how grow-outs are grown, of those that are settled. */
export const placesOfGrowOuts = (db: Db, growOutIds: readonly GrowOutId[]) =>
  db
    .selectFrom('grow_out_place')
    .select(['grow_out_id as growOutId', 'garden_id as gardenId', 'plot_id as plotId', 'sow_on as sowOn', 'methods'])
    .where('grow_out_id', 'in', [...growOutIds, 0])
    .execute();
