import { THINGS } from './fields.ts';
import { findLot, lineKey, type LotInFile } from './findLot.ts';
import { lookingIn, numberKey, type Library, type Looking, type SheetCrop } from './library.ts';
import type { LotMade, LotMeant, Made } from './made.ts';
import { LEVELS, levelOf, type Answers, type Note } from './notes.ts';
import { readNames, type NamesRead } from './readNames.ts';
import { namesInFile, namesOf, type NamesInFile } from './readVariety.ts';
import { readWhen } from './readWhen.ts';
import { saysNothing } from './readYesNo.ts';
import { reviewLine } from './reviewLine.ts';
import { reviewLoan } from './reviewLoan.ts';
import { libraryOf, reviewLot } from './reviewLot.ts';
import { reviewPerson } from './reviewPerson.ts';
import { reviewPlace } from './reviewPlace.ts';
import { reviewTest } from './reviewTest.ts';
import { collector, datingOf, printOf, rowOf, type Collector, type Reading, type Reviewed, type Row } from './row.ts';

/** A question that some rows ask, with the note of the first of them. */
export interface Question {
  readonly key: string;
  readonly rows: number;
  readonly note: Note;
  readonly sheet: number;
}

export interface Review {
  readonly rows: readonly Reviewed<Made>[];
  readonly questions: readonly Question[];
}

/**
 * Reads the rows of a file's sheets, those that others speak of first, and says of each what would be made of it and what is wrong, doubtful or
 * assumed. Nothing is decided that depends on the order of sheets in the file.
 */
export function reviewSheets(readings: readonly Reading[], library: Library, answers: Answers): Review {
  const reviewing = reviewByRows(readings, library, answers);
  for (;;) {
    const { done, value } = reviewing.next();
    if (done) return value;
  }
}

/** After so many rows a review says how far it is. */
const ROWS_A_STEP = 1000;

/** As `reviewSheets`, which tells now and then how many rows are reviewed: a large file takes seconds, and may be called off meanwhile. */
export function* reviewByRows(readings: readonly Reading[], library: Library, answers: Answers): Generator<number, Review, void> {
  const looking = lookingIn(library, answers);
  const inFile = namesInFile(varietiesIn(readings, looking));
  const numbers = numbersIn(readings);
  const rows: Reviewed<Made>[] = [];
  yield 0;
  const lots = { byNumber: new Map<string, LotInFile>(), byLine: new Map<string, LotInFile[]>() };
  for (const thing of THINGS)
    for (const reading of readings) {
      if (reading.thing !== thing) continue;
      const parents = new Map<string, string>();
      const own: Reviewed<Made>[] = [];
      for (const row of reviewSheet(reading, { looking, inFile, numbers, lots, parents })) {
        own.push(row);
        if (own.length % ROWS_A_STEP === 0) yield rows.length + own.length;
      }
      rows.push(...(thing === 'lots' ? withoutCycles(own, parents) : own));
      if (thing === 'lots') addLots(own, looking, lots);
    }
  return { rows, questions: questionsOf(rows) };
}

interface Reviewing {
  readonly looking: Looking;
  readonly inFile: NamesInFile;
  readonly numbers: ReadonlyMap<string, readonly { readonly sheet: number; readonly at: number }[]>;
  readonly lots: { readonly byNumber: ReadonlyMap<string, LotInFile>; readonly byLine: ReadonlyMap<string, readonly LotInFile[]> };
  /** Whose child each number is, as the sheet says it. */
  readonly parents: Map<string, string>;
}

