import type { UndoProblem } from '#core/people/undo.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { grouped } from '#core/units/formatAmount.ts';
import type { Field, Thing } from '#core/sheets/fields.ts';
import type { LEFT_OUT } from '#core/sheets/findTable.ts';
import type { NewThing } from '#core/sheets/made.ts';
import type { Level, Note, NoteCode, Reading } from '#core/sheets/notes.ts';
import { undoProblemWords } from './undo.ts';

/** What a sheet is called that has no name. */
export const sheetNamed = (number: number): string => `Sheet ${number}`;

export const THING_WORDS: Readonly<Record<Thing, string>> = {
  lots: 'Seed lots',
  lines: 'Varieties',
  people: 'People',
  loans: 'Loans',
  tests: 'Germination tests',
  places: 'Storage places',
};

export const rowsCounted = (count: number): string => `${grouped(count)} ${count === 1 ? 'row' : 'rows'}`;

/** So many of a thing, as a sentence counts them. */
export const thingsCounted = (thing: Thing, count: number): string => {
  const [one, many] = COUNTED[thing];
  return `${grouped(count)} ${count === 1 ? one : many}`;
};
const COUNTED: Readonly<Record<Thing, readonly [string, string]>> = {
  lots: ['seed lot', 'seed lots'],
  lines: ['variety', 'varieties'],
  people: ['person', 'people'],
  loans: ['loan', 'loans'],
  tests: ['germination test', 'germination tests'],
  places: ['place', 'places'],
};

export const FIELD_WORDS: Readonly<Record<Field, string>> = {
  name: 'Crop and variety in one',
  crop: 'Crop',
  genus: 'Genus',
  species: 'Species',
  variety: 'Variety',
  kind: 'Open-pollinated or hybrid',
  number: 'Your number or code',
  library: 'Other library',
  ownParent: 'Grown from (our lot)',
  parent: 'Grown from (number)',
  harvested: 'Harvested',
  takenIn: 'Received',
  origin: 'How it was acquired',
  donor: 'Donor or grower',
  garden: 'Garden',
  firstSource: 'First source',
  plants: 'Plants saved from',
  generations: 'Seasons grown there',
  amount: 'Amount in stock',
  place: 'Storage place',
  container: 'Container',
  treated: 'Treated seed',
  isolation: 'Isolation',
  germination: 'Germination result',
  testedOn: 'Date of test',
  laid: 'Seeds tested',
  sprouted: 'Seeds sprouted',
  celsius: 'Temperature',
  humidity: 'Relative humidity',
  since: 'Measured on',
  aliases: 'Other names',
  story: 'Story',
  aim: 'Keep true or let adapt',
  person: 'Person',
  firstName: 'First name',
  lastName: 'Last name',
  email: 'E-mail',
  phone: 'Phone',
  isMember: 'Is a member',
  groupOf: 'Size of group',
  packets: 'Packets',
  lentOn: 'Lent on',
  dueOn: 'Due back on',
  returnedOn: 'Returned on',
  outcome: 'What became of it',
  note: 'Note',
};

export const LEVEL_WORDS: Readonly<Record<Level | 'known', string>> = {
  good: 'Ready',
  assumed: 'Ready, with assumptions',
  doubtful: 'To confirm',
  wrong: 'Cannot be imported yet',
  known: 'Already here',
};

export const LEFT_OUT_WORDS: Readonly<Record<(typeof LEFT_OUT)[number], string>> = {
  title: 'title',
  total: 'total',
  heading: 'heading for the rows below',
  'head again': 'repeated column heads',
};

const isDay = (text: string) => /^\d{4}(-\d\d(-\d\d)?)?$/.test(text);
/** A day as it is said, anything else as it stands. */
const shown = (text: string) => (isDay(text) ? formatDate(text) : text);

