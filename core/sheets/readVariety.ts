import type { Kind } from '../lots/words.ts';
import type { Looking, SheetCrop, InFile } from './library.ts';
import { nameKey, nearNames } from './matchNames.ts';
import { readNames, type NamesSaid } from './readNames.ts';
import type { Collector, Row } from './row.ts';

/** A variety in a sheet: the line it belongs to, or a line to be made. */
export interface Variety {
  readonly crop: SheetCrop;
  readonly lineId: number | null;
  readonly name: string;
  readonly kind: Kind | null;
  readonly cropSaid: string;
}

/** Names of a sheet's varieties in so many rows, so that the one that is spelled otherwise once is found. */
export type NamesInFile = ReadonlyMap<
  string,
  { readonly byKey: ReadonlyMap<string, InFile>; readonly near: (name: string) => readonly { readonly name: string }[] }
>;

/** Letters from which one slip is more likely than another name. */
const LONG = 6;

/** What a row says of its crop and variety; a species stands in for a crop's name. */
export const namesOf = (row: Row, above: string | null): NamesSaid => ({
  name: row.cell('name'),
  crop: row.cell('crop') || (row.cell('species') && `${row.cell('genus')} ${row.cell('species')}`.trim()),
  variety: row.cell('variety').split(';')[0]!,
  heading: row.heading,
  above,
});

/**
 * The variety that a row is about. A name nearly like a known one, or like one that stands more often in the sheet, asks which is meant.
 * @param above the crop of the row above
 */
export function readVariety(row: Row, above: string | null, looking: Looking, inFile: NamesInFile, collect: Collector): Variety | null {
  const { readCrop, library, answers } = looking;
  const said = namesOf(row, above);
  const names = collect.take(readNames(said, { readCrop, crops: library.crops, answers }));
  if (!names) return null;
  const { crop, variety, kind, cropSaid } = names;
  const known = (id: number): Variety => ({ crop, lineId: id, name: looking.lineById.get(id)!.name, kind, cropSaid });
  const fresh = (name: string): Variety => ({ crop, lineId: null, name, kind, cropSaid });
  const { exact, near } = looking.matchLine(crop.id, variety);
  if (exact.length > 0) return known(exact[0]!.id);
  const key = nameKey(variety);
  const question = `variety:${crop.id}:${key}`;
  const own = inFile.get(crop.id);
  const rowsOf = (name: string) => own?.byKey.get(nameKey(name))?.rows ?? 0;
  const likeness = own?.near(variety).filter(({ name }) => rowsOf(name) > rowsOf(variety)) ?? [];
  const candidates = [
    ...near.map(({ id }) => ({ value: String(id), shows: looking.lineById.get(id)!.name })),
    ...likeness.map(({ name }) => ({ value: `= ${name}`, shows: name })),
  ].filter(({ shows }, index, all) => all.findIndex((other) => nameKey(other.shows) === nameKey(shows)) === index);
  if (candidates.length === 0) return fresh(variety);
  const answer = answers[question];
  const isLikely = key.length >= LONG;
  const taken = candidates.find(({ value }) => value === answer) ?? (answer === undefined && isLikely ? candidates[0]! : null);
  if (answer === undefined)
    collect.say({
      level: 'doubtful',
      field: row.cell('variety') ? 'variety' : 'name',
      code: 'variety nearly',
      said: variety,
      taken: taken?.shows ?? variety,
      question,
      readings: [...candidates, { value: 'new', shows: variety }],
    });
  if (taken === null) return fresh(variety);
  return taken.value.startsWith('= ') ? fresh(taken.shows) : known(Number(taken.value));
}

/** Counts the varieties of a sheet by crop. */
export function namesInFile(varieties: Iterable<{ readonly cropId: string; readonly name: string }>): NamesInFile {
  const counted = new Map<string, Map<string, InFile>>();
  for (const { cropId, name } of varieties) {
    const ofCrop = counted.get(cropId) ?? new Map<string, InFile>();
    const key = nameKey(name);
    const before = ofCrop.get(key);
    ofCrop.set(key, { name: before?.name ?? name, rows: (before?.rows ?? 0) + 1 });
    counted.set(cropId, ofCrop);
  }
  return new Map(
    [...counted].map(([cropId, byKey]) => [cropId, { byKey, near: nearNames([...byKey.values()].map(({ name }, id) => ({ id, name }))) }]),
  );
}