function* reviewSheet(reading: Reading, reviewing: Reviewing): Generator<Reviewed<Made>, void, void> {
  const { looking, numbers } = reviewing;
  const { library, answers } = looking;
  const read = readerOf(reading, reviewing);
  const seen = new Map<string, number>();
  const twins = `twins:${reading.sheet}`;
  for (const tableRow of reading.table.rows) yield reviewRow(tableRow);

  function reviewRow(tableRow: Reading['table']['rows'][number]): Reviewed<Made> {
    const row = rowOf(reading, tableRow);
    const collect = collector();
    const print = printOf(reading.thing, reading, tableRow);
    const before = library.imported.get(print);
    const result = (made: Made | null, isKnown = false): Reviewed<Made> => ({
      sheet: reading.sheet,
      at: row.at,
      print,
      isKnown,
      notes: worstFirst(collect.notes),
      level: levelOf(collect.notes),
      made: made !== null && collect.notes.some(({ level }) => level === 'wrong') ? null : made,
    });
    if (before) {
      collect.say({ level: 'assumed', field: 'note', code: 'imported before', said: before.file, taken: String(before.at) });
      return result(null, true);
    }
    const twin = seen.get(print);
    if (twin === undefined) seen.set(print, row.at);
    else if (answers[twins] === 'once') {
      collect.say({ level: 'assumed', field: 'note', code: 'same row twice', said: String(twin) });
      return result(null, true);
    }
    const made = read(row, collect);
    if (twin !== undefined && answers[twins] === undefined)
      collect.say({
        level: 'doubtful',
        field: 'note',
        code: 'same row twice',
        said: String(twin),
        question: twins,
        readings: [
          { value: 'both', shows: 'both' },
          { value: 'once', shows: 'once' },
        ],
      });
    const number = row.cell('number');
    const again = reading.thing === 'lots' && !saysNothing(number) ? (numbers.get(numberOf(row)) ?? []) : [];
    if (again.length > 1 && again[0]!.at !== row.at && twin === undefined)
      collect.say({ level: 'doubtful', field: 'number', code: 'number twice', said: number, taken: String(again[0]!.at) });
    return changedSince(row, reading, looking, collect) ? result(null, true) : result(made);
  }
}

/** What stands in the way is said first. */
const worstFirst = (notes: readonly Note[]): Note[] =>
  notes.toSorted((one, other) => LEVELS.indexOf(other.level) - LEVELS.indexOf(one.level));

/** Whether a lot of this number came by an earlier import, and nobody says that this is another one. */
function changedSince(row: Row, { thing }: Reading, { lotsByNumber, answers }: Looking, { say }: Collector): boolean {
  const number = row.cell('number');
  const known = thing === 'lots' && !saysNothing(number) ? (lotsByNumber.get(numberOf(row)) ?? []) : [];
  if (known.length === 0) return false;
  const question = `again:${numberOf(row)}`;
  const answer = answers[question] ?? answers['again:all'];
  const readings = [
    { value: 'leave out', shows: known[0]!.code },
    { value: 'another', shows: number },
  ];
  if (answer !== undefined) return answer === 'leave out';
  say({ level: 'doubtful', field: 'number', code: 'changed since import', said: number, taken: known[0]!.code, question, readings });
  return true;
}

/** How a row of this sheet is read into what is made of it. */
function readerOf(reading: Reading, { looking, inFile, numbers, lots, parents }: Reviewing): (row: Row, collect: Collector) => Made | null {
  const dating = datingOf(reading, looking);
  let above: string | null = null;
  const keep = <Value>(value: Value, cropSaid: string | null): Value => {
    above = cropSaid ?? above;
    return value;
  };
  switch (reading.thing) {
    case 'places':
      return (row, collect) => reviewPlace(row, looking, dating, collect);
    case 'people':
      return (row, collect) => reviewPerson(row, looking, collect);
    case 'lines':
      return (row, collect) => {
        const { line, cropSaid } = reviewLine(row, above, looking, inFile, collect);
        return keep(line, cropSaid);
      };
    case 'lots': {
      const parentOf = (row: Row): LotMeant | null => {
        const ours = row.cell('ownParent');
        if (!saysNothing(ours)) return ownLot(ours);
        const number = row.cell('parent');
        const key = numberKey(number, libraryOf(row));
        const own = numbers.get(key) ?? [];
        if (own.length === 1) return own[0]!;
        const [known, ...more] = looking.lotsByNumber.get(key) ?? [];
        return known && more.length === 0 ? { id: known.id } : ownLot(number);
      };
      const ownLot = (code: string) => looking.lotByCode.get(code.trim().toUpperCase()) ?? null;
      return (row, collect) => {
        if (!saysNothing(row.cell('parent'))) parents.set(numberOf(row), numberKey(row.cell('parent'), libraryOf(row)));
        const { lot, cropSaid } = reviewLot(row, { looking, inFile, dating, above, parentOf }, collect);
        return keep(lot, cropSaid);
      };
    }
    case 'tests':
    case 'loans':
      return (row, collect) => {
        const said = row.has('harvested') ? readWhen(row.cell('harvested'), dating('harvested')).value : null;
        const lot = findLot(row, above, looking, { inFile, lots, harvested: said === 'unknown' ? null : said }, collect);
        if (!lot) return null;
        return reading.thing === 'tests' ? reviewTest(row, lot, looking, dating, collect) : reviewLoan(row, lot, looking, dating, collect);
      };
  }
}

