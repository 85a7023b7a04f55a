import type { Looking } from './library.ts';
import type { PersonMade } from './made.ts';
import { readMail, readPerson } from './readPerson.ts';
import { readYesNo, saysNothing } from './readYesNo.ts';
import { readCount, textOf, type Collector, type Row } from './row.ts';

const LONGEST_PHONE = 40;

/** Reads a row as a person; null where it has no name. */
export function reviewPerson(row: Row, { matchPerson, answers }: Looking, collect: Collector): PersonMade | null {
  const name = row.cell('person') || [row.cell('firstName'), row.cell('lastName')].filter(Boolean).join(' ');
  const who = collect.take(readPerson(name, { field: row.has('person') ? 'person' : 'lastName', match: matchPerson, answers }));
  if (!who) {
    collect.say({ level: 'wrong', field: 'person', code: 'no name', said: name });
    return null;
  }
  if (who.id !== null) collect.say({ level: 'assumed', field: 'person', code: 'known already', said: name, taken: who.name });
  const size = readCount(row.cell('groupOf'), 'groupOf', collect, 10_000);
  return {
    thing: 'people',
    who,
    email: collect.take(readMail(row.cell('email'))),
    phone: saysNothing(row.cell('phone')) ? null : row.cell('phone').slice(0, LONGEST_PHONE),
    isMember: readMember(row, collect),
    groupOf: size !== null && size > 1 ? size : who.groupOf,
    garden: saysNothing(row.cell('garden')) ? null : row.cell('garden').slice(0, 80),
    note: textOf(row, 'note', collect),
  };
}

/** Whoever stands in a list of people is a member, unless it has a column that says otherwise. */
function readMember(row: Row, { say }: Collector): boolean {
  const said = row.cell('isMember');
  if (!row.has('isMember')) return true;
  if (saysNothing(said)) return false;
  const read = readYesNo(said);
  // A year or a date of joining says yes.
  if (read === null && !/\d{4}/.test(said)) say({ level: 'doubtful', field: 'isMember', code: 'yes or no unreadable', said, taken: 'yes' });
  return read !== false;
}
