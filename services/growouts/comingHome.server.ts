import type { Crop } from '#core/almanac/crop.ts';
import { readSeason, type Season } from '#core/growout/log.ts';
import { yieldToExpect } from '#core/growout/yieldToExpect.ts';
import type { GrowOutId, Metres, Seeds } from '#core/kernel/kinds.ts';
import { effectivePlants } from '#core/population/bottleneck.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { MOST_NEIGHBOURS, type Answers } from '#core/passport/answers.ts';
import { MOST_PICKINGS, pickingsAsAnswers, type Picking } from '#core/passport/pickings.ts';
import type { OVERLAPS } from '#core/passport/passport.ts';
import { parseAmount } from '#core/units/parseAmount.ts';
import type { Db } from '#data/database.ts';
import { findGrowOut, lotsOfGrowOuts, type GrowOutRow } from '#data/growouts/growOuts.ts';
import { readLogs } from '#data/growouts/log.ts';
import { findPlaceOf } from '#data/growouts/places.ts';
import type { House } from '#data/house/house.ts';
import { workOut } from './placing.server.ts';

/** What a grow-out's log answers of the interview by which its seed comes back, and the garden it grew in where that was settled. */
export async function readReturnOfGrowOut(
  db: Db,
  id: GrowOutId,
  crop: Crop,
  house: Pick<House, 'lastFrost' | 'firstFrost' | 'growing'>,
): Promise<{ readonly answers: Answers; readonly garden: { readonly id: number; readonly name: string } | undefined }> {
  const [growOut, log, place] = await Promise.all([findGrowOut(db, id), readLogs(db, [id]), findPlaceOf(db, id)]);
  const season = readSeason(log);
  const near = growOut && place ? (await workOut(db, growOut, crop, place, house, true)).arrivals : [];
  const neighbours = [
    ...near.map(({ crop: name, cropId, what, metres, overlap }) => ({
      what: `${name} ‘${what}’`,
      cropId: cropId === crop.id ? null : cropId,
      metres: metres === 'unknown' || metres === 'kept' ? null : metres,
      overlap: overlap === 'unknown' ? 'unknown' : overlapWord(overlap),
    })),
    ...season.neighbours.map(({ what, metres }) => ({ what, cropId: null, metres, overlap: 'unknown' })),
  ];
  return { answers: answersOf(season, neighbours, crop), garden: place && { id: place.gardenId, name: place.garden } };
}

/** The log says in the grower's words what was picked: a weight is one, “12 heads” is none. */
const pickedInStages = ({ pickings }: Pick<Season, 'pickings'>): readonly Picking[] =>
  pickings.slice(0, MOST_PICKINGS).map(({ on, amount }) => {
    const read = parseAmount(amount);
    return { on, milligrams: read.ok && read.amount.kind === 'weight' ? read.amount.milligrams : 'unknown' };
  });

/** Only what was recorded; anything nobody noted is asked. */
function answersOf(
  season: Season,
  neighbours: readonly {
    readonly what: string;
    readonly cropId: string | null;
    readonly metres: Metres | null;
    readonly overlap: string;
  }[],
  crop: Pick<Crop, 'harvest'>,
): Answers {
  const answers: Record<string, string> = {};
  const say = (name: string, value: string | number | null | undefined) => {
    if (value !== null && value !== undefined && value !== '') answers[name] = String(value);
  };
  const standing = season.flowering ?? season.censuses.filter(({ plants }) => plants !== season.harvested).at(-1);
  say('harvested', season.takenOn?.slice(0, 7));
  say('pollinatedOn', season.pollinatedOn);
  if (season.pollinatedOn) say('pickedOn', season.takenOn);
  say('plantsSown', season.up);
  say('plantsStanding', standing?.plants);
  say('plantsHarvested', season.harvested);
  if (season.offTypesEarly + season.offTypesLate > 0) {
    say('offTypes', season.offTypesEarly + season.offTypesLate);
    say('roguing', season.offTypesLate > 0 ? 'later' : 'before flowering');
  }
  if (crop.harvest === 'staged' && season.pickings.length > 0) Object.assign(answers, pickingsAsAnswers(pickedInStages(season)));
  say('methods', season.methods.join('|'));
  if (neighbours.length > 0) {
    answers['neighbours'] = 'some';
    neighbours.slice(0, MOST_NEIGHBOURS).forEach(({ what, cropId, metres, overlap }, row) => {
      if (cropId !== null) answers[`n${row}crop`] = cropId;
      answers[`n${row}what`] = what;
      answers[`n${row}metres`] = metres === null ? 'unknown' : `${metres} m`;
      answers[`n${row}overlap`] = overlap;
      answers[`n${row}amount`] = 'unknown';
    });
  }
  return answers;
}

/** A share of the bloom as the interview asks for it. */
const overlapWord = (share: number): (typeof OVERLAPS)[number] =>
  share >= 0.85 ? 'all' : share >= 0.5 ? 'most' : share > 0 ? 'some' : 'none';

/** What a grow-out became. */
export interface Home {
  readonly lots: readonly { readonly code: string; readonly seeds: Seeds }[];
  readonly seeds: Seeds;
  /** Seeds that so many plants usually give. */
  readonly expected: { readonly low: Seeds; readonly high: Seeds };
  /** Plants that gave seed; null where nobody counted. */
  readonly plants: number | null;
  readonly effective: number | null;
}

/** What came back of a grow-out, against what was to be expected of its plants; null before anything has come. */
export async function readHome(
  db: Db,
  { id, plants }: Pick<GrowOutRow, 'id' | 'plants'>,
  crop: Pick<Crop, 'seedsPerPlant' | 'outcrossing' | 'sexes'>,
): Promise<Home | null> {
  const [lots, log] = await Promise.all([lotsOfGrowOuts(db, [id]), readLogs(db, [id])]);
  if (lots.length === 0) return null;
  const { harvested, flowering } = readSeason(log);
  const came = lots.map(({ code, amount, unit, seedsPerGram }) => ({ code, seeds: seedsInUnits(amount, unit, seedsPerGram) }));
  const { low, high } = yieldToExpect(harvested ?? plants, crop);
  return {
    lots: came,
    seeds: came.reduce((sum, { seeds }) => sum + seeds, 0),
    expected: { low, high },
    plants: harvested,
    effective: harvested === null || harvested === 0 ? null : effectivePlants(crop, harvested, flowering?.plants ?? null),
  };
}