const SENTENCES: Readonly<Record<NoteCode, (said: string, taken: string) => string>> = {
  'crop unknown': (said) => `We don’t know a crop called “${said}”. Choose the crop, or correct the cell`,
  'crop unclear': (said) => `“${said}” can mean several crops. Choose which`,
  'crop nearly': (said, taken) => `“${said}” is read as ${taken}`,
  'crop from heading': (said) => `The crop is taken from the heading “${said}” above`,
  'crop from above': (said) => `The crop cell is empty, so it is taken from the row above: ${said}`,
  'no crop': () => 'No crop. Enter one, for example Tomato',
  'no variety': (_, taken) => `No variety name: it is kept as “${taken}”`,
  'variety nearly': (said, taken) => `“${said}” is read as ${taken}. Is it the same variety?`,
  'kind unreadable': (said) => `“${said}” does not say whether it is open-pollinated or a hybrid. It is kept as unknown`,
  'hybrids are not taken': () => 'An F1 hybrid: your house rules say that hybrids are not taken in',
  'date unreadable': (said) => `“${said}” is not a date we can read. Enter for example 12 Sep 2019, Sep 2019 or 2019`,
  'date impossible': (said) => `There is no such day: ${said}`,
  'date order': (said, taken) => `“${said}” is read as ${taken}. Day first, or month first?`,
  'date two readings': (said, taken) => `“${said}” is read as ${taken}. A month and year, or a day?`,
  'date from serial': (said, taken) => `${said} is a spreadsheet’s number for ${taken}`,
  'date of the zero day': (said) => `“${said}” is what spreadsheets show for an empty date, so it is left empty`,
  'date by season': (said, taken) => `“${said}” is kept as ${taken}`,
  'date two years': (said, taken) => `“${said}” is read as ${taken}`,
  'date approximate': (said, taken) => `“${said}” is kept as ${taken}`,
  'date without a day': (said, taken) => `Only “${shown(said)}” is known, so ${taken} is entered as the day`,
  'date in the future': (_, taken) => `${taken} is in the future`,
  'date too long ago': (_, taken) => `${taken} is too long ago to be right`,
  'amount unreadable': (said) =>
    `“${said}” is not an amount we can read. Enter for example 20 g, 300 seeds or 2 packets; leave it empty if nothing is left`,
  'amount too much': (said) => `${said} is more than a library holds of one lot. Check the number and its unit`,
  'amount without unit': (said) => `“${said}” has no unit. It is read as seeds`,
  'amount in packets': (said, taken) => `“${said}” is counted at ${taken} seeds a packet`,
  'amount approximate': (said) => `“${said}” is kept as an estimate`,
  'no amount': () => 'No amount: the lot is recorded with nothing in stock',
  'germination unreadable': (said) =>
    said === '' ? 'The number of seeds is missing' : `“${said}” is not a result we can read. Enter for example 8/10 or 80 %`,
  'germination without seeds': (said, taken) =>
    `“${said}” does not say how many seeds were tested. ${taken} are assumed, the fewest that fit`,
  'more sprouted than sown': (said) => `${said}: more sprouted than were tested`,
  'test without a day': () => 'The test has no date. Enter one; until then its result is kept in the note',
  'test before harvest': (said, taken) => `${said}: tested before the seed was harvested (${taken})`,
  'count unreadable': (said) => `“${said}” is not a whole number`,
  'yes or no unreadable': (said, taken) => `“${said}” is neither yes nor no. It is kept as ${taken}`,
  household: (said) => `“${said}” is entered as one household that borrows together`,
  'name turned round': (said, taken) => `“${said}” is entered as ${taken}`,
  'person nearly': (said) => `Is “${said}” somebody you already have?`,
  'no name': () => 'No name',
  'mail unreadable': (said) => `“${said}” is not an e-mail address, so it is left out`,
  'garden nearly': (said, taken) => `“${said}” is read as the garden ${taken}`,
  'place nearly': (said, taken) => `“${said}” is read as the place ${taken}`,
  'place unknown': (_, taken) => `No storage place: it goes to ${taken}`,
  'container unknown': (said, taken) => `“${said}” is not a container we know. It is kept as ${taken}`,
  'origin unknown': (said) => `“${said}” does not say how it was acquired. It is kept as donated`,
  'number twice': (said, taken) => `The number ${said} is also in row ${taken}`,
  'same row twice': (said) => `The same as row ${said}. Two lots, or one entered twice?`,
  'parent unknown': (said) => `There is no lot with the number “${said}” to be grown from`,
  'parent of another crop': (said) => `It cannot be grown from ${said}: that is another crop`,
  'parent younger': (said) => `It was harvested before the lot it was grown from (${shown(said)})`,
  'descends from itself': (said) => `Number ${said} would be grown from itself. Correct the column “${FIELD_WORDS.parent}”`,
  'lot unknown': (said) => `No lot fits “${said}”. Enter its number or code`,
  'lot unclear': (said, taken) => `${taken} lots fit “${said}”. Enter the number or code of one`,
  'lot is a hybrid': () => 'The lot is an F1 hybrid under its name, and those are not lent',
  'lot is on hold': () => 'The lot is on hold, so no loan of it can be entered',
  'no member': () => 'No name of a member',
  'outcome unknown': (said, taken) => `“${said}” does not say what became of the loan. It is kept as ${taken}`,
  'due assumed': (_, taken) => `No date by which it is due: ${taken} is entered`,
  'returned before lent': (said, taken) => `Returned ${said}, before it was lent (${taken})`,
  'temperature unreadable': (said) => `“${said}” is not a temperature we can read. Enter for example 8 or 46 F`,
  'humidity unreadable': (said) => `“${said}” is not a relative humidity. Enter for example 45 %`,
  'taken in assumed': (said, taken) => `Received ${said} is before the harvest, so ${taken} is entered`,
  'imported before': (said, taken) => `Imported before, from ${said}, row ${taken}. It is left out`,
  'changed since import': (said, taken) => `Number ${said} was imported before as lot ${taken}, and has changed since. It is left out`,
  'known already': (_, taken) => `${taken} is already here`,
  'text cut': (_, taken) => `The note is longer than ${taken} characters and is cut there`,
};

