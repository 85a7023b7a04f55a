import { addDays, earliestDay, isIsoDate, yearOf, type IsoDate, type PartialDate } from '../calendar/plainDate.ts';
import { parsePartialDate } from '../calendar/parsePartialDate.ts';
import type { Field } from './fields.ts';
import { noted, plainly, type Answers, type Note, type Read } from './notes.ts';
import { saysNothing, saysUnknown } from './readYesNo.ts';

export type Order = 'day first' | 'month first';

/** What reading dates of one column needs. */
export interface Dating {
  readonly field: Field;
  /** The order that other dates of the column prove, or null. */
  readonly order: Order | null;
  /** The question whose answer gives the order where none is proved. */
  readonly orderQuestion: string;
  /** The order that is taken until somebody answers. */
  readonly usual: Order;
  readonly answers: Answers;
  readonly today: IsoDate;
  readonly southern: boolean;
}

const SERIAL = /^\d{5}(?:\.\d+)?$/;
/** Day 0 of spreadsheets; serial numbers between 1954 and 2064 are taken for days. */
const DAY_ZERO = '1899-12-30';
const [FIRST_SERIAL, LAST_SERIAL] = [19_800, 60_200];
const SEASONS: Readonly<Record<string, string>> = { spring: '04', summer: '07', autumn: '10', fall: '10', winter: '12' };
const SEASONS_SOUTH: Readonly<Record<string, string>> = { spring: '10', summer: '01', autumn: '04', fall: '04', winter: '07' };
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const OLDEST_YEARS = 60;

/** Which order the dates of a column prove: a first number above 12 is a day, a second one too. Null where none does, or both. */
export function orderOfColumn(cells: Iterable<string>): Order | null {
  let [dayFirst, monthFirst] = [false, false];
  for (const cell of cells) {
    const match = /^\s*(\d{1,2})[./-](\d{1,2})[./-](?:\d{4}|\d{2})\b/.exec(cell);
    if (!match) continue;
    dayFirst ||= Number(match[1]) > 12;
    monthFirst ||= Number(match[2]) > 12;
  }
  if (dayFirst === monthFirst) return null;
  return dayFirst ? 'day first' : 'month first';
}

/** A year written with two digits: of this century up to next year, else of the last. */
const fullYear = (digits: string, today: IsoDate): number => {
  if (digits.length === 4) return Number(digits);
  const year = 2000 + Number(digits);
  return year <= yearOf(today) + 1 ? year : year - 100;
};

const two = (value: number | string) => String(value).padStart(2, '0');
const dayOf = (year: number, month: number | string, day: number | string): IsoDate | null => {
  const date = `${year}-${two(month)}-${two(day)}`;
  return isIsoDate(date) ? date : null;
};

/**
 * Reads a date as it stands in a spreadsheet, as exact as it is written: `2019`, `Sep 2019`, `12/9/19`, `43721`, `jul 21`, `autumn 2019`, `c. 2015`.
 * Where two readings are possible the likelier is taken and both are told.
 * @returns `unknown` where the cell says so; null with a note where nothing can be read, and without one for an empty cell
 */
export function readWhen(cell: string, dating: Dating): Read<PartialDate | 'unknown'> {
  const said = cell.trim();
  if (saysNothing(said)) return plainly<PartialDate>(null);
  if (saysUnknown(said)) return plainly<PartialDate | 'unknown'>('unknown');
  const { value, notes } = readWritten(said, dating);
  if (value === null) return { value, notes };
  const note = (code: Note['code']) =>
    noted<PartialDate>(null, ...notes, { level: 'wrong', field: dating.field, code, said, taken: value });
  if (earliestDay(value) > dating.today) return note('date in the future');
  if (yearOf(dating.today) - yearOf(value) > OLDEST_YEARS) return note('date too long ago');
  return { value, notes };
}

