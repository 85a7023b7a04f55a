/** Shorter words are in too many others to mean anybody. */
const LEAST_LETTERS = 3;

/** What is known of somebody by which a text may mean them. */
export interface Known {
  readonly name: string;
  readonly email: string | null;
  readonly phone: string | null;
  readonly signInEmail: string | null;
}

const told = (all: readonly (string | null)[]): string[] => [
  ...new Set(all.filter((one): one is string => one !== null && one.trim().length >= LEAST_LETTERS).map((one) => one.trim())),
];

/**
 * Words that mean this person and nobody else: address, telephone, and the whole name where it has two words or more and nobody else has it.
 * They may be taken out of every text without asking.
 */
export const surelyMeaning = ({ name, email, phone, signInEmail }: Known, isOnlyOne: boolean): string[] =>
  told([isOnlyOne && /\S\s+\S/.test(name) ? name : null, email, phone, signInEmail]);

/** Words that may mean this person: those, and each word of the name. Somebody who reads the text can tell. */
export const perhapsMeaning = (known: Known): string[] => told([...surelyMeaning(known, true), known.name, ...known.name.split(/[\s,.]+/)]);