/** What a review says of a cell. */
export const noteWords = ({ code, said, taken }: Pick<Note, 'code' | 'said' | 'taken'>): string =>
  SENTENCES[code](said, taken === undefined ? '' : shown(taken));

/** What a question asks, over all rows that ask it. */
export function questionWords(key: string, note: Note, head: string): string {
  const kind = key.split(':')[0]!;
  const column = head === '' ? 'this column' : `“${head}”`;
  switch (kind) {
    case 'order':
      return `In which order are the dates in ${column}?`;
    case 'month and day':
      return `What is a date like “${note.said}” in ${column}?`;
    case 'date':
      return `Which year is meant by “${note.said}”?`;
    case 'unit':
      return `What does a bare number in ${column} count?`;
    case 'size':
      return 'How many seeds were tested where there is only a percentage?';
    case 'crop':
      return `Which crop is “${note.said}”?`;
    case 'variety':
      return `Is “${note.said}” one of these varieties?`;
    case 'person':
      return `Is “${note.said}” one of these people?`;
    case 'household':
      return `Is “${note.said}” one household, or one person?`;
    case 'garden':
      return `Is “${note.said}” one of these gardens?`;
    case 'place':
      return note.said === '' ? 'Where is the seed that has no storage place?' : `Is “${note.said}” one of these places?`;
    case 'twins':
      return 'Some rows appear twice. Are they two lots, or one entered twice?';
    case 'again':
      return `Number ${note.said} was imported before. Is this row the same lot, or another?`;
    default:
      return noteWords(note);
  }
}

/** One answer to a question. */
export function readingWords(key: string, { value, shows }: Reading): string {
  const kind = key.split(':')[0]!;
  if (value === 'new') return kind === 'person' ? `Somebody new: ${shows}` : `A new one: ${shows}`;
  switch (kind) {
    case 'order':
      return value === 'day first' ? `Day first (${shown(shows)})` : `Month first (${shown(shows)})`;
    case 'month and day':
      return value === 'day' ? `A day: ${shown(shows)}` : `A month: ${shown(shows)}`;
    case 'size':
      return value === 'fewest' ? 'The fewest that fit' : `${shows} seeds`;
    case 'unit':
      return ({ seeds: 'Seeds', g: 'Grams', kg: 'Kilograms', oz: 'Ounces', packets: 'Packets' } as Record<string, string>)[value] ?? value;
    case 'household':
      return value === 'household' ? `One household: ${shows}` : `One person: ${shows}`;
    case 'twins':
      return value === 'both' ? 'Two lots' : 'Entered twice: import once';
    case 'again':
      return value === 'another' ? 'Another lot: import it' : `The same as ${shows}: leave it out`;
    default:
      return shown(shows);
  }
}

