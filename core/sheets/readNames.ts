import { kindOfStatus } from '../exchange/passportDescriptors.ts';
import type { Kind } from '../lots/words.ts';
import type { Field } from './fields.ts';
import { noted, type Answers, type Note, type Read } from './notes.ts';
import type { CropRead } from './readCrop.ts';
import { saysNothing, saysUnknown } from './readYesNo.ts';
import { tidyCell } from './findTable.ts';

/** What a sheet says of a variety, in however many cells. */
export interface NamesSaid {
  /** Crop and variety in one cell. */
  readonly name: string;
  readonly crop: string;
  readonly variety: string;
  readonly heading: string | null;
  /** The crop of the row above, where cells were merged downwards. */
  readonly above: string | null;
}

export interface NamesRead<Crop> {
  readonly crop: Crop;
  readonly variety: string;
  /** What stands in the name about how it breeds. */
  readonly kind: Kind | null;
  /** The crop as this row gives it, for the rows below. */
  readonly cropSaid: string;
}

type ReadCrop<Crop> = (text: string) => CropRead<Crop>;

/** What a lot without a variety's name is kept under. */
const UNNAMED = 'Unnamed';

const KINDS: readonly (readonly [RegExp, Kind])[] = [
  [/\bf[- ]?1\b(?:\s*hybrid)?|\bhybrid\b|\bhyb\b\.?/i, 'F1'],
  [/\b(?:op|o\.p\.?|open[- ]pollinated)(?=\W|$)/i, 'open-pollinated'],
  [/\b(?:heirloom|heritage|farm[- ]kept)\b/i, 'heirloom'],
  [/\b(?:crossed|cross)\b/i, 'crossed'],
  [/\b(?:mix|mixed|mixture|landrace|grex)\b/i, 'mixture'],
];

/** How it breeds, as a cell of its own says it: `OP`, `F1`, `hybrid: no`; null where it says neither. */
export function readKind(cell: string, head: string): Kind | null {
  if (saysUnknown(cell)) return 'unknown';
  const status = kindOfStatus(cell.trim());
  if (status) return status;
  const named = KINDS.find(([pattern]) => pattern.test(cell));
  if (named) return named[1];
  const isAboutHybrids = /hybrid|f1/i.test(head);
  if (/^(?:y|yes|x|true|1|✓)$/i.test(cell.trim())) return isAboutHybrids ? 'F1' : 'open-pollinated';
  if (/^(?:n|no|false|0)$/i.test(cell.trim())) return isAboutHybrids ? 'open-pollinated' : 'unknown';
  return null;
}

/** Takes what says how it breeds out of a name: `Ruby Lamp OP` is Ruby Lamp. A mixture keeps the word in its name. */
function withoutKind(text: string): { readonly text: string; readonly kind: Kind | null } {
  const found = KINDS.find(([pattern]) => pattern.test(text));
  if (!found) return { text, kind: null };
  const [pattern, kind] = found;
  const rest = text
    .replace(pattern, ' ')
    .replaceAll(/\( ?\)|\[ ?\]/g, ' ')
    .replaceAll(/\s+/g, ' ')
    .trim()
    .replace(/(?: ?[,;:-]){1,3}$/, '');
  return { text: kind === 'mixture' || kind === 'crossed' || rest === '' ? text : rest, kind };
}

