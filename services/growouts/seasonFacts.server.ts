import type { Crop } from '#core/almanac/crop.ts';
import { addDays, daysBetween, yearOf } from '#core/calendar/plainDate.ts';
import { SURVIVAL } from '#core/germination/seedsToSow.ts';
import { readSeason } from '#core/growout/log.ts';
import { lotToSow, needsOf } from '#core/growout/needs.ts';
import { bedFor } from '#core/growout/plots.ts';
import { bedFreeOn, plannedBloom } from '#core/growout/sowing.ts';
import { packetsOf, yieldToExpect } from '#core/growout/yieldToExpect.ts';
import { plantsBy } from '#core/house/rules.ts';
import { usualBloom } from '#core/isolation/usualBloom.ts';
import { metresFrom } from '#core/isolation/gardens.ts';
import type { HoldKind } from '#core/lots/words.ts';
import type { Day, LineId, PersonId } from '#core/kernel/kinds.ts';
import type { Remedy } from '#core/risk/remedies.ts';
import { seasonFrom } from '#core/passport/season.ts';
import type { Anyway, Choices, GardenToPlan, GrowerToPlan, LineToPlan, PlanCrop, PlotToPlan, SeasonFacts } from '#core/plan/facts.ts';
import { mostPollen } from '#core/plan/possible.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import { declinedBy, openGrowOuts, yieldsOfLines, type GrowOutRow } from '#data/growouts/growOuts.ts';
import { listTerms } from '#data/growouts/growers.ts';
import { readLogs } from '#data/growouts/log.ts';
import { readWhatLinesHangBy } from '#data/growouts/needs.ts';
import { bloomsIn, placesOfGrowOuts, plotsOf } from '#data/growouts/places.ts';
import { linesKeptElsewhere, remediesOfLines, risksOfLines } from '#data/growouts/risks.ts';
import { listGardens, readToldDistances } from '#data/people/gardens.ts';
import type { House } from '#data/house/house.ts';
import { readCrossing } from '#services/lots/promises.server.ts';
import { readLineStock, type LineWithStock } from '#services/stock/lineStock.server.ts';

/** In autumn the season that is planned is the next one. */
const DAYS_AHEAD = 90;
export const seasonOfPlan = (today: Day): number => yearOf(addDays(today, DAYS_AHEAD));

/** More grow-outs than any library has under way. */
const MOST_GROW_OUTS = 2000;
/** Shares that may be foreign where the seed sown is true, and where it is not surely so. */
const [OF_TRUE, OF_OTHERS] = [0.01, 0.05];
/** A line of which so much may be lost is named where it cannot be grown. */
const WORTH_NAMING = 0.05;
/** What a grow-out saves at least of a line that needs none for any other reason. */
const WORTH_GROWING = 0.02;

/** A line in danger of which nothing can be sown, and why. */
export interface CannotGrow {
  readonly id: LineId;
  readonly name: string;
  readonly risk: number;
  readonly why: 'too little lives' | 'too few seeds' | 'held back';
}

/** Seed that is recalled, or held by the rules of seed law, is not sown. */
const NOT_SOWN: ReadonlySet<HoldKind> = new Set<HoldKind>(['recall', 'rules']);

export interface SeasonRead {
  readonly facts: SeasonFacts;
  readonly cannot: readonly CannotGrow[];
  /** Lines expected to be lost in five years, of how many, if nothing is grown. */
  readonly lost: number;
  readonly lines: number;
}