type Trouble = { readonly code: string; readonly most?: number; readonly problem?: UndoProblem };

/** Why an import stands still. */
export function troubleWords({ code, most, problem }: Trouble): string {
  switch (code) {
    case 'empty file':
      return 'There is nothing in this file. Check that it was saved, and choose it again';
    case 'old workbook':
      return 'This is a workbook in the old .xls format. Open it and save it as .xlsx, .ods or .csv';
    case 'locked file':
      return 'This workbook is protected by a password. Save a copy without one';
    case 'web page':
      return 'This is a web page saved under the name of a workbook. Open it in a spreadsheet and save it as .xlsx, .ods or .csv';
    case 'not a sheet':
      return 'This file is not a spreadsheet. Choose a file that ends in .csv, .tsv, .xlsx or .ods';
    case 'damaged file':
      return 'This file cannot be opened: it seems to be damaged or incomplete. Save it again and choose it again';
    case 'too large':
      return 'This file takes too much room once it is unpacked. Split it into several files';
    case 'too many rows':
      return `This file has more than ${grouped(most ?? 0)} rows. Split it into several files`;
    case 'too many columns':
      return `This file has more than ${grouped(most ?? 0)} columns. Remove those you do not need`;
    case 'called off':
      return 'Stopped. Nothing was imported';
    case 'undo called off':
      return 'Stopped. The import stays as it was';
    case 'not undone':
      return problem ? undoProblemWords(problem) : 'This import could not be undone';
    case 'changed meanwhile':
      return 'The library has changed since you looked, and some rows mean something else now. Nothing was imported: look at the rows again';
    case 'not allowed':
      return 'You can no longer import. Nothing was imported: ask a coordinator';
    default:
      return 'Something went wrong. Nothing was imported: try again';
  }
}

export const STATE_WORDS = {
  'to read': 'Being read',
  columns: 'Waiting for you: columns',
  'to review': 'Being checked',
  reviewed: 'Waiting for you: rows',
  'to write': 'Being saved',
  'to undo': 'Being undone',
  done: 'Imported',
  failed: 'Could not be read',
  undone: 'Undone',
} as const;

/** What an import finds that is new to the library. */
export const newCounted = (what: NewThing, count: number): string => {
  const [one, many] = NEW_COUNTED[what];
  return `${grouped(count)} ${count === 1 ? one : many}`;
};
const NEW_COUNTED: Readonly<Record<NewThing, readonly [string, string]>> = {
  'new varieties': ['new variety', 'new varieties'],
  'new people': ['new person', 'new people'],
  'new places': ['new storage place', 'new storage places'],
  'new gardens': ['new garden', 'new gardens'],
};

/** What the background is doing. */
export const WORKING_WORDS = {
  'to read': 'Reading the file',
  'to review': 'Checking every row',
  'to write': 'Saving',
  'to undo': 'Undoing this import',
} as const;

/** What was answered to a question, in short. */
export function answeredWords(key: string, answer: string, crops: readonly { readonly value: string; readonly label: string }[]): string {
  const parts = key.split(':');
  const [kind, said] = [parts[0]!, parts.length > 1 ? parts.at(-1)! : ''];
  const words = readingWords(key, { value: answer, shows: said });
  switch (kind) {
    case 'crop':
      return `“${said}” is ${crops.find(({ value }) => value === answer)?.label ?? answer}`;
    case 'order':
      return answer === 'day first' ? 'Dates have the day first' : 'Dates have the month first';
    case 'month and day':
      return answer === 'day' ? 'A month and a number is a day' : 'A month and a number is a month of a year';
    case 'size':
      return answer === 'fewest' ? 'A percentage is of the fewest seeds that fit' : `A percentage is of ${answer} seeds`;
    case 'unit':
      return `A bare number counts ${words.toLowerCase()}`;
    case 'twins':
      return answer === 'both' ? 'Rows that appear twice are two lots' : 'Rows that appear twice are imported once';
    case 'household':
      return answer === 'household' ? `“${said}” is one household` : `“${said}” is one person`;
    default:
      return answer === 'new' || answer === 'another'
        ? `“${said}” is a new one`
        : answer.startsWith('= ')
          ? `“${said}” is ${answer.slice(2)}`
          : `“${said}” is one you have`;
  }
}