function readWritten(said: string, dating: Dating): Read<PartialDate> {
  const { field, today } = dating;
  const assume = (code: Note['code'], value: PartialDate) => noted(value, { level: 'assumed', field, code, said, taken: value });
  if (SERIAL.test(said)) {
    const serial = Math.floor(Number(said));
    if (serial >= FIRST_SERIAL && serial <= LAST_SERIAL) return assume('date from serial', addDays(DAY_ZERO, serial));
  }
  // As genebanks write it: a month or day that nobody knows is 00 or --.
  const packed = /^((?:19|20)\d\d)(0[0-9]|1[0-2]|--)([0-2]\d|3[01]|--)$/.exec(said);
  if (packed) {
    const [year, month, day] = [packed[1]!, packed[2]!, packed[3]!].map((part) => part.replace(/^(?:00|--)$/, ''));
    const date = [year, month, month && day].filter(Boolean).join('-');
    if (date.length < 10 || isIsoDate(date)) return plainly<PartialDate>(date);
  }
  // An empty cell that was made a date is shown as day 0, or as the first of January 1900 or 1904.
  if (/^[01]$/.test(said) || /^(?:1899-12-3[01]|1900-01-0[01]|0?[01][/.]0?1[/.](?:1900|00)|1904-01-01)\b/.test(said))
    return noted<PartialDate>(null, { level: 'assumed', field, code: 'date of the zero day', said });
  const text = said
    .toLowerCase()
    .replace(/[ t]00:00(?::00)?(?:\.0{1,6})?z?$/, '')
    .replace(/^(?:mon|tue|wed|thu|fri|sat|sun)[a-z]{0,6},? /, '')
    .replaceAll(/['’]/g, ' ')
    .trim();
  const about = /^(?:c\.?|ca\.?|circa|about|around|approx\.?|~|early|late|mid) ?(?=\d|[a-z])| ?\?{1,5}$/;
  if (about.test(text) && text.replace(about, '').trim() !== '') {
    const inner = readWritten(text.replace(about, '').trim(), dating);
    return inner.value === null
      ? inner
      : noted(inner.value, ...inner.notes, { level: 'assumed', field, code: 'date approximate', said, taken: inner.value });
  }
  return readNumbers(text, said, dating) ?? readWords(text, said, dating) ?? readPlain(text, said, field, today);
}

/** `12/9/2019`, `12.9.19`: in one of two orders, unless the numbers themselves say which. */
function readNumbers(text: string, said: string, { field, order, orderQuestion, usual, answers, today }: Dating): Read<PartialDate> | null {
  const match = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4}|\d{2})$/.exec(text);
  if (!match) return null;
  const year = fullYear(match[3]!, today);
  const [dayFirst, monthFirst] = [dayOf(year, match[2]!, match[1]!), dayOf(year, match[1]!, match[2]!)];
  if (dayFirst === null && monthFirst === null) return noted<PartialDate>(null, { level: 'wrong', field, code: 'date impossible', said });
  if (dayFirst === null || monthFirst === null || dayFirst === monthFirst) return plainly<PartialDate>(dayFirst ?? monthFirst);
  const settled = answers[orderQuestion] ?? order;
  if (settled) return plainly(settled === 'month first' ? monthFirst : dayFirst);
  const taken = usual === 'day first' ? dayFirst : monthFirst;
  const readings = [
    { value: 'day first', shows: dayFirst },
    { value: 'month first', shows: monthFirst },
  ];
  return noted(taken, { level: 'doubtful', field, code: 'date order', said, taken, question: orderQuestion, readings });
}