/** Reads all that a plan of the season depends on. Gardens' places are in it: it is for whoever plans. @param planned what was saved last */
export async function readSeasonFacts(db: Db, house: House, today: Day, planned: Choices): Promise<SeasonRead> {
  const year = seasonOfPlan(today);
  const [stock, hangs, risks, remedies, open, gardens, plots, terms, told, knowledge, thisYear, nextYear] = await Promise.all([
    readLineStock(db, house, today, null),
    readWhatLinesHangBy(db),
    risksOfLines(db),
    remediesOfLines(db),
    openGrowOuts(db, MOST_GROW_OUTS),
    listGardens(db),
    plotsOf(db, null),
    listTerms(db),
    readToldDistances(db),
    readCrossing(db),
    bloomsIn(db, year),
    bloomsIn(db, year + 1),
  ]);
  // What takes two seasons flowers in the second.
  const blooms = [...thisYear.map((one) => ({ ...one, year })), ...nextYear.map((one) => ({ ...one, year: year + 1 }))];
  const ids = open.map(({ id }) => id);
  const [places, logs, declined, elsewhere, yields, crops] = await Promise.all([
    placesOfGrowOuts(db, ids),
    readLogs(db, ids),
    declinedBy(db, ids),
    linesKeptElsewhere(
      db,
      stock.map(({ id }) => id),
    ),
    yieldsOfLines(
      db,
      stock.map(({ id }) => id),
    ),
    readCropsById(db, [...new Set([...blooms, ...open].map(({ cropId }) => cropId))]),
  ]);
  const hangsBy = new Map(hangs.map((one) => [one.lineId, one]));
  const cropOf = new Map(crops.map((crop) => [crop.id, crop]));
  const frosts = { last: house.lastFrost, first: house.firstFrost };
  const planCrop = (crop: Crop): PlanCrop => ({
    ...crop,
    crossed: seasonFrom(crop, { neighbours: [], methods: [], stigma: null }, knowledge.groups, knowledge.groupOf).outcrossing,
  });

  const cannot: CannotGrow[] = [];
  const others: GrowOutRow[] = [];
  const lines = stock.flatMap((line): LineToPlan[] => {
    const by = hangsBy.get(line.id);
    const risk = risks.get(line.id)?.risk ?? 0;
    const name = `${line.crop.name} ‘${line.name}’`;
    const fail = (why: CannotGrow['why']) => {
      if (risk >= WORTH_NAMING) cannot.push({ id: line.id, name, risk, why });
      return [];
    };
    const theirs = open.filter(({ lineId }) => lineId === line.id);
    const [sown] = theirs.filter(
      ({ step, id }) => (step === 'handed over' || step === 'back in part') && places.some((place) => place.growOutId === id),
    );
    const movable = theirs.findLast(({ step }) => step === null || step === 'offered' || step === 'agreed' || step === 'declined');
    const growOut = sown ?? movable;
    // What is still out in a garden that nobody wrote down, or from a bed that was free before the season, waits for its seed: it is no part of the plan.
    const out = theirs.find(({ step }) => step === 'handed over' || step === 'back in part');
    const outAt = out && places.find((place) => place.growOutId === out.id);
    if (out && (!outAt || bedFreeOn(line.crop, outAt.sowOn, frosts) < `${year}-01-01`)) return [];
    others.push(...theirs.filter((one) => one !== growOut));
    const { lots } = line.stock;
    const sow = lotToSow(lots.filter(({ holds }) => !holds.some((kind) => NOT_SOWN.has(kind))));
    if (!growOut && !sow) return fail(lotToSow(lots) ? 'held back' : 'too little lives');
    const { grown = null } = risks.get(line.id) ?? {};
    const gains = grown !== null && risk - grown >= WORTH_GROWING;
    if (!growOut && !gains && (!by || needsOf({ ...by, lots, usable: line.stock.usable, target: line.stock.target }).length === 0))
      return [];
    const plants = growOut?.plants ?? plantsOf(line, sow!, house);
    if (!growOut && plants < line.crop.plantsForSeed) return fail('too few seeds');
    const code = growOut?.code ?? sow!.code;
    const crop = planCrop(line.crop);
    const { low, high } = yieldToExpect(
      plants,
      line.crop,
      yields.filter(({ lineId }) => lineId === line.id).map((one) => one.seeds / one.plants),
    );
    const place = growOut && places.find(({ growOutId }) => growOutId === growOut.id);
    return [
      {
        id: line.id,
        name,
        variety: line.name,
        crop,
        code,
        seeds: growOut?.seeds ?? Math.min(sow!.seeds, sow!.toSow ?? sow!.seeds),
        plants,
        risk,
        grown: grown ?? risk,
        cheaper: cheaperThan(grown ?? risk, remedies.get(line.id) ?? []),
        importance: elsewhere.has(line.id) ? house.growing.elsewhere : 1,
        packets: packetsOf(Math.sqrt(low * high), house.growing.growersShare, line.crop.packet),
        wanted: Math.ceil(Math.max(0, line.stock.target - line.stock.usable) / line.crop.packet),
        ...limitOf(
          crop,
          by?.aim ?? 'keep true',
          lots.find((lot) => lot.code === code),
        ),
        growOut: growOut
          ? {
              id: growOut.id,
              state: sown ? 'sown' : growOut.step === 'offered' || growOut.step === 'agreed' ? 'asked' : 'proposed',
              choice: place ? { gardenId: place.gardenId, plotId: place.plotId, sowOn: place.sowOn, methods: place.methods } : null,
              seen: sown && place ? seenOf(logs, growOut, line.crop, place.sowOn, frosts) : null,
            }
          : null,
        planned: planned[line.id] ?? null,
        declined: declined.filter(({ growOutId }) => theirs.some(({ id }) => id === growOutId)).map(({ growerId }) => growerId),
      },
    ];
  });
  const placed = withPlots(
    gardens,
    plots,
    terms,
    lines.flatMap(({ growOut, plants, crop }) => (growOut?.choice ? [{ ...growOut.choice, squareMetres: bedFor(plants, crop) }] : [])),
  );
  const gardenAt = (id: number) => placed.gardens.findIndex((garden) => garden.id === id);
  const noted = blooms.map((one): Anyway => ({
    what: one.what,
    crop: one.crop,
    group: cropOf.get(one.cropId)!.group,
    garden: gardenAt(one.gardenId),
    away: one.metres,
    bloom: one.from && one.to ? { from: one.from, to: one.to } : usually(cropOf.get(one.cropId)!, house.lastFrost, one.year),
    plants: 'unknown',
    methods: [],
  }));
  // A second grow-out of a line flowers too, and is not for this plan to move.
  const second = others.flatMap((one): Anyway[] => {
    const place = places.find(({ growOutId }) => growOutId === one.id);
    const crop = cropOf.get(one.cropId)!;
    return place
      ? [
          {
            what: one.variety,
            crop: one.crop,
            group: crop.group,
            garden: gardenAt(place.gardenId),
            away: 0,
            bloom: seenOf(logs, one, crop, place.sowOn, frosts) ?? plannedBloom(crop, place.sowOn, frosts),
            plants: one.plants,
            methods: place.methods,
          },
        ]
      : [];
  });
  return {
    facts: {
      year,
      today,
      frosts,
      growing: house.growing,
      lines,
      ...placed,
      anyway: [...noted, ...second],
      told: Object.fromEntries(told.map(({ one, other, metres }) => [`${one} ${other}`, Number(metres)])),
      groups: knowledge.groups,
    },
    cannot: cannot.sort((one, other) => other.risk - one.risk),
    lost: [...risks.values()].reduce((sum, { risk }) => sum + risk, 0),
    lines: risks.size,
  };
}

