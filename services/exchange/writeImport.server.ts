import { spotFor } from '#core/germination/layout.ts';
import { addDays, yearOf } from '#core/calendar/plainDate.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { aimBy, type Rules } from '#core/house/rules.ts';
import type { Day, GardenId, LineId, LotId, PersonId, PlaceId } from '#core/kernel/kinds.ts';
import { onItsLot } from '#core/passport/onItsLot.ts';
import { nameKey } from '#core/sheets/matchNames.ts';
import type { LineMeant, LoanMade, LotMade, LotMeant, Made, PersonMade, Placed, TestMade } from '#core/sheets/made.ts';
import { parentsFirst } from '#core/sheets/inOrder.ts';
import { passportOf } from '#core/sheets/passportOf.ts';
import type { Who } from '#core/sheets/readPerson.ts';
import type { Reviewed } from '#core/sheets/row.ts';
import { middleSeedsPerGram, type StockUnit } from '#core/units/seedsAndWeight.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import { takeLotCodes } from '#data/lots/lots.ts';
import type { Db } from '#data/database.ts';
import {
  ensureGardens,
  ensureLines,
  ensurePlaces,
  waitForReckoning,
  writeCloses,
  writeClimates,
  writeEnds,
  writeHoldings,
  writeLineWords,
  writeLoans,
  writeLots,
  writeMade,
  writeOrigins,
  writeParents,
  writePassports,
  writePeople,
  writeReceived,
  writeSources,
  writeTests,
  type GardenToWrite,
  type SourceToWrite,
  type Step,
  type TestToWrite,
} from '#data/exchange/written.ts';
import { markStale } from '#data/lots/promises.ts';
import { FROM_A_SHEET } from '#words/kept.ts';
import { layHoldsOfImport } from './importHolds.server.ts';
import { hashOf } from './reviewing.server.ts';

type Row = Reviewed<Made>;
type Of<Thing extends Made['thing']> = Row & { readonly made: Extract<Made, { thing: Thing }> };

export interface Writing {
  readonly tx: Db;
  readonly actKey: string;
  readonly personId: PersonId;
  readonly today: Day;
  readonly rules: Rules;
  readonly fileName: string;
  readonly sheetNames: readonly string[];
  /** What a row says, as it was written. */
  readonly saidAt: (row: Row) => readonly string[];
  readonly step: Step;
}

/** How many of each thing were written. */
export type Written = Readonly<Record<Made['thing'], number>>;

/** A lot that was written, with what the rows about it need. */
interface LotWritten {
  readonly id: LotId;
  readonly crop: Crop;
}

/**
 * Writes what a review has found of all rows, table by table: what others speak of first. Seed is received as it is counted in the sheet, and
 * tests and loans of earlier years move nothing: what they took is no longer in that count.
 */
export async function writeImport(writing: Writing, rows: readonly Row[]): Promise<Written> {
  const { tx, actKey, step } = writing;
  const of = <Thing extends Made['thing']>(thing: Thing) => rows.filter((row): row is Of<Thing> => row.made?.thing === thing);
  const [places, people, lines, lots, tests, loans] = [of('places'), of('people'), of('lines'), of('lots'), of('tests'), of('loans')];
  const crops = await cropsOf(
    tx,
    [...lines, ...lots].map(({ made }) => made.line.cropId).concat([...tests, ...loans].map(({ made }) => made.cropId)),
  );
  const placeOf = await writePlaces(writing, places, lots);
  const personOf = await writeEverybody(writing, people, lots, loans);
  const gardenOf = await writeGardens(writing, people, lots, personOf);
  const lineOf = await writeAllLines(writing, lines, lots);
  const written = await writeAllLots(writing, lots, { crops, placeOf, personOf, gardenOf, lineOf });
  const lotIdOf = (meant: LotMeant): LotId => ('id' in meant ? meant.id : written.get(`${meant.sheet}:${meant.at}`)!.id);
  const testsOfLots = lots.flatMap((row) =>
    row.made.tests.map((test) => ({ row: null, lotId: written.get(keyOf(row))!.id, cropId: row.made.line.cropId, test })),
  );
  const testIds = await writeAllTests(
    writing,
    [...tests.map((row) => ({ row, lotId: lotIdOf(row.made.lot), cropId: row.made.cropId, test: row.made.test })), ...testsOfLots],
    crops,
  );
  const loanIds = await writeAllLoans(writing, loans, { crops, lotIdOf, personOf });
  // What is lent, was lent before there was a hold.
  await layHoldsOfImport(
    writing,
    lots.map((row) => ({ ...written.get(keyOf(row))!, made: row.made })),
  );
  const touched = [...[...written.values()].map(({ id }) => id), ...tests.map(({ made }) => lotIdOf(made.lot))];
  await markStale(
    tx,
    [...written.values()].map(({ id }) => id),
  );
  await waitForReckoning(tx, [...new Set(touched)]);
  const source = (row: Row, ids: Partial<SourceToWrite>): SourceToWrite => ({
    act_key: actKey,
    file_name: writing.fileName,
    sheet: writing.sheetNames[row.sheet]!,
    at: row.at,
    print: hashOf(row.print).toString('hex'),
    said: writing.saidAt(row),
    lot_id: null,
    test_id: null,
    loan_id: null,
    person_id: null,
    line_id: null,
    place_id: null,
    ...ids,
  });
  await writeSources(
    tx,
    [
      ...places.map((row) => source(row, { place_id: placeOf(row.made.place) })),
      ...people.map((row) => source(row, { person_id: personOf(row.made.who) })),
      ...lines.map((row) => source(row, { line_id: lineOf(row.made.line) })),
      ...lots.map((row) => source(row, { lot_id: written.get(keyOf(row))!.id })),
      ...tests.map((row) => source(row, { test_id: testIds.get(row)! })),
      ...loans.map((row, index) => source(row, { loan_id: loanIds[index]! })),
    ],
    step,
  );
  return {
    places: places.length,
    people: people.length,
    lines: lines.length,
    lots: lots.length,
    tests: tests.length + testsOfLots.length,
    loans: loans.length,
  };
}

