import { earliestDay, yearOf, type IsoDate, type PartialDate } from '../calendar/plainDate.ts';
import { originOfSource } from '../exchange/passportDescriptors.ts';
import type { Method } from '../isolation/barriers.ts';
import type { Kind, Origin } from '../lots/words.ts';
import type { Container } from '../stock/containers.ts';
import { yearInHead } from './fields.ts';
import type { Looking } from './library.ts';
import type { LotMade, LotMeant, Placed, TestMade } from './made.ts';
import { tidyName, readKind } from './readNames.ts';
import { readGerminated } from './readGerminated.ts';
import { readHowMuch, unitInHead } from './readHowMuch.ts';
import { readPerson } from './readPerson.ts';
import type { NamesInFile } from './readVariety.ts';
import { readWarmth, reviewCounts } from './reviewTest.ts';
import { readVariety, type Variety } from './readVariety.ts';
import { readWhen, someDayOf, type Dating } from './readWhen.ts';
import { readYesNo, saysNothing, saysUnknown } from './readYesNo.ts';
import { collector, readCount, textOf, type Collector, type Row } from './row.ts';
import type { Field } from './fields.ts';

/** What reading a row of lots needs besides its cells. */
export interface LotReading {
  readonly looking: Looking;
  readonly inFile: NamesInFile;
  readonly dating: (field: Field) => Dating;
  readonly above: string | null;
  /** What the sheet's own numbers name. */
  readonly parentOf: (row: Row) => LotMeant | null;
}

/** The day of a test of which only the year is known: at the end of winter, or in December of the harvest's own year. */
const TESTED_IN_YEAR = '02-01';
const TESTED_AFTER_HARVEST = '12-01';

/** Where seed lies of which the sheet does not say it, in a library that has no place yet. */
const SOME_PLACE = 'Shelf';

/** Reads a row as a lot: what would be made of it; null where its crop is not known. */
export function reviewLot(
  row: Row,
  reading: LotReading,
  collect: Collector,
): { readonly lot: LotMade | null; readonly cropSaid: string | null } {
  const { looking, inFile, dating, above } = reading;
  const { library } = looking;
  const variety = readVariety(row, above, looking, inFile, collect);
  if (!variety) return { lot: null, cropSaid: null };
  const kind = readBreeding(row, variety, collect);
  if (kind === 'F1' && !library.takesHybrids)
    collect.say({ level: 'wrong', field: 'kind', code: 'hybrids are not taken', said: row.cell('kind') || variety.name });
  const harvested = collect.take(readWhen(row.cell('harvested'), dating('harvested')));
  const dated = harvested === 'unknown' ? null : harvested;
  const tests = readTests(row, dated, reading, collect);
  const takenInOn = readTakenIn(row, dated, tests.made, reading, collect);
  const parentField = saysNothing(row.cell('ownParent')) ? 'parent' : 'ownParent';
  const parentSaid = row.cell(parentField);
  const parent = saysNothing(parentSaid) ? null : reading.parentOf(row);
  if (!parent && !saysNothing(parentSaid)) collect.say({ level: 'doubtful', field: parentField, code: 'parent unknown', said: parentSaid });
  const amount = readAmount(row, variety, looking, collect);
  const isolation = row.cell('isolation');
  const lot: LotMade = {
    thing: 'lots',
    line: { cropId: variety.crop.id, lineId: variety.lineId, variety: variety.name },
    kind,
    number: saysNothing(row.cell('number')) ? null : row.cell('number').slice(0, 60),
    library: libraryOf(row),
    parent,
    harvested,
    takenInOn,
    origin: readOrigin(row, parent !== null, collect),
    donor: collect.take(readPerson(row.cell('donor'), { field: 'donor', match: looking.matchPerson, answers: looking.answers })),
    garden: readGarden(row.cell('garden'), looking, collect),
    firstSource: saysNothing(row.cell('firstSource')) ? null : row.cell('firstSource').slice(0, 200),
    plants: readCount(row.cell('plants'), 'plants', collect),
    generations: readCount(row.cell('generations'), 'generations', collect, 200),
    ...amount,
    place: readPlace(row, looking, collect),
    container: readContainer(row, collect),
    treated: row.has('treated') ? readTreated(row.cell('treated'), collect) : null,
    methods: row.has('isolation') && !saysNothing(isolation) ? methodsIn(isolation) : null,
    tests: tests.made,
    note: textOf(row, 'note', collect, [...(isolation ? [`Isolation: ${isolation}`] : []), ...tests.left]),
  };
  return { lot, cropSaid: variety.cropSaid };
}

