import { halfLifeYears, keptMoist, seasonOf, type Crop } from '#core/almanac/crop.ts';
import { todayOf } from '#core/calendar/dayInZone.ts';
import { addDays, daysBetween, yearOf } from '#core/calendar/plainDate.ts';
import { affordedBy } from '#core/germination/proposeSize.ts';
import { SURVIVAL } from '#core/germination/seedsToSow.ts';
import { hoursToGrow } from '#core/growout/hours.ts';
import { yieldToExpect } from '#core/growout/yieldToExpect.ts';
import type { Growing } from '#core/house/growing.ts';
import { plantsBy } from '#core/house/rules.ts';
import type { Day, LineId, Seeds } from '#core/kernel/kinds.ts';
import {
  DRAWS,
  lossesOf,
  RISK_YEARS,
  riskAt,
  riskByYear,
  standsOf,
  type LineAtRisk,
  type LotAtRisk,
  type StoreAtRisk,
} from '#core/risk/lineRisk.ts';
import { remediesOf, type Remedy, type RemedyByYear, type Ways } from '#core/risk/remedies.ts';
import { whysOf } from '#core/risk/whys.ts';
import { containerFacts } from '#core/stock/containers.ts';
import { frostKills, placeByRule, type PlaceWarmth } from '#core/stock/placeByRule.ts';
import { middleAge, type Age } from '#core/viability/age.ts';
import { beliefOf } from '#core/viability/belief.ts';
import { drawsOf, evenPoints } from '#core/viability/draws.ts';
import { nothingKept } from '#core/viability/kept.ts';
import { dayUnder, outlookOf, type Outlook } from '#core/viability/outlook.ts';
import { ageingOf, DRY_ENOUGH, HOME, moistureByJar } from '#core/viability/storage.ts';
import type { Climate } from '#core/viability/whereabouts.ts';
import { thresholdsFor } from '#core/house/thresholds.ts';
import type { Db } from '#data/database.ts';
import {
  findRisk,
  growOutsUnderWay,
  howGrowOutsEnded,
  linesKeptElsewhere,
  saveRisks,
  seedInPlaces,
  takeStaleRisks,
  type RiskRow,
  type SeedInPlace,
  type UnderWay,
} from '#data/growouts/risks.ts';
import { readHouse, type House } from '#data/house/house.ts';
import { placesOfHouse } from '#data/stock/keepers.ts';
import { readPlaceWarmth } from '#data/stock/places.ts';
import { readOutlookFacts } from '#services/lots/outlook.server.ts';
import { readLineStock, type LineWithStock } from '#services/stock/lineStock.server.ts';

const DAYS_A_YEAR = 365.25;
/** A risk holds for a week, as outlooks do. */
const DAYS_KEPT = 7;
/** Whoever changes one of these lines meanwhile waits until they are done: half a second, not longer. */
const CHUNK = 20;
/** Before a crop has grow-outs of its own that ended, four in five succeed; what is known weighs as five of them. */
const BEFORE = 5;

/** For as long as this process reckons. */
const KEPT = nothingKept();
/** Slopes of one line's lots go together: they are of one crop, and age alike. */
const SLOPES = evenPoints(DRAWS, 0);

/** What the risks of all lines depend on, besides each line itself. */
interface Around {
  readonly house: House;
  readonly today: Day;
  readonly warmth: readonly PlaceWarmth[];
  readonly places: readonly string[];
  readonly ended: ReadonlyMap<string, { readonly back: number; readonly failed: number }>;
}

type ReadLot = Awaited<ReturnType<typeof readOutlookFacts>>[number];

/** Reckons the risks of some lines and keeps them. */
async function refreshRisks(tx: Db, lineIds: readonly LineId[], today: Day): Promise<void> {
  const house = (await readHouse(tx))!;
  const rows = await reckonRisks(tx, lineIds, house, today);
  await saveRisks(tx, lineIds, rows, today);
}