const keyOf = ({ sheet, at }: Pick<Row, 'sheet' | 'at'>): string => `${sheet}:${at}`;

async function cropsOf(tx: Db, ids: readonly string[]): Promise<(id: string) => Crop> {
  const crops = new Map((await readCropsById(tx, [...new Set(ids)])).map((crop) => [crop.id, crop]));
  return (id) => crops.get(id)!;
}

const asMade = (actKey: string, what: 'person' | 'garden' | 'place' | 'line', ids: readonly number[]) =>
  ids.map((of_id) => ({ act_key: actKey, what, of_id, name: '' }));

async function writePlaces(
  { tx, actKey, personId, step }: Writing,
  places: readonly Of<'places'>[],
  lots: readonly Of<'lots'>[],
): Promise<(place: Placed) => PlaceId> {
  const named = [...places.map(({ made }) => made.place), ...lots.map(({ made }) => made.place)];
  const { idOf, made } = await ensurePlaces(tx, [...new Set(named.filter(({ id }) => id === null).map(({ name }) => name))]);
  const placeOf = ({ id, name }: Placed) => id ?? idOf.get(name.toLowerCase())!;
  await writeMade(tx, asMade(actKey, 'place', made), step);
  const climates = places.flatMap(({ made: { place, climate } }) =>
    climate ? [{ place_id: placeOf(place), ...climate, why: FROM_A_SHEET, written_by: personId, act_key: actKey }] : [],
  );
  await writeClimates(tx, climates, step);
  return placeOf;
}

/** Adds everybody whom the library does not know yet, once each; a list of people says more of somebody than a lot's row does. */
async function writeEverybody(
  { tx, actKey, step }: Writing,
  people: readonly Of<'people'>[],
  lots: readonly Of<'lots'>[],
  loans: readonly Of<'loans'>[],
): Promise<(who: Who) => PersonId> {
  const plain = (who: Who, isMember: boolean): Omit<PersonMade, 'thing' | 'garden'> => ({
    who,
    email: null,
    phone: null,
    isMember,
    groupOf: who.groupOf,
    note: null,
  });
  const fresh = new Map<string, Omit<PersonMade, 'thing' | 'garden'>>();
  for (const one of [
    ...people.map(({ made }) => made),
    ...loans.map(({ made }) => plain(made.member, true)),
    ...lots.flatMap(({ made }) => (made.donor ? [plain(made.donor, false)] : [])),
  ])
    if (one.who.id === null && !fresh.has(nameKey(one.who.name))) fresh.set(nameKey(one.who.name), one);
  const all = [...fresh.values()];
  const ids = await writePeople(
    tx,
    all.map(({ who, email, phone, note, isMember, groupOf }) => ({
      name: who.name,
      email,
      phone,
      note,
      is_member: isMember,
      group_of: groupOf,
    })),
    step,
  );
  await writeMade(tx, asMade(actKey, 'person', ids), step);
  const idOf = new Map([...fresh.keys()].map((key, index) => [key, ids[index]!]));
  return ({ id, name }) => id ?? idOf.get(nameKey(name))!;
}

