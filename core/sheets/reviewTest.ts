import { yearInHead } from './fields.ts';
import type { LotFound } from './findLot.ts';
import type { Looking } from './library.ts';
import type { TestsMade } from './made.ts';
import { readGerminated, type Germinated } from './readGerminated.ts';
import { readWhen, someDayOf, type Dating } from './readWhen.ts';
import type { Field } from './fields.ts';
import { readCount, textOf, type Collector, type Row } from './row.ts';

const [COLDEST, WARMEST] = [1, 45];
const TESTED_IN_YEAR = '02-01';
const MOST_LAID = 400;

/** Reads a row as a germination test of a lot that was found. */
export function reviewTest(
  row: Row,
  lot: LotFound,
  looking: Looking,
  dating: (field: Field) => Dating,
  collect: Collector,
): TestsMade | null {
  const { today } = looking.library;
  const germinated = readResult(row, looking, collect);
  const [column] = row.cells('germination');
  const year = column ? yearInHead(column.head) : null;
  const on = collect.take(readWhen(row.cell('testedOn') || (year === null ? '' : String(year)), dating('testedOn')));
  if (on === null || on === 'unknown')
    collect.say({ level: 'wrong', field: 'testedOn', code: 'test without a day', said: row.cell('testedOn') });
  if (!germinated || on === null || on === 'unknown') return null;
  const laidOn = someDayOf(on, today, TESTED_IN_YEAR);
  if (lot.harvested !== null && on.slice(0, 4) < lot.harvested.slice(0, 4)) {
    collect.say({ level: 'wrong', field: 'testedOn', code: 'test before harvest', said: row.cell('testedOn'), taken: lot.harvested });
    return null;
  }
  if (on.length < 10)
    collect.say({ level: 'assumed', field: 'testedOn', code: 'date without a day', said: row.cell('testedOn'), taken: laidOn });
  return {
    thing: 'tests',
    lot: lot.meant,
    cropId: lot.cropId,
    test: { ...germinated, laidOn, celsius: readWarmth(row.cell('celsius'), collect), note: textOf(row, 'note', collect) },
  };
}

function readResult(row: Row, { answers }: Looking, collect: Collector): Germinated | null {
  const [result] = row.cells('germination');
  if (!result) return reviewCounts(row, collect);
  const laid = readCount(row.cell('laid'), 'laid', collect, MOST_LAID);
  return collect.take(readGerminated(result.said, { answers, question: `size:${row.sheet}`, laid }));
}

/** So many tested and so many sprouted, in columns of their own. */
export function reviewCounts(row: Row, collect: Collector): Germinated | null {
  const laid = readCount(row.cell('laid'), 'laid', collect, MOST_LAID);
  const sprouted = /^0+$/.test(row.cell('sprouted').trim()) ? 0 : readCount(row.cell('sprouted'), 'sprouted', collect, MOST_LAID);
  if (sprouted === null || laid === null) {
    const field = laid === null ? 'laid' : 'sprouted';
    collect.say({ level: 'wrong', field, code: 'germination unreadable', said: row.cell(field) });
    return null;
  }
  if (sprouted <= laid) return { laid, sprouted };
  collect.say({ level: 'wrong', field: 'sprouted', code: 'more sprouted than sown', said: `${sprouted} of ${laid}` });
  return null;
}

/** Degrees Celsius as a test was kept; null where nothing is said. */
export function readWarmth(cell: string, { say }: Collector): number | null {
  const match = /^(-?\d{1,3}(?:[.,]\d{1,2})?)(?: ?°)?(?: ?([cf]))?\.?$/i.exec(cell.trim());
  if (cell.trim() === '' || /^[-?]+$/.test(cell.trim())) return null;
  const degrees = Number(match?.[1]?.replace(',', '.') ?? Number.NaN);
  const celsius = match?.[2]?.toLowerCase() === 'f' || degrees > WARMEST ? ((degrees - 32) * 5) / 9 : degrees;
  if (celsius >= COLDEST && celsius <= WARMEST) return Math.round(celsius);
  say({ level: 'wrong', field: 'celsius', code: 'temperature unreadable', said: cell });
  return null;
}