/** The other library that a row of lots comes from. */
export const libraryOf = (row: Row): string | null => (saysNothing(row.cell('library')) ? null : row.cell('library').trim().slice(0, 120));

function readBreeding(row: Row, variety: Variety, { say }: Collector): Kind {
  const [own] = row.cells('kind');
  if (!own || saysNothing(own.said)) return variety.kind ?? 'unknown';
  const kind = readKind(own.said, own.head);
  if (kind === null) say({ level: 'doubtful', field: 'kind', code: 'kind unreadable', said: own.said, taken: variety.kind ?? 'unknown' });
  return kind ?? variety.kind ?? 'unknown';
}

/** When the library had it first: as it is written, else by its first test, else today. */
function readTakenIn(
  row: Row,
  harvested: PartialDate | null,
  tests: readonly TestMade[],
  { looking, dating }: LotReading,
  { take, say }: Collector,
): IsoDate {
  const { today } = looking.library;
  const written = take(readWhen(row.cell('takenIn'), dating('takenIn')));
  const first = tests.map(({ laidOn }) => laidOn).sort()[0];
  if (written !== null && written !== 'unknown') {
    const day = someDayOf(written, today, harvested?.startsWith(written) ? '12-31' : '07-01');
    if (harvested === null || yearOf(day) >= yearOf(harvested)) return day;
    say({ level: 'doubtful', field: 'takenIn', code: 'taken in assumed', said: row.cell('takenIn'), taken: first ?? today });
  }
  return first ?? today;
}

/** Tests of a lot's own row: one column for each year, or a result beside its date. What cannot be dated goes into the note. */
function readTests(
  row: Row,
  harvested: PartialDate | null,
  { looking, dating }: LotReading,
  collect: Collector,
): { readonly made: TestMade[]; readonly left: string[] } {
  const { take, say } = collect;
  const { answers, library } = looking;
  const columns = row.cells('germination');
  const [made, left]: [TestMade[], string[]] = [[], []];
  const celsius = readWarmth(row.cell('celsius'), collect);
  for (const { said, head, column } of columns) {
    const laid = columns.length === 1 ? readSmall(row.cell('laid')) : null;
    // A result that cannot be read keeps nobody's seed out: it stays in the note.
    const read = readGerminated(said, { answers, question: `size:${row.sheet}`, laid, column });
    const germinated = take({
      ...read,
      notes: read.notes.map((note) => (note.level === 'wrong' ? { ...note, level: 'doubtful' as const } : note)),
    });
    if (!germinated && read.notes.length > 0) left.push(`${head || 'germination'}: ${said}`);
    if (!germinated) continue;
    const year = yearInHead(head);
    const written = year === null ? take(readWhen(row.cell('testedOn'), dating('testedOn'))) : String(year);
    if (written === null || written === 'unknown') {
      say({ level: 'doubtful', field: 'germination', column, code: 'test without a day', said });
      left.push(`${head || 'germination'}: ${said}`);
      continue;
    }
    const isOfHarvest = harvested !== null && yearOf(harvested) === yearOf(written);
    const laidOn = someDayOf(written, library.today, isOfHarvest ? TESTED_AFTER_HARVEST : TESTED_IN_YEAR);
    if (harvested !== null && laidOn < earliestDay(harvested)) {
      left.push(`${head || 'germination'}: ${said}`);
      say({
        level: 'doubtful',
        field: 'germination',
        column,
        code: 'test before harvest',
        said: `${head || 'test'} ${said}`.trim(),
        taken: harvested,
      });
      continue;
    }
    if (written.length < 10)
      say({ level: 'assumed', field: 'germination', column, code: 'date without a day', said: written, taken: laidOn });
    made.push({ ...germinated, laidOn, celsius, note: null });
  }
  if (columns.length === 0 && row.cell('sprouted') !== '') {
    const own = collector();
    const counted = reviewCounts(row, own);
    for (const note of own.notes) say({ ...note, level: 'doubtful' });
    const on = counted && take(readWhen(row.cell('testedOn'), dating('testedOn')));
    if (counted && on && on !== 'unknown' && (harvested === null || yearOf(on) >= yearOf(harvested)))
      made.push({ ...counted, laidOn: someDayOf(on, library.today, TESTED_IN_YEAR), celsius, note: null });
    else left.push(['sprouted', row.cell('sprouted'), 'of', row.cell('laid')].join(' '));
  }
  return { made: made.sort((one, other) => one.laidOn.localeCompare(other.laidOn)), left };
}