async function writeGardens(
  { tx, actKey, step }: Writing,
  people: readonly Of<'people'>[],
  lots: readonly Of<'lots'>[],
  personOf: (who: Who) => PersonId,
): Promise<(lot: LotMade) => GardenId | null> {
  const ofLot = ({ donor, garden }: LotMade): GardenToWrite | null =>
    garden && garden.id === null ? { person_id: donor && personOf(donor), name: garden.name } : null;
  const wanted = [
    ...people.flatMap(({ made }) => (made.garden === null ? [] : [{ person_id: personOf(made.who), name: made.garden }])),
    ...lots.flatMap(({ made }) => ofLot(made) ?? []),
  ];
  const { idOf, made } = await ensureGardens(tx, wanted);
  await writeMade(tx, asMade(actKey, 'garden', made), step);
  return (lot) => {
    const own = ofLot(lot);
    return own ? idOf(own) : (lot.garden?.id ?? null);
  };
}

async function writeAllLines(
  { tx, actKey, rules, step }: Writing,
  lines: readonly Of<'lines'>[],
  lots: readonly Of<'lots'>[],
): Promise<(line: LineMeant) => LineId> {
  const wanted = [
    ...lines.map(({ made: { line, aim } }) => ({ line, aim })),
    ...lots.map(({ made: { line, kind } }) => ({ line, aim: aimBy(rules, { kind, offspring: false }) })),
  ].filter(({ line }) => line.lineId === null);
  const { idOf } = await ensureLines(
    tx,
    wanted.map(({ line, aim }) => ({ crop_id: line.cropId, name: line.variety, aim })),
  );
  const lineOf = ({ lineId, cropId, variety }: LineMeant) => lineId ?? idOf(cropId, variety);
  const added = await writeLineWords(
    tx,
    lines.map(({ made: { line, story, aliases } }) => ({ id: lineOf(line), story, aliases })),
  );
  await writeMade(
    tx,
    added.map(({ what, id, name }) => ({ act_key: actKey, what, of_id: id, name })),
    step,
  );
  return lineOf;
}

interface Found {
  readonly crops: (id: string) => Crop;
  readonly placeOf: (place: Placed) => PlaceId;
  readonly personOf: (who: Who) => PersonId;
  readonly gardenOf: (lot: LotMade) => GardenId | null;
  readonly lineOf: (line: LineMeant) => LineId;
}

async function writeAllLots(
  writing: Writing,
  rows: readonly Of<'lots'>[],
  { crops, placeOf, personOf, gardenOf, lineOf }: Found,
): Promise<Map<string, LotWritten>> {
  const { tx, actKey, personId, today, step } = writing;
  const byKey = new Map(rows.map((row) => [keyOf(row), row]));
  const parentOf = ({ made }: Of<'lots'>) => (made.parent && 'at' in made.parent ? byKey.get(keyOf(made.parent)) : undefined);
  const ordered = parentsFirst(rows, parentOf);
  const codes = await takeLotCodes(tx, yearOf(today), ordered.length);
  const generations = new Map<Of<'lots'>, number>();
  for (const row of ordered) generations.set(row, parentOf(row) ? generations.get(parentOf(row)!)! + 1 : 0);
  const stocks = ordered.map(({ made }) => stockOf(made, crops(made.line.cropId)));
  const ids = await writeLots(
    tx,
    ordered.map((row, index) => {
      const { made: lot } = row;
      const crop = crops(lot.line.cropId);
      return {
        code: codes[index]!,
        lineId: lineOf(lot.line),
        origin: lot.origin,
        ...onItsLot(crop, passportOf(lot), today),
        unit: stocks[index]!.unit,
        seedsPerGram: stocks[index]!.perGram,
        donorId: lot.donor && personOf(lot.donor),
        gardenId: gardenOf(lot),
        generation: generations.get(row)!,
        note: lot.note,
        takenInOn: lot.takenInOn,
        searchText: [codes[index], lot.number, lot.line.variety, crop.name, crop.species].filter(Boolean).join(' '),
        actKey,
      };
    }),
    step,
  );
  const written = new Map(ordered.map((row, index) => [keyOf(row), { id: ids[index]!, crop: crops(row.made.line.cropId) }]));
  const idOf = (row: Row) => written.get(keyOf(row))!.id;
  await writeParents(
    tx,
    ordered.flatMap((row) => {
      const { parent } = row.made;
      const parentId = parent === null ? null : 'id' in parent ? parent.id : (written.get(keyOf(parent))?.id ?? null);
      return parentId === null ? [] : [{ child_id: idOf(row), parent_id: parentId }];
    }),
    step,
  );
  await writePassports(
    tx,
    ordered.map((row) => ({ lot_id: idOf(row), answers: passportOf(row.made), written_on: today, written_by: personId, act_key: actKey })),
    step,
  );
  const holdings = await writeHoldings(
    tx,
    ordered.map((row) => ({ lot_id: idOf(row), place_id: placeOf(row.made.place), container: row.made.container })),
    step,
  );
  await writeReceived(
    tx,
    ordered.flatMap((row, index) =>
      stocks[index]!.amount === 0
        ? []
        : [
            {
              act_key: actKey,
              lot_id: idOf(row),
              to_holding: holdings[index]!,
              amount: stocks[index]!.amount,
              typed: row.made.typed,
              reason: FROM_A_SHEET,
              happened_on: today,
              person_id: personId,
            },
          ],
    ),
    step,
  );
  await writeOrigins(
    tx,
    ordered.flatMap((row) =>
      row.made.number === null ? [] : [{ lot_id: idOf(row), code: row.made.number, library: row.made.library, act_key: actKey }],
    ),
    step,
  );
  return written;
}