/** The best for an hour of hands of what saves as much as a grow-out and takes fewer hours; a test saves nothing by itself. */
function cheaperThan(grown: number, remedies: readonly Remedy[]): Remedy | null {
  const hours = remedies.find(({ kind }) => kind === 'grow out')?.hours ?? 0;
  return remedies.find(({ kind, risk, hours: its }) => kind !== 'grow out' && kind !== 'test' && risk <= grown && its < hours) ?? null;
}

/** Plants that a grow-out of a lot can be expected to have: as many as the house saves from, or what too little seed gives. */
function plantsOf(
  { crop, rules }: LineWithStock,
  { seeds, toSow, median }: { readonly seeds: number; readonly toSow: number | null; readonly median: number | null },
  house: House,
): number {
  const plants = plantsBy(house.rules, crop, rules);
  return toSow !== null && seeds < toSow ? Math.min(plants, Math.floor(seeds * (median ?? 0) * SURVIVAL)) : plants;
}

/** What a line may get of foreign pollen: where it may adapt, any amount. */
function limitOf(
  crop: PlanCrop,
  aim: 'keep true' | 'let adapt',
  lot: LineWithStock['stock']['lots'][number] | undefined,
): Pick<LineToPlan, 'most' | 'promiseLost'> {
  if (aim === 'let adapt') return { most: null, promiseLost: false };
  return mostPollen(crop.crossed, lot?.promise === 'true' ? OF_TRUE : OF_OTHERS, lot?.handsOn ?? 0);
}