/** The risks of those of some lines of which seed is left. */
export async function reckonRisks(db: Db, lineIds: readonly LineId[], house: House, today: Day): Promise<RiskRow[]> {
  const [seed, underWay, elsewhere, stock, warmth, places, ended] = await Promise.all([
    seedInPlaces(db, lineIds),
    growOutsUnderWay(db, lineIds),
    linesKeptElsewhere(db, lineIds),
    readLineStock(db, house, today, lineIds),
    readPlaceWarmth(db, today),
    placesOfHouse(db),
    howGrowOutsEnded(db),
  ]);
  const lots = new Map(
    (await readOutlookFacts(db, [...new Set(seed.map(({ lotId }) => lotId))], today)).map((read) => [read.lot.id, read]),
  );
  const around: Around = {
    house,
    today,
    warmth,
    places,
    ended: new Map(ended.map(({ cropId, ...counts }) => [cropId, counts])),
  };
  return lineIds.flatMap((lineId) => {
    const line = stock.find(({ id }) => id === lineId);
    const stores = seed.filter((one) => one.lineId === lineId);
    const out = underWay.filter((one) => one.lineId === lineId);
    if (!line || stores.length === 0) return [];
    return [{ lineId, ...riskOfLine(line, stores, out, lots, around, elsewhere.has(lineId) ? house.growing.elsewhere : 1) }];
  });
}

function riskOfLine(
  line: LineWithStock,
  seed: readonly SeedInPlace[],
  underWay: readonly UnderWay[],
  lots: ReadonlyMap<number, ReadLot>,
  around: Around,
  importance: number,
): Omit<RiskRow, 'lineId'> {
  const { crop } = line;
  const ids = [...new Set(seed.map(({ lotId }) => lotId))];
  const reads = ids.map((id) => lots.get(id)!);
  const outlooks = reads.map(({ facts }) => outlookOf(facts, around.today, KEPT));
  const atRisk = reads.map((read, index): LotAtRisk => lotAtRisk(codeOfLot(seed, read.lot.id), outlooks[index]!, line, around, index));
  const stores = seed.map((one): StoreAtRisk => {
    const lot = ids.indexOf(one.lotId);
    return { lot, place: one.place, seeds: one.seeds, rate: rateIn(one, reads[lot]!, around.today) };
  });
  const fresh = freshDraws(crop, ids.length);
  const [soonest] = underWay;
  const comesUp = (crop.inSoil / 100) * SURVIVAL;
  const home = stores.reduce((largest, store) => (store.seeds > largest.seeds ? store : largest));
  const chance = chanceOfHarvest(crop, around);
  const asItIs: LineAtRisk = {
    lots: soonest ? [...atRisk, { code: 'the harvest', draws: fresh, lentYears: Infinity, testYear: null, testSeeds: 0 }] : atRisk,
    stores,
    harvest: soonest
      ? {
          lot: atRisk.length,
          place: home.place,
          rate: home.rate,
          seeds: harvestOf(soonest.plants, crop, around.house.growing),
          year: Math.max(1, Math.ceil(daysBetween(around.today, soonest.backBy) / DAYS_A_YEAR)),
          chance,
          stands: standsOfSown(soonest, reads, atRisk, comesUp, crop),
        }
      : null,
    sown: [],
    comesUp,
    plantsForSeed: crop.plantsForSeed,
    lentAYear: line.lentAYear,
    reserve: line.stock.reserve,
    fails: around.house.growing.placeFails,
  };
  const losses = lossesOf(asItIs);
  const { risk, error } = riskAt(losses);
  const found = remediesOf(asItIs, waysFor(asItIs, line, seed, reads, around, { draws: fresh, home, chance }), importance);
  const byYear = riskByYear(losses);
  const least = found.reduce<RemedyByYear | null>((best, one) => (one.byYear && one.risk < (best?.risk ?? risk) ? one : best), null);
  return {
    byYear,
    grownByYear: found.find(({ kind }) => kind === 'grow out')?.byYear ?? null,
    bestByYear: least?.byYear ?? byYear,
    risk,
    error,
    whys: whysOf(asItIs),
    remedies: found.map(({ byYear: _years, ...remedy }) => remedy),
    worth: Math.max(0, found[0]?.worth ?? 0),
  };
}