/** Small seed is kept by weight, large seed by count, unless it was counted or weighed. */
function stockOf({ amount }: LotMade, crop: Crop): { readonly unit: StockUnit; readonly perGram: number; readonly amount: number } {
  const perGram = middleSeedsPerGram({ low: crop.seedsPerGram[0], high: crop.seedsPerGram[1] });
  if (!amount) return { unit: perGram > 20 ? 'mg' : 'seed', perGram, amount: 0 };
  return amount.kind === 'weight' ? { unit: 'mg', perGram, amount: amount.milligrams } : { unit: 'seed', perGram, amount: amount.seeds };
}

interface TestOfLot {
  readonly row: Of<'tests'> | null;
  readonly lotId: LotId;
  readonly cropId: string;
  readonly test: TestMade;
}

async function writeAllTests(
  { tx, actKey, personId, today, step }: Writing,
  tests: readonly TestOfLot[],
  crops: (id: string) => Crop,
): Promise<Map<Row, number>> {
  const toWrite = tests.map(({ lotId, cropId, test }): TestToWrite => {
    const crop = crops(cropId);
    const celsius = test.celsius ?? Math.round(crop.celsius);
    return {
      lot_id: lotId,
      laid_on: test.laidOn,
      seeds_laid: test.laid,
      // Whoever counts at home counts what has a root.
      counted: 'any root',
      celsius,
      spot: spotFor(celsius),
      first_count_days: crop.firstCount,
      final_count_days: crop.finalCount,
      laid_by: personId,
      act_key: actKey,
    };
  });
  const ids = await writeTests(tx, toWrite, step);
  const earlier = (one: Day, other: Day) => (one < other ? one : other);
  await writeEnds(
    tx,
    tests.map(({ cropId, test }, index) => ({
      test_id: ids[index]!,
      ended_on: earlier(addDays(test.laidOn, crops(cropId).finalCount), today),
      outcome: 'read' as const,
      sprouted: test.sprouted,
      dead: 0,
      reason: test.note,
      ended_by: personId,
      act_key: actKey,
    })),
    step,
  );
  return new Map(tests.flatMap(({ row }, index) => (row ? [[row, ids[index]!] as const] : [])));
}

async function writeAllLoans(
  { tx, actKey, personId, step }: Writing,
  loans: readonly Of<'loans'>[],
  { crops, lotIdOf, personOf }: Pick<Found, 'crops' | 'personOf'> & { readonly lotIdOf: (lot: LotMeant) => LotId },
): Promise<number[]> {
  const ids = await writeLoans(
    tx,
    loans.map(({ made }: { made: LoanMade }) => ({
      lot_id: lotIdOf(made.lot),
      member_id: personOf(made.member),
      packets: made.packets,
      seeds_per_packet: crops(made.cropId).packet,
      lent_on: made.lentOn,
      due_on: made.dueOn,
      lent_by: personId,
      act_key: actKey,
    })),
    step,
  );
  await writeCloses(
    tx,
    loans.flatMap(({ made }, index) =>
      made.closed
        ? [
            {
              loan_id: ids[index]!,
              outcome: made.closed.outcome,
              closed_on: made.closed.on,
              note: made.note,
              closed_by: personId,
              act_key: actKey,
            },
          ]
        : [],
    ),
    step,
  );
  return ids;
}
