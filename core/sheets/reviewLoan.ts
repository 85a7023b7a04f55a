import { addMonths, addDays, type IsoDate } from '../calendar/plainDate.ts';
import type { Field } from './fields.ts';
import type { LotFound } from './findLot.ts';
import type { Looking } from './library.ts';
import type { LoanMade } from './made.ts';
import { readPerson } from './readPerson.ts';
import { readWhen, someDayOf, type Dating } from './readWhen.ts';
import { readYesNo, saysNothing } from './readYesNo.ts';
import { readCount, textOf, type Collector, type Row } from './row.ts';

/** What is lent in spring comes back when it is ripe: the year after for seed that takes two seasons. */
const MONTHS_OUT = { annual: 10, biennial: 20, perennial: 20 } as const;
const MOST_PACKETS = 100;
const LENT_IN_YEAR = '03-15';

const OUTCOMES: readonly (readonly [RegExp, NonNullable<LoanMade['closed']>['outcome']])[] = [
  [/\b(?:return\w*|back|yes|came home|brought)\b/i, 'returned'],
  [/\b(?:fail\w*|died|eaten|slugs|drought|lost crop|nothing)\b/i, 'failed crop'],
  [/\b(?:kept|keeps|still growing|hers|his|theirs)\b/i, 'kept on'],
  [/\b(?:written off|write off|gave up|lost|never|no reply|moved away)\b/i, 'written off'],
];

/** Reads a row as a loan of a lot that was found. */
export function reviewLoan(
  row: Row,
  lot: LotFound,
  looking: Looking,
  dating: (field: Field) => Dating,
  collect: Collector,
): LoanMade | null {
  const { library, matchPerson, answers } = looking;
  const { today } = library;
  const wrong = (field: Field, code: 'no member' | 'lot is a hybrid' | 'lot is on hold' | 'date unreadable') =>
    collect.say({ level: 'wrong', field, code, said: row.cell(field) });
  const member = collect.take(readPerson(row.cell('person'), { field: 'person', match: matchPerson, answers }));
  const on = collect.take(readWhen(row.cell('lentOn'), dating('lentOn')));
  if (!member) wrong('person', 'no member');
  if (lot.isHybrid) wrong('number', 'lot is a hybrid');
  if (lot.isOnHold) wrong('number', 'lot is on hold');
  const back = collect.take(readWhen(readYesNo(row.cell('returnedOn')) === null ? row.cell('returnedOn') : '', dating('returnedOn')));
  if (on === null || on === 'unknown') {
    if (collect.notes.every(({ field }) => field !== 'lentOn')) wrong('lentOn', 'date unreadable');
    return null;
  }
  if (!member || lot.isHybrid || lot.isOnHold) return null;
  const lentOn = someDayOf(on, today, LENT_IN_YEAR);
  if (on.length < 10)
    collect.say({ level: 'assumed', field: 'lentOn', code: 'date without a day', said: row.cell('lentOn'), taken: lentOn });
  return {
    thing: 'loans',
    lot: lot.meant,
    cropId: lot.cropId,
    member,
    packets: readCount(row.cell('packets'), 'packets', collect, MOST_PACKETS) ?? 1,
    lentOn,
    dueOn: readDue(row, lentOn, lot, looking, dating, collect),
    closed: readEnd(row, lentOn, back === 'unknown' ? null : back, today, collect),
    note: textOf(row, 'note', collect),
  };
}

function readDue(
  row: Row,
  lentOn: IsoDate,
  lot: LotFound,
  { library }: Looking,
  dating: (field: Field) => Dating,
  { take, say }: Collector,
): IsoDate {
  const crop = library.crops.find(({ id }) => id === lot.cropId)!;
  const usual = addMonths(lentOn, MONTHS_OUT[crop.lifeCycle as keyof typeof MONTHS_OUT]);
  // A day that lies ahead is just what is due: the reader's own limit is today.
  const written = take(readWhen(row.cell('dueOn'), { ...dating('dueOn'), today: addDays(library.today, 3 * 366) }));
  const due = written === null || written === 'unknown' ? null : someDayOf(written, '9999-12-31', '10-31');
  if (due !== null && due > lentOn) return due;
  say({ level: 'assumed', field: 'dueOn', code: 'due assumed', said: row.cell('dueOn'), taken: usual });
  return usual;
}

function readEnd(row: Row, lentOn: IsoDate, back: string | null, today: IsoDate, { say }: Collector): LoanMade['closed'] {
  const said = row.cell('outcome') || (readYesNo(row.cell('returnedOn')) === true ? 'returned' : '');
  if (saysNothing(said) && back === null) return null;
  const on = back === null ? today : someDayOf(back, today, '10-31');
  if (on < lentOn) {
    say({ level: 'wrong', field: 'returnedOn', code: 'returned before lent', said: row.cell('returnedOn'), taken: lentOn });
    return null;
  }
  if (saysNothing(said)) return { on, outcome: 'returned' };
  if (/^(?:open|out|lent|pending|waiting|not yet|no)$/i.test(said.trim())) return null;
  const outcome = OUTCOMES.find(([pattern]) => pattern.test(said))?.[1];
  if (!outcome) say({ level: 'doubtful', field: 'outcome', code: 'outcome unknown', said, taken: back === null ? 'open' : 'returned' });
  return outcome || back !== null ? { on, outcome: outcome ?? 'returned' } : null;
}
