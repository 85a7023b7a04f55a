import type { Field } from './fields.ts';
import type { Looking } from './library.ts';
import type { PlaceMade } from './made.ts';
import { readWhen, someDayOf, type Dating } from './readWhen.ts';
import { saysNothing } from './readYesNo.ts';
import type { Collector, Row } from './row.ts';

const [COLDEST, WARMEST] = [-40, 50];
const LONGEST_NAME = 60;

/** Reads a row as a place with its conditions. */
export function reviewPlace(
  row: Row,
  { library, matchPlace }: Looking,
  dating: (field: Field) => Dating,
  collect: Collector,
): PlaceMade | null {
  const name = row.cell('place').trim().slice(0, LONGEST_NAME);
  if (saysNothing(name)) {
    collect.say({ level: 'wrong', field: 'place', code: 'no name', said: name });
    return null;
  }
  const known = matchPlace(name).exact[0];
  if (known) collect.say({ level: 'assumed', field: 'place', code: 'known already', said: name, taken: known.name });
  const celsius = readFigure(row, 'celsius', collect);
  const percent = readFigure(row, 'humidity', collect);
  const humidity = percent === null ? null : percent > 1 ? percent / 100 : percent;
  if (celsius !== null && (celsius < COLDEST || celsius > WARMEST))
    collect.say({ level: 'wrong', field: 'celsius', code: 'temperature unreadable', said: row.cell('celsius') });
  if (humidity !== null && !(humidity > 0 && humidity <= 1))
    collect.say({ level: 'wrong', field: 'humidity', code: 'humidity unreadable', said: row.cell('humidity') });
  const since = collect.take(readWhen(row.cell('since'), dating('since')));
  const climate =
    celsius === null || humidity === null
      ? null
      : { celsius, humidity, since: since === null || since === 'unknown' ? library.today : someDayOf(since, library.today, '01-01') };
  return { thing: 'places', place: known ?? { id: null, name }, climate };
}

function readFigure(row: Row, field: 'celsius' | 'humidity', { say }: Collector): number | null {
  const said = row.cell(field).trim();
  if (saysNothing(said)) return null;
  const match =
    /^(?:about|abt|c\.?|~)? ?(-?\d{1,3}(?:[.,]\d{1,2})?)(?: ?(?:-|–|to) ?(\d{1,3}(?:[.,]\d{1,2})?))?(?: ?(° ?[cf]|[cf]|%|percent|rh|% ?rh))?\.?$/i.exec(
      said,
    );
  if (!match) {
    say({ level: 'wrong', field, code: field === 'celsius' ? 'temperature unreadable' : 'humidity unreadable', said });
    return null;
  }
  const [low, high] = [match[1]!, match[2] ?? match[1]!].map((part) => Number(part.replace(',', '.')));
  const figure = (low! + high!) / 2;
  return /f$/i.test(match[3] ?? '') ? Math.round((((figure - 32) * 5) / 9) * 10) / 10 : figure;
}
