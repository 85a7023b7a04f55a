import { spotFor } from '#core/germination/layout.ts';
import { addDays, yearOf } from '#core/calendar/plainDate.ts';
import type { Crop } from '#core/almanac/crop.ts';
import type { Day, GardenId, LineId, LotId, PersonId, PlaceId } from '#core/kernel/kinds.ts';
import { onItsLot } from '#core/passport/onItsLot.ts';
import type { LineMeant, LoanMade, LotMade, LotMeant, Placed, TestMade } from '#core/sheets/made.ts';
import { parentsFirst } from '#core/sheets/inOrder.ts';
import { passportOf } from '#core/sheets/passportOf.ts';
import type { Who } from '#core/sheets/readPerson.ts';
import { middleSeedsPerGram, type StockUnit } from '#core/units/seedsAndWeight.ts';
import { takeLotCodes } from '#data/lots/lots.ts';
import {
  writeCloses,
  writeEnds,
  writeHoldings,
  writeLoans,
  writeLots,
  writeOrigins,
  writeParents,
  writePassports,
  writeReceived,
  writeTests,
  type TestToWrite,
} from '#data/exchange/writtenLots.ts';
import { FROM_A_SHEET } from '#words/kept.ts';
import { keyOf, type Of, type Row, type Writing } from './writing.server.ts';

/** A lot that was written, with what the rows about it need. */
interface LotWritten {
  readonly id: LotId;
  readonly crop: Crop;
}

/** What a row may mean, and which of ours it is. */
interface Found {
  readonly crops: (id: string) => Crop;
  readonly placeOf: (place: Placed) => PlaceId;
  readonly personOf: (who: Who) => PersonId;
  readonly gardenOf: (lot: LotMade) => GardenId | null;
  readonly lineOf: (line: LineMeant) => LineId;
}

/** Writes lots with what is known of each, parents before their children. @returns them by the key of their row */
export async function writeAllLots(
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

/** A test, and the row it has for itself; null where it stands in the row of its lot. */
interface TestOfLot {
  readonly row: Of<'tests'> | null;
  readonly lotId: LotId;
  readonly cropId: string;
  readonly test: TestMade;
}

/** Writes tests that have ended. @returns the number of each that has a row of its own */
export async function writeAllTests(
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

/** Writes loans, and how they ended. @returns their numbers, in their order */
export async function writeAllLoans(
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
