import { noted, plainly, type Answers, type Note, type Read } from './notes.ts';
import type { Field } from './fields.ts';
import type { Matched } from './matchNames.ts';
import { saysNothing, saysUnknown } from './readYesNo.ts';
import { tidyName } from './readNames.ts';

/** Somebody in a sheet: one the library knows, or one to be added. */
export interface Who {
  readonly id: number | null;
  readonly name: string;
  /** How many borrow as one, where two names share a cell. */
  readonly groupOf: number | null;
}

const PAIR = /^(\p{Lu}[\p{L}.'’-]*)\s*(?:&|\+|\band\b|\/)\s*(\p{Lu}[\p{L}.'’-]*(?:\s+\p{Lu}[\p{L}'’-]*)*)$/u;

/**
 * Reads a person's name: `Fell, Ann` is turned round, `Ann & Bob Fell` is one household of two or two people, a name nearly like one that is
 * known asks which.
 */
export function readPerson(
  cell: string,
  { field, match, answers }: { readonly field: Field; readonly match: (name: string) => Matched; readonly answers: Answers },
): Read<Who> {
  const said = cell.trim();
  if (saysNothing(said) || saysUnknown(said)) return plainly<Who>(null);
  const notes: Note[] = [];
  const turned = /^(\p{L}[\p{L}'’-]+),\s*(\p{Lu}[\p{L}.'’ -]*)$/u.exec(said);
  const name = tidyName(turned ? `${turned[2]} ${turned[1]}` : said).slice(0, 120);
  if (turned) notes.push({ level: 'assumed', field, code: 'name turned round', said, taken: name });
  const pair = PAIR.exec(name);
  let groupOf: number | null = null;
  let known = name;
  if (pair) {
    const [first, rest] = [pair[1]!, pair[2]!];
    const surname = rest.split(' ').length > 1 ? rest.split(' ').at(-1)! : '';
    const one = `${first} ${surname}`.trim();
    const question = `household:${name.toLowerCase()}`;
    const readings = [
      { value: 'household', shows: name },
      { value: 'first', shows: one },
    ];
    const answer = answers[question];
    if (answer === 'first') known = one;
    else groupOf = 2;
    if (answer === undefined) notes.push({ level: 'doubtful', field, code: 'household', said, taken: name, question, readings });
  }
  const { exact, near } = match(known);
  if (exact.length === 1) return noted({ id: exact[0]!.id, name: exact[0]!.name, groupOf: null }, ...notes);
  const candidates = exact.length > 1 ? exact : near;
  if (candidates.length === 0) return noted({ id: null, name: known, groupOf }, ...notes);
  const question = `person:${known.toLowerCase()}`;
  const answer = answers[question];
  const chosen = candidates.find(({ id }) => String(id) === answer);
  if (chosen) return noted({ id: chosen.id, name: chosen.name, groupOf: null }, ...notes);
  const taken = { id: null, name: known, groupOf };
  if (answer === 'new') return noted(taken, ...notes);
  const readings = [{ value: 'new', shows: known }, ...candidates.map(({ id, name: called }) => ({ value: String(id), shows: called }))];
  return noted(taken, ...notes, { level: 'doubtful', field, code: 'person nearly', said, taken: known, question, readings });
}

const MAIL = /^[^\s@<>,;]{1,64}@[^\s@<>,;]{1,180}\.[^\s@<>,;.]{2,}$/;

/** An e-mail address; a note where it can be none. */
export function readMail(cell: string): Read<string> {
  const said = cell
    .trim()
    .replace(/^mailto:/i, '')
    .replace(/^[^<>]*<([^<>]+)>$/, '$1');
  if (saysNothing(said) || saysUnknown(said)) return plainly<string>(null);
  return MAIL.test(said) ? plainly(said) : noted<string>(null, { level: 'doubtful', field: 'email', code: 'mail unreadable', said });
}
