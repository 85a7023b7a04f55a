import type { Crop } from '../almanac/crop.ts';
import type { IsoDate, PartialDate } from '../calendar/plainDate.ts';
import { groupBy } from '../kernel/groupBy.ts';
import { matchNames, nameKey, type Matched, type Named } from './matchNames.ts';
import { cropReader, type CropRead } from './readCrop.ts';
import type { Answers } from './notes.ts';
import type { Order } from './readWhen.ts';

export type SheetCrop = Pick<
  Crop,
  | 'id'
  | 'name'
  | 'alsoCalled'
  | 'mayMean'
  | 'species'
  | 'packet'
  | 'density'
  | 'seedsPerGram'
  | 'celsius'
  | 'firstCount'
  | 'finalCount'
  | 'daysToRipe'
  | 'lifeCycle'
>;

export interface KnownLot {
  readonly id: number;
  readonly code: string;
  readonly lineId: number;
  readonly cropId: string;
  readonly variety: string;
  readonly harvested: PartialDate | null;
  readonly takenInOn: IsoDate;
  /** What it was called where it came from. */
  readonly number: string | null;
  /** The other library whose number that is. */
  readonly library: string | null;
  /** A hybrid under its own name, which is not lent. */
  readonly isHybrid: boolean;
  readonly isOnHold: boolean;
}

export interface KnownLine extends Named {
  readonly cropId: string;
  readonly aliases: readonly string[];
  readonly hasStory: boolean;
}

/** What was made of a row of an earlier import. */
export interface ImportedRow {
  readonly file: string;
  readonly at: number;
}

/** All that the library knows, as far as a sheet can speak of it. */
export interface Library {
  readonly crops: readonly SheetCrop[];
  readonly lines: readonly KnownLine[];
  readonly people: readonly Named[];
  readonly gardens: readonly Named[];
  readonly places: readonly Named[];
  readonly lots: readonly KnownLot[];
  /** Rows that earlier imports have written, by their print. */
  readonly imported: ReadonlyMap<string, ImportedRow>;
  readonly takesHybrids: boolean;
  readonly southern: boolean;
  readonly usualOrder: Order;
  readonly today: IsoDate;
}

/** A variety that the sheet itself names, in so many rows. */
export interface InFile {
  readonly name: string;
  readonly rows: number;
}

/** The library, made ready for looking things up in it, and what was answered. */
export interface Looking {
  readonly library: Library;
  readonly answers: Answers;
  readonly readCrop: (text: string) => CropRead<SheetCrop>;
  readonly matchPerson: (name: string) => Matched;
  readonly matchGarden: (name: string) => Matched;
  readonly matchPlace: (name: string) => Matched;
  readonly matchLine: (cropId: string, name: string) => Matched;
  readonly lineById: ReadonlyMap<number, KnownLine>;
  readonly lotByCode: ReadonlyMap<string, KnownLot>;
  readonly lotsByNumber: ReadonlyMap<string, readonly KnownLot[]>;
  readonly lotsOfLine: ReadonlyMap<number, readonly KnownLot[]>;
}

export function lookingIn(library: Library, answers: Answers): Looking {
  const ofCrop = new Map<string, (name: string) => Matched>();
  const linesOf = groupBy(library.lines, ({ cropId }) => cropId);
  const matchLine = (cropId: string, name: string) => {
    const match =
      ofCrop.get(cropId) ??
      matchNames((linesOf.get(cropId) ?? []).flatMap((line) => [line, ...line.aliases.map((alias) => ({ id: line.id, name: alias }))]));
    ofCrop.set(cropId, match);
    return match(name);
  };
  return {
    library,
    answers,
    readCrop: cropReader(library.crops),
    matchPerson: matchNames(library.people),
    matchGarden: matchNames(library.gardens),
    matchPlace: matchNames(library.places),
    matchLine,
    lineById: new Map(library.lines.map((line) => [line.id, line])),
    lotByCode: new Map(library.lots.map((lot) => [lot.code, lot])),
    lotsByNumber: groupBy(
      library.lots.filter(({ number }) => number !== null),
      ({ number, library: from }) => numberKey(number!, from),
    ),
    lotsOfLine: groupBy(library.lots, ({ lineId }) => lineId),
  };
}

/**
 * A number or code of their own as it is compared: `T-012 `, `t 12` and `t012` are three, `12.0` and `12` are one.
 * @param library whose number it is: two libraries may give the same code
 */
export const numberKey = (text: string, library: string | null = null): string => {
  const number = text
    .trim()
    .toLowerCase()
    .replace(/^# ?/, '')
    .replace(/^(\d{1,12})\.0{1,4}$/, '$1');
  return library === null ? number : `${nameKey(library)}: ${number}`;
};