const readSmall = (cell: string): number | null => (/^\d{1,3}$/.test(cell.trim()) ? Number(cell) : null) || null;

function readAmount(row: Row, { crop }: Variety, { answers }: Looking, { take, say }: Collector): Pick<LotMade, 'amount' | 'typed'> {
  const [own] = row.cells('amount');
  if (!own) {
    if (row.has('amount')) say({ level: 'assumed', field: 'amount', code: 'no amount', said: '' });
    return { amount: null, typed: null };
  }
  const { said, head, column } = own;
  const amount = take(
    readHowMuch(said, {
      field: 'amount',
      unit: unitInHead(head),
      unitQuestion: `unit:${row.sheet}:${column}`,
      answers,
      packet: crop.packet,
      density: crop.density,
    }),
  );
  return { amount: amount === 'none' ? null : amount, typed: amount === null || amount === 'none' ? null : said.slice(0, 100) };
}

const ORIGIN_WORDS: readonly (readonly [RegExp, Origin])[] = [
  [/\b(?:bought|purchased?|shop|catalogue|commercial|ordered)\b/i, 'bought'],
  [/\b(?:donat\w*|gift|given|gave|swap\w*|exchange\w*|traded|saved|own|home)\b/i, 'donated'],
  [/\b(?:found|rescued|wild|volunteers?|self-?sown)\b/i, 'found'],
  [/\b(?:market|stall|supermarket|greengrocer|fruit shop)\b/i, 'market fruit'],
  [/\b(?:return\w*|loan|member)\b/i, 'donated'],
  [/\b(?:grow-?out|regenerat\w*)\b/i, 'donated'],
];

function readOrigin(row: Row, hasParent: boolean, { say }: Collector): Origin {
  if (hasParent) return 'returned';
  const said = row.cell('origin');
  if (saysNothing(said) || saysUnknown(said)) return 'donated';
  const origin = originOfSource(said.trim()) ?? ORIGIN_WORDS.find(([pattern]) => pattern.test(said))?.[1];
  if (!origin) say({ level: 'assumed', field: 'origin', code: 'origin unknown', said, taken: 'donated' });
  return origin ?? 'donated';
}

function readGarden(cell: string, { matchGarden, answers }: Looking, { say }: Collector): Placed | null {
  if (saysNothing(cell) || saysUnknown(cell)) return null;
  const name = tidyName(cell).slice(0, 80);
  return asKnown(name, cell, 'garden', matchGarden(name), answers, say);
}