/** A name in capitals or all in small letters is written as names are; quotes around it go. */
export function tidyName(text: string): string {
  const plain = text
    .replaceAll(/[\u200e\u200f\u202a-\u202e\u2066-\u2069\ufeff]/g, '')
    .trim()
    .replace(/^['"‘’“”]{1,2}/, '')
    .replace(/['"‘’“”]{1,2}$/, '')
    .replaceAll(/\s+/g, ' ')
    .trim();
  const isShouted = plain.length > 3 && plain === plain.toUpperCase() && /[A-Z]{3}/.test(plain);
  if (!isShouted && plain !== plain.toLowerCase()) return plain;
  return (isShouted ? plain.toLowerCase() : plain).replaceAll(/(?<=^|[\s-])\p{Ll}/gu, (letter) => letter.toUpperCase());
}

const isCrop = (read: CropRead<unknown>, firmly: boolean): boolean =>
  read.is === 'exact' || read.is === 'several' || (!firmly && read.is === 'nearly');

/** Parts a cell with crop and variety: by quotes, brackets, a dash or comma, else by the words that it begins or ends with. */
function partName<Crop>(text: string, readCrop: ReadCrop<Crop>, onlyFirmly = false): { readonly crop: string; readonly variety: string } {
  const quoted = /['"‘“]([^'"‘’“”]{2,60})['"’”]/.exec(text);
  const around = quoted ? tidyCell(text.replace(quoted[0], ' ')) : '';
  if (quoted && isCrop(readCrop(around), false)) return { crop: around, variety: quoted[1]! };
  const bracketed = /^([^()]{1,100})\(([^()]{1,60})\)$/.exec(text);
  const halves = (bracketed ? [bracketed[1]!, bracketed[2]!] : text.split(/ [-–—] |[,:;|/]/)).map((half) => half.trim());
  if (halves.length > 1) {
    const [first, rest] = [halves[0]!, halves.slice(1).join(' ')];
    if (isCrop(readCrop(first), true)) return { crop: first, variety: rest };
    if (isCrop(readCrop(rest), true)) return { crop: rest, variety: first };
    if (isCrop(readCrop(first), false)) return { crop: first, variety: rest };
  }
  const words = text.split(/\s+/);
  for (const firmly of onlyFirmly ? [true] : [true, false])
    for (let taken = Math.min(3, words.length); taken > 0; taken -= 1) {
      const [begin, after] = [words.slice(0, taken).join(' '), words.slice(taken).join(' ')];
      if (isCrop(readCrop(begin), firmly)) return { crop: begin, variety: after };
      const [before, end] = [words.slice(0, -taken).join(' '), words.slice(-taken).join(' ')];
      // A variety's last word that happens to be nearly a crop's is the variety's.
      if (firmly && isCrop(readCrop(end), true)) return { crop: end, variety: before };
    }
  return { crop: '', variety: text };
}

/**
 * Reads crop and variety, from one cell or two, with the heading or the row above where a cell is empty.
 * @param asks which column the notes belong to
 */
export function readNames<Crop extends { readonly id: string; readonly name: string }>(
  said: NamesSaid,
  { readCrop, crops, answers }: { readonly readCrop: ReadCrop<Crop>; readonly crops: readonly Crop[]; readonly answers: Answers },
): Read<NamesRead<Crop>> {
  const field: Field = said.name ? 'name' : 'crop';
  const notes: Note[] = [];
  const own = withoutKind(said.name.trim());
  const parted = own.text === '' ? { crop: '', variety: '' } : partName(own.text, readCrop);
  const columns = { crop: said.crop.trim(), ...withoutKind(said.variety.trim()) };
  let cropSaid = columns.crop || parted.crop;
  // A sheet whose variety column says both, below no column of crops.
  let variety = columns.text || parted.variety;
  if (cropSaid === '' && said.heading) {
    cropSaid = said.heading;
    notes.push({ level: 'assumed', field, code: 'crop from heading', said: said.heading, taken: said.heading });
  } else if (cropSaid === '' && variety !== '') {
    // Below a row with a crop an empty cell means the same one, unless the variety names another.
    const inVariety = partName(variety, readCrop, said.above !== null);
    if (inVariety.crop !== '' && inVariety.variety !== '') [cropSaid, variety] = [inVariety.crop, inVariety.variety];
    else if (said.above) {
      cropSaid = said.above;
      notes.push({ level: 'assumed', field, code: 'crop from above', said: said.above, taken: said.above });
    }
  }
  if (cropSaid === '')
    return noted<NamesRead<Crop>>(null, ...notes, { level: 'wrong', field, code: 'no crop', said: said.name || said.variety });
  const crop = whichCrop(cropSaid, { field, readCrop, crops, answers }, notes);
  if (!crop) return { value: null, notes };
  const name = tidyName(saysNothing(variety) ? '' : variety);
  if (name === '')
    notes.push({
      level: 'doubtful',
      field: said.name ? 'name' : 'variety',
      code: 'no variety',
      said: said.name || said.variety,
      taken: UNNAMED,
    });
  return { value: { crop, variety: name === '' ? UNNAMED : name, kind: columns.kind ?? own.kind, cropSaid }, notes };
}

function whichCrop<Crop extends { readonly id: string; readonly name: string }>(
  text: string,
  {
    field,
    readCrop,
    crops,
    answers,
  }: { readonly field: Field; readonly readCrop: ReadCrop<Crop>; readonly crops: readonly Crop[]; readonly answers: Answers },
  notes: Note[],
): Crop | null {
  const question = `crop:${text.trim().toLowerCase()}`;
  const answered = crops.find(({ id }) => id === answers[question]);
  if (answered) return answered;
  const read = readCrop(text);
  if (read.is === 'exact') return read.crop;
  const readings = (read.is === 'several' ? read.crops : read.is === 'nearly' ? [read.crop] : []).map(({ id, name }) => ({
    value: id,
    shows: name,
  }));
  if (read.is === 'nearly') {
    notes.push({ level: 'doubtful', field, code: 'crop nearly', said: text, taken: read.crop.name, question, readings });
    return read.crop;
  }
  notes.push({ level: 'wrong', field, code: read.is === 'several' ? 'crop unclear' : 'crop unknown', said: text, question, readings });
  return null;
}