function usually(crop: Crop, lastFrost: string, year: number): { from: Day; to: Day } {
  const [from, to] = usualBloom(crop, lastFrost, year);
  return { from, to };
}

/** The bloom that was seen of a grow-out: as long as planned until its end is recorded. */
function seenOf(
  logs: Awaited<ReturnType<typeof readLogs>>,
  { id }: Pick<GrowOutRow, 'id'>,
  crop: Crop,
  sowOn: Day,
  frosts: SeasonFacts['frosts'],
): { from: Day; to: Day } | null {
  const { flowersFrom, flowersTo } = readSeason(logs.filter(({ growOutId }) => growOutId === id));
  if (flowersFrom === null) return null;
  const planned = plannedBloom(crop, sowOn, frosts);
  return { from: flowersFrom, to: flowersTo ?? addDays(flowersFrom, daysBetween(planned.from, planned.to)) };
}

/**
 * Gardens with their plots and growers. A garden without plots has the room that its grower gave for it, if they said so; and what is grown in no plot in particular has the
 * room that it takes.
 */
function withPlots(
  gardens: Awaited<ReturnType<typeof listGardens>>,
  plots: Awaited<ReturnType<typeof plotsOf>>,
  terms: Awaited<ReturnType<typeof listTerms>>,
  taken: readonly { readonly gardenId: number; readonly plotId: number | null; readonly squareMetres: number }[],
): Pick<SeasonFacts, 'gardens' | 'plots' | 'growers'> {
  const people = [...new Map(gardens.flatMap(({ personId, person }) => (personId === null ? [] : [[personId, person!] as const])))];
  const growers: GrowerToPlan[] = [
    { id: null, name: 'Helpers', terms: null },
    ...people.map(([id, name]) => {
      const { personId: _id, ...agreed } = terms.find(({ personId }) => personId === id) ?? { personId: id };
      return { id, name, terms: 'skill' in agreed ? agreed : null };
    }),
  ];
  const growerOf = (id: PersonId | null) => growers.findIndex((one) => one.id === id);
  const centre = gardens.find(({ latitude, longitude }) => latitude !== null && longitude !== null);
  return {
    growers,
    gardens: gardens.map(({ id, name, personId, latitude, longitude }): GardenToPlan => ({
      id,
      name,
      at:
        latitude === null || longitude === null || !centre
          ? null
          : metresFrom({ latitude: centre.latitude!, longitude: centre.longitude! }, { latitude, longitude }),
      grower: growerOf(personId),
    })),
    plots: gardens.flatMap(({ id, personId }, garden): PlotToPlan[] => {
      const own = plots.filter((plot) => plot.gardenId === id && (plot.inUse || taken.some(({ plotId }) => plotId === plot.id)));
      const anywhere = taken
        .filter(({ gardenId, plotId }) => gardenId === id && plotId === null)
        .reduce((sum, one) => sum + one.squareMetres, 0);
      const given =
        own.length === 0 && personId !== null && isFirstOf(gardens, personId, garden)
          ? (growers[growerOf(personId)]!.terms?.squareMetres ?? 0)
          : 0;
      const room = Math.max(anywhere, given);
      return [
        ...own.map((plot) => ({ id: plot.id, name: plot.name, garden, squareMetres: plot.squareMetres, cages: plot.cages })),
        ...(room > 0 ? [{ id: null, name: '', garden, squareMetres: room, cages: 0 }] : []),
      ];
    }),
  };
}

/** Of a person with several gardens the room that they gave counts once. */
const isFirstOf = (gardens: readonly { readonly personId: PersonId | null }[], personId: PersonId, garden: number): boolean =>
  gardens.findIndex((one) => one.personId === personId) === garden;
