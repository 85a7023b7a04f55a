import type { Crop } from '#core/almanac/crop.ts';
import type { LotId } from '#core/kernel/kinds.ts';
import type { LotMeant, Made } from '#core/sheets/made.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import { waitForReckoning, writeSources, type SourceToWrite } from '#data/exchange/writtenLots.ts';
import { markStale } from '#data/lots/promises.ts';
import { layHoldsOfImport } from './importHolds.server.ts';
import { hashOf } from './reviewing.server.ts';
import { writeAllLines, writeEverybody, writeGardens, writePlaces } from './writeGround.server.ts';
import { writeAllLoans, writeAllLots, writeAllTests } from './writeSeed.server.ts';
import { keyOf, type Of, type Row, type Writing } from './writing.server.ts';

/** How many of each thing were written. */
export type Written = Readonly<Record<Made['thing'], number>>;

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

async function cropsOf(tx: Db, ids: readonly string[]): Promise<(id: string) => Crop> {
  const crops = new Map((await readCropsById(tx, [...new Set(ids)])).map((crop) => [crop.id, crop]));
  return (id) => crops.get(id)!;
}