/** Whether what is in the garden gives enough plants, by the draws of its lot; of a lot of which nothing is left it is not known otherwise. */
function standsOfSown(
  { lotId, seeds }: UnderWay,
  reads: readonly ReadLot[],
  atRisk: readonly LotAtRisk[],
  comesUp: number,
  { plantsForSeed }: Pick<Crop, 'plantsForSeed'>,
): readonly boolean[] {
  const index = reads.findIndex(({ lot }) => lot.id === lotId);
  return index < 0 ? Array.from({ length: DRAWS }, () => true) : standsOf(atRisk[index]!.draws, seeds, comesUp, plantsForSeed);
}

const codeOfLot = (seed: readonly SeedInPlace[], id: number): string => seed.find(({ lotId }) => lotId === id)!.code;

function lotAtRisk(code: string, outlook: Outlook, { crop, stock }: LineWithStock, { house, today }: Around, index: number): LotAtRisk {
  const inStock = stock.lots.find((one) => one.code === code);
  const underOn = dayUnder(outlook, thresholdsFor(house, crop.id).lend, 1 - house.thresholds.sureness, today);
  const mayBeLent = inStock?.answer.answer === 'yes';
  return {
    code,
    draws: drawsOf(outlook.belief, outlook.ageOn(today), SLOPES, evenPoints(DRAWS, 1 + index)),
    lentYears: !mayBeLent ? 0 : underOn === null ? Infinity : daysBetween(today, underOn) / DAYS_A_YEAR,
    testYear: inStock && inStock.toTest > 0 ? 1 : null,
    testSeeds: inStock?.toTest ?? 0,
  };
}

/** What a day adds to the age of a lot's seed in one of its jars: by the air that its place has now, and by the moisture that was found where it shuts. */
function rateIn({ place, container }: SeedInPlace, { facts }: ReadLot, today: Day): Age {
  const sealed = containerFacts(container).shuts;
  return ageingOf(facts.crop, { air: airOf(place, facts.storage.climates, today), sealed, moisture: sealed ? moistureOf(facts) : null });
}

const airOf = (place: string, climates: readonly Climate[], today: Day) =>
  climates.findLast((one) => one.place === place && one.since <= today) ?? HOME;
const moistureOf = ({ storage }: Pick<ReadLot['facts'], 'storage'>): number | null => storage.jars.at(-1)?.moisture ?? null;

/** Fresh seed of the crop, as a grow-out brings it. */
function freshDraws(crop: Crop, dimension: number) {
  const belief = beliefOf(
    {
      halfLifeYears: halfLifeYears(crop),
      borrowed: crop.told.longevity?.sure === 'rough',
      ageThen: [{ days: 0, chance: 1 }],
      sightings: [],
    },
    KEPT,
  );
  return drawsOf(belief, 0, SLOPES, evenPoints(DRAWS, 1 + dimension));
}

/** Seeds that a grow-out is likely to bring: the geometric middle of what is usual, less what its grower keeps. */
function harvestOf(plants: number, crop: Crop, { growersShare }: Growing): Seeds {
  const { low, high } = yieldToExpect(plants, crop);
  return Math.round(Math.sqrt(low * high) * (1 - growersShare));
}

function chanceOfHarvest(crop: Crop, { ended, house }: Around): number {
  const { back, failed } = ended.get(crop.id) ?? { back: 0, failed: 0 };
  return (BEFORE * house.growing.harvests + back) / (BEFORE + back + failed);
}

/** Dry storage is worth the work where seed then ages so much more slowly. */
const SLOWER = 0.8;

/** Seeds of a test that is not there to settle anything in particular. */
const USUAL_TEST = 25;