/** `autumn 2019`, `jul 21`, `2018/19`: words and years that leave something open. */
function readWords(text: string, said: string, { field, answers, today, southern }: Dating): Read<PartialDate> | null {
  const season =
    /^(spring|summer|autumn|fall|winter)\s*(?:of\s+)?(\d{4}|\d{2})(?:\s*[/-]\s*(?:\d{4}|\d{2}))?$/.exec(text) ??
    /^(\d{4})\s+(spring|summer|autumn|fall|winter)$/.exec(text);
  if (season) {
    const [word, digits] = Number.isNaN(Number(season[1])) ? [season[1]!, season[2]!] : [season[2]!, season[1]!];
    const taken = `${fullYear(digits, today)}-${(southern ? SEASONS_SOUTH : SEASONS)[word]!}`;
    return noted(taken, { level: 'assumed', field, code: 'date by season', said, taken });
  }
  const years = /^((?:19|20)\d\d)\s*[/–-]\s*((?:19|20)?\d\d)$/.exec(text);
  if (years && (years[2]!.length === 4 || Number(years[2]) > 12)) {
    const readings = [years[1]!, String(fullYear(years[2]!, today))].map((year) => ({ value: year, shows: year }));
    const question = `date:${field}:${text}`;
    const taken = readings.some(({ value }) => value === answers[question]) ? answers[question]! : years[1]!;
    return answers[question] === taken
      ? plainly(taken)
      : noted(taken, { level: 'doubtful', field, code: 'date two years', said, taken, question, readings });
  }
  const monthAndTwo = /^([a-z]{3,12})\.? ?[-/]? ?(\d{2})$/.exec(text);
  const month = monthAndTwo ? MONTHS.findIndex((name) => monthAndTwo[1]!.startsWith(name)) + 1 : 0;
  return monthAndTwo && month > 0 ? readMonthAndTwo(said, month, monthAndTwo[2]!, { field, answers, today }) : null;
}

/** `jul 21` is July 2021, or 21 July of the last year that had one. */
function readMonthAndTwo(
  said: string,
  month: number,
  digits: string,
  { field, answers, today }: Pick<Dating, 'field' | 'answers' | 'today'>,
): Read<PartialDate> {
  const inYear = `${fullYear(digits, today)}-${two(month)}`;
  const thisYear = dayOf(yearOf(today), month, digits);
  const onDay = thisYear !== null && thisYear <= today ? thisYear : dayOf(yearOf(today) - 1, month, digits);
  if (onDay === null) return plainly(inYear);
  const question = `month and day:${field}`;
  const settled = answers[question];
  if (settled) return plainly(settled === 'day' ? onDay : inYear);
  const readings = [
    { value: 'year', shows: inYear },
    { value: 'day', shows: onDay },
  ];
  return noted(inYear, { level: 'doubtful', field, code: 'date two readings', said, taken: inYear, question, readings });
}

function readPlain(text: string, said: string, field: Field, today: IsoDate): Read<PartialDate> {
  // `12 sep 19`, `sep-19-2019`, `'19`: a year of two digits is written out, for the reader that asks for four.
  const words = text.replace(
    /\b([a-z]{3,12}[\s./,-]{1,3}|\d{1,2}[\s./-]{1,3}[a-z]{3,12}[\s./-]{1,3})(\d{2})$/,
    (_, before: string, digits: string) => `${before}${fullYear(digits, today)}`,
  );
  const alone = /^\d{2}$/.exec(words);
  const american = /^([a-z]{3,12})[\s./-]{1,3}(\d{1,2})(?:st|nd|rd|th)?,?[\s./-]{1,3}(\d{4})$/.exec(words);
  const read = parsePartialDate(
    alone ? String(fullYear(alone[0], today)) : american ? `${american[2]} ${american[1]} ${american[3]}` : words,
  );
  if (read.ok) return plainly(read.date);
  return noted<PartialDate>(null, { level: 'wrong', field, code: read.why === 'impossible' ? 'date impossible' : 'date unreadable', said });
}

/** A day for what is known to the month or the year: the middle of it, or `inYear` (MM-DD) where only the year is known; never after today. */
export function someDayOf(date: PartialDate, today: IsoDate, inYear = '07-01'): IsoDate {
  const day = date.length === 10 ? date : date.length === 7 ? `${date}-15` : `${date}-${inYear}`;
  return day > today ? today : day;
}