function* varietiesIn(readings: readonly Reading[], { readCrop, library, answers }: Looking): Generator<{ cropId: string; name: string }> {
  for (const reading of readings) {
    if (!['lots', 'lines'].includes(reading.thing)) continue;
    let above: string | null = null;
    for (const tableRow of reading.table.rows) {
      const row = rowOf(reading, tableRow);
      const said = namesOf(row, above);
      const value: NamesRead<SheetCrop> | null = readNames(said, { readCrop, crops: library.crops, answers }).value;
      if (!value) continue;
      above = value.cropSaid;
      yield { cropId: value.crop.id, name: value.variety };
    }
  }
}

function numbersIn(readings: readonly Reading[]): Map<string, { sheet: number; at: number }[]> {
  const numbers = new Map<string, { sheet: number; at: number }[]>();
  for (const reading of readings) {
    if (reading.thing !== 'lots' || !reading.columns.includes('number')) continue;
    for (const tableRow of reading.table.rows) {
      const row = rowOf(reading, tableRow);
      const key = numberOf(row);
      if (!saysNothing(row.cell('number'))) numbers.set(key, [...(numbers.get(key) ?? []), { sheet: reading.sheet, at: row.at }]);
    }
  }
  return numbers;
}

const numberOf = (row: Row): string => numberKey(row.cell('number'), libraryOf(row));

/** Rows whose parents lead back to themselves are wrong, and so is a child of another crop, or one that was harvested before its parent. */
function withoutCycles(rows: readonly Reviewed<Made>[], parents: ReadonlyMap<string, string>): Reviewed<Made>[] {
  const byPlace = new Map(rows.map((row) => [`${row.sheet}:${row.at}`, row]));
  const refuse = (row: Reviewed<Made>, code: Note['code'], said: string): Reviewed<Made> => {
    const notes: Note[] = [...row.notes, { level: 'wrong', field: 'parent', code, said }];
    return { ...row, notes, level: 'wrong', made: null };
  };
  return rows.map((row) => {
    const { made } = row;
    if (made?.thing !== 'lots' || !made.parent || made.number === null) return row;
    const number = numberKey(made.number, made.library);
    const path = new Set<string>([number]);
    for (let next = parents.get(number); next !== undefined; next = parents.get(next)) {
      if (path.has(next)) return refuse(row, 'descends from itself', made.number);
      path.add(next);
    }
    const parent = 'at' in made.parent ? byPlace.get(`${made.parent.sheet}:${made.parent.at}`)?.made : null;
    if (parent?.thing !== 'lots') return row;
    if (parent.line.cropId !== made.line.cropId) return refuse(row, 'parent of another crop', parent.line.variety);
    const [own, before] = [made.harvested, parent.harvested].map((date) => (date === 'unknown' ? null : date));
    const shared = Math.min(own?.length ?? 0, before?.length ?? 0);
    return own && before && own.slice(0, shared) < before.slice(0, shared) ? refuse(row, 'parent younger', before) : row;
  });
}

function addLots(
  rows: readonly Reviewed<Made>[],
  { lineById }: Looking,
  lots: { readonly byNumber: Map<string, LotInFile>; readonly byLine: Map<string, LotInFile[]> },
): void {
  for (const { sheet, at, made } of rows) {
    if (made?.thing !== 'lots') continue;
    const line = lineKey(made.line.cropId, made.line.lineId, made.line.variety);
    const lot: LotInFile = {
      meant: { sheet, at },
      cropId: made.line.cropId,
      line,
      harvested: made.harvested === 'unknown' ? null : made.harvested,
      isHybrid: isHybridByName(made),
    };
    const key = made.number === null ? null : numberKey(made.number, made.library);
    if (key !== null && !lots.byNumber.has(key)) lots.byNumber.set(key, lot);
    lots.byLine.set(line, [...(lots.byLine.get(line) ?? []), lot]);
    // The line may be known by the time somebody asks for it by name.
    if (made.line.lineId !== null && !lineById.has(made.line.lineId)) throw new RangeError('a line that is not known');
  }
}

const isHybridByName = ({ kind, line }: LotMade): boolean => kind === 'F1' && !/^offspring of /i.test(line.variety);

function questionsOf(rows: readonly Reviewed<Made>[]): Question[] {
  const asked = new Map<string, { rows: number; note: Note; sheet: number }>();
  for (const { notes, sheet } of rows)
    for (const note of notes) {
      if (note.question === undefined) continue;
      const before = asked.get(note.question);
      if (before) before.rows += 1;
      else asked.set(note.question, { rows: 1, note, sheet });
    }
  return [...asked].map(([key, question]) => ({ key, ...question })).sort((one, other) => other.rows - one.rows);
}
