import type { Field } from './fields.ts';

/** How far a row can be taken: as it stands, with something supplied, with a reading that somebody should confirm, or not at all. */
export const LEVELS = ['good', 'assumed', 'doubtful', 'wrong'] as const;
export type Level = (typeof LEVELS)[number];

/** What a review says of a cell; the sentences are the interface's. */
export const NOTE_CODES = [
  'crop unknown',
  'crop unclear',
  'crop nearly',
  'crop from heading',
  'crop from above',
  'no crop',
  'no variety',
  'variety nearly',
  'kind unreadable',
  'hybrids are not taken',
  'date unreadable',
  'date impossible',
  'date order',
  'date two readings',
  'date from serial',
  'date of the zero day',
  'date by season',
  'date two years',
  'date approximate',
  'date without a day',
  'date in the future',
  'date too long ago',
  'amount unreadable',
  'amount too much',
  'amount without unit',
  'amount in packets',
  'amount approximate',
  'no amount',
  'germination unreadable',
  'germination without seeds',
  'more sprouted than sown',
  'test without a day',
  'test before harvest',
  'count unreadable',
  'yes or no unreadable',
  'household',
  'name turned round',
  'person nearly',
  'no name',
  'mail unreadable',
  'garden nearly',
  'place nearly',
  'place unknown',
  'container unknown',
  'origin unknown',
  'number twice',
  'same row twice',
  'parent unknown',
  'parent of another crop',
  'parent younger',
  'descends from itself',
  'lot unknown',
  'lot unclear',
  'lot is a hybrid',
  'lot is on hold',
  'no member',
  'outcome unknown',
  'due assumed',
  'returned before lent',
  'temperature unreadable',
  'humidity unreadable',
  'taken in assumed',
  'imported before',
  'changed since import',
  'known already',
  'text cut',
] as const;
export type NoteCode = (typeof NOTE_CODES)[number];

/** One way of reading what was written. */
export interface Reading {
  /** What is kept as the answer. */
  readonly value: string;
  /** A day, a name or a figure, for the sentence. */
  readonly shows: string;
}

export interface Note {
  readonly level: Exclude<Level, 'good'>;
  readonly field: Field;
  readonly code: NoteCode;
  /** The column it stands in, where a field has several. */
  readonly column?: number;
  /** What the cell says. */
  readonly said: string;
  /** What is taken for it, where something is. */
  readonly taken?: string;
  /** The question that would settle it, the same for every row of which it can be asked. */
  readonly question?: string;
  readonly readings?: readonly Reading[];
}

/** Answers to questions, by the question. */
export type Answers = Readonly<Record<string, string>>;

/** The worst of some notes. */
export const levelOf = (notes: readonly Note[]): Level => LEVELS[Math.max(0, ...notes.map(({ level }) => LEVELS.indexOf(level)))]!;

/** A value that was read, with what is to be said of it. */
export interface Read<Value> {
  readonly value: Value | null;
  readonly notes: readonly Note[];
}

export const plainly = <Value>(value: Value | null): Read<Value> => ({ value, notes: [] });
export const noted = <Value>(value: Value | null, ...notes: readonly Note[]): Read<Value> => ({ value, notes });