/** A known garden or place, or one nearly so that asks, or a new one. */
function asKnown(
  name: string,
  said: string,
  field: 'garden' | 'place',
  { exact, near }: ReturnType<Looking['matchGarden']>,
  answers: Looking['answers'],
  say: Collector['say'],
): Placed {
  if (exact.length > 0) return exact[0]!;
  const question = `${field}:${name.toLowerCase()}`;
  const chosen = near.find(({ id }) => String(id) === answers[question]);
  if (chosen) return chosen;
  if (near.length > 0 && answers[question] !== 'new') {
    const readings = [...near.map(({ id, name: called }) => ({ value: String(id), shows: called })), { value: 'new', shows: name }];
    say({
      level: 'doubtful',
      field,
      code: field === 'garden' ? 'garden nearly' : 'place nearly',
      said,
      taken: near[0]!.name,
      question,
      readings,
    });
    return near[0]!;
  }
  return { id: null, name };
}

function readPlace(row: Row, { library, matchPlace, answers }: Looking, { say }: Collector): Placed {
  const said = row.cell('place');
  if (!saysNothing(said) && !saysUnknown(said)) return asKnown(said.trim().slice(0, 60), said, 'place', matchPlace(said), answers, say);
  const question = 'place:';
  const [first] = library.places;
  const readings = library.places.map(({ id, name }) => ({ value: String(id), shows: name }));
  const taken = library.places.find(({ id }) => String(id) === answers[question]) ?? first ?? { id: null, name: SOME_PLACE };
  if (answers[question] === undefined)
    say({
      level: 'assumed',
      field: 'place',
      code: 'place unknown',
      said: '',
      taken: taken.name,
      ...(readings.length > 1 && { question, readings }),
    });
  return taken;
}

const CONTAINER_WORDS: readonly (readonly [RegExp, Container])[] = [
  [/\b(?:jar|glass|bottle|vial|tube)s?\b/i, 'jar'],
  [/\b(?:tin|can|metal)s?\b/i, 'tin'],
  [/\b(?:plastic|zip|poly|foil|bag)s?\b/i, 'plastic bag'],
  [/\b(?:envelope|paper|packet|pkt|coin)s?\b/i, 'paper envelope'],
  [/\b(?:box|carton|tub|drawer|crate)(?:es)?\b/i, 'box'],
];

function readContainer(row: Row, { say }: Collector): Container {
  const [said, place] = [row.cell('container'), row.cell('place')];
  const found = CONTAINER_WORDS.find(([pattern]) => pattern.test(said))?.[1];
  if (found) return found;
  if (!saysNothing(said)) say({ level: 'assumed', field: 'container', code: 'container unknown', said, taken: 'paper envelope' });
  return /\bjars?\b/i.test(place) ? 'jar' : 'paper envelope';
}

function readTreated(cell: string, { say }: Collector): LotMade['treated'] {
  if (saysNothing(cell)) return null;
  const read = readYesNo(cell);
  if (read === null) say({ level: 'doubtful', field: 'treated', code: 'yes or no unreadable', said: cell, taken: 'unknown' });
  return read ?? 'unknown';
}

const METHOD_WORDS: readonly (readonly [RegExp, Method])[] = [
  [/\balternat/i, 'alternate cages'],
  [/\b(?:cage[ds]?|netted|net|mesh|tent|polytunnel|tunnel)\b/i, 'cage'],
  [/\b(?:bag(?:s|ged)?|organza)\b/i, 'bags'],
  [/\bhand[- ]?poll/i, 'hand pollination'],
  [/\b(?:hedge|wall|barrier|building)s?\b/i, 'barrier'],
  [/\b(?:distance|apart|\d+ ?(?:m|km|ft|metres|meters|feet|yards|miles?)|only one grown|alone)\b/i, 'distance'],
  [/\b(?:time|early|late|staggered)\b/i, 'time'],
];

function methodsIn(said: string): Method[] {
  if (readYesNo(said) === false) return ['none'];
  const found = METHOD_WORDS.filter(([pattern]) => pattern.test(said)).map(([, method]) => method);
  if (found.includes('alternate cages')) return found.filter((method) => method !== 'cage');
  return found.length > 0 ? found : ['unknown'];
}