/** What can be done for a line with what the house has. */
function waysFor(
  { stores, harvest }: LineAtRisk,
  { crop, stock, rules }: LineWithStock,
  seed: readonly SeedInPlace[],
  reads: readonly ReadLot[],
  { house, today, warmth, places }: Around,
  fresh: { readonly draws: LotAtRisk['draws']; readonly home: StoreAtRisk; readonly chance: number },
): Ways {
  const { growing } = house;
  const plants = plantsBy(house.rules, crop, rules);
  const largest = fresh.home.lot;
  const toSow = stock.lots.find(({ code }) => code === codeOfLot(seed, reads[largest]!.lot.id))?.toSow ?? null;
  const isIn = (place: string) => stores.some((one) => one.place === place);
  const dryMoisture = moistureByJar(DRY_ENOUGH, crop.oil);
  const sealedAt = (celsius: number, humidity: number): Age =>
    ageingOf(crop, { air: { celsius, humidity }, sealed: true, moisture: dryMoisture });
  const freezer = placeByRule('freezer', warmth, crop);
  const slower = (store: number, rate: Age): Age | null => (middleAge(rate) < SLOWER * middleAge(stores[store]!.rate) ? rate : null);
  const affordable = Math.min(USUAL_TEST, affordedBy(fresh.home.seeds));
  return {
    growOut:
      harvest || fresh.home.seeds < crop.plantsForSeed
        ? null
        : {
            lot: largest,
            sow: Math.min(fresh.home.seeds, toSow ?? fresh.home.seeds),
            harvest: {
              seeds: harvestOf(Math.min(plants, fresh.home.seeds), crop, growing),
              draws: fresh.draws,
              place: fresh.home.place,
              rate: fresh.home.rate,
              year: seasonOf(crop).kind === 'second season' ? 2 : 1,
            },
            chance: fresh.chance,
          },
    part: toSow,
    copy: new Set(stores.map(({ place }) => place).filter((place) => !places.includes(place))).size < growing.copies,
    otherPlace: places.find((place) => !isIn(place) && !isFrosty(place, warmth, crop)) ?? null,
    freezer: freezer
      ? {
          place: freezer.place,
          rates: stores.map(({ place }, index) =>
            place === freezer.place ? null : slower(index, sealedAt(freezer.celsius, HOME.humidity)),
          ),
        }
      : null,
    sealed: keptMoist(crop)
      ? null
      : stores.map(({ place, lot }, index) => {
          const air = airOf(place, reads[lot]!.facts.storage.climates, today);
          return slower(index, sealedAt(air.celsius, air.humidity));
        }),
    test: affordable > 0 ? { lot: largest, seeds: affordable } : null,
    hours: {
      'grow out': hoursToGrow(crop, plants, [], growing),
      'safety copy': growing.hoursCopy,
      'another place': growing.hoursMove,
      freezer: growing.hoursMove + growing.hoursDry,
      'dry and seal': growing.hoursDry,
      test: growing.hoursTest,
    },
    worthOfHour: growing.worthOfHour,
  };
}

const isFrosty = (place: string, warmth: readonly PlaceWarmth[], crop: Crop): boolean =>
  warmth.some((one) => one.place === place && frostKills(crop, one.celsius));

/** Reckons the next risks that wait or have grown old, in one transaction. @returns how many lines; 0 when none wait that nobody else is at */
export async function reckonNextRisks(db: Db, now: Date, most = CHUNK): Promise<number> {
  return db.transaction().execute(async (tx) => {
    const house = await readHouse(tx);
    if (!house) return 0;
    const today = todayOf(now, house);
    const ids = await takeStaleRisks(tx, addDays(today, -DAYS_KEPT), most);
    if (ids.length > 0) await refreshRisks(tx, ids, today);
    return ids.length;
  });
}

const MOST_REMEDIES = 3;
/** A remedy that changes the chance by less than this is not worth naming. */
const WORTH_NAMING = 0.002;

/** A line's risk as pages show it. */
export interface RiskShown extends Pick<RiskRow, 'risk' | 'error' | 'whys'> {
  /** The year by which it is told. */
  readonly until: number;
  /** What lowers it, best for an hour of hands first; and what would raise it. */
  readonly remedies: readonly Remedy[];
  readonly harms: readonly Remedy[];
}

export function riskShown(kept: Pick<RiskRow, 'risk' | 'error' | 'whys' | 'remedies'>, today: Day): RiskShown {
  const { risk, error, whys, remedies } = kept;
  return {
    risk,
    error,
    whys,
    until: yearOf(today) + RISK_YEARS,
    remedies: remedies.filter((one) => risk - one.risk > WORTH_NAMING).slice(0, MOST_REMEDIES),
    harms: remedies.filter((one) => one.risk - risk > WORTH_NAMING),
  };
}

/** What is kept of one line's risk; null while it waits, and where nothing is left of it. */
export async function readRiskOfLine(db: Db, lineId: LineId, today: Day): Promise<RiskShown | null> {
  const kept = await findRisk(db, lineId);
  return kept ? riskShown(kept, today) : null;
}
