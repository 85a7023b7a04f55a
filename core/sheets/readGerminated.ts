import { noted, plainly, type Answers, type Read } from './notes.ts';
import { saysNothing, saysUnknown } from './readYesNo.ts';

/** What a test showed: of so many seeds so many sprouted. */
export interface Germinated {
  readonly laid: number;
  readonly sprouted: number;
}

/** Sizes that people test at home, smallest first. */
const SIZES = [10, 20, 25, 50, 100] as const;
const MOST_LAID = 400;
/** The answer that leaves each result with the fewest seeds that can show it. */
const FEWEST = 'fewest';

/** The smallest usual size of which a share is a whole number of seeds: nothing is claimed that was not counted. */
const smallestSize = (percent: number): number =>
  SIZES.find((size) => Number.isInteger(Number(((percent * size) / 100).toFixed(6)))) ?? 100;

/**
 * Reads a germination: `8/10`, `8 of 10`, `80 %`, `0.8`, `80`. A share alone does not say of how many seeds; a column's question asks it.
 * @param question asks how many seeds the tests of this column had
 */
export function readGerminated(
  cell: string,
  {
    answers,
    question,
    laid,
    column,
  }: { readonly answers: Answers; readonly question: string; readonly laid: number | null; readonly column?: number },
): Read<Germinated> {
  const said = cell.trim();
  if (saysNothing(said) || saysUnknown(said)) return plainly<Germinated>(null);
  const text = said
    .toLowerCase()
    .replace(/ ?\([^()]*\)$|[;,] .*$/, '')
    .replace(/^(?:abt|about|c\.?|ca\.?|~|approx\.?) ?/, '')
    .trim();
  const at = column === undefined ? {} : { column };
  const wrong = (code: 'germination unreadable' | 'more sprouted than sown') =>
    noted<Germinated>(null, { level: 'wrong', field: 'germination', ...at, code, said });
  const counted = /^(\d{1,3})\s*(?:\/|of|out of|from|:)\s*(\d{1,3})(?:\s*(?:seeds?|up|sprouted|germinated))?$/.exec(text);
  if (counted) {
    const [sprouted, of] = [Number(counted[1]), Number(counted[2])];
    if (of === 0 || of > MOST_LAID) return wrong('germination unreadable');
    return sprouted > of ? wrong('more sprouted than sown') : plainly({ laid: of, sprouted });
  }
  const share = /^(\d{1,3}(?:[.,]\d{1,2})?)\s*(%|percent|pct)?$/.exec(text);
  if (!share) return wrong('germination unreadable');
  const figure = Number(share[1]!.replace(',', '.'));
  const percent = !share[2] && figure <= 1 && /[.,]/.test(share[1]!) ? figure * 100 : figure;
  if (percent > 100) return wrong('germination unreadable');
  if (laid !== null && !share[2] && Number.isInteger(figure) && figure <= laid && laid < 100) return plainly({ laid, sprouted: figure });
  const answer = answers[question];
  const of = laid ?? (Number(answer) || null);
  const size = of ?? smallestSize(percent);
  const value = { laid: size, sprouted: Math.round((percent * size) / 100) };
  if (of !== null || answer === FEWEST) return plainly(value);
  return noted(value, {
    level: 'assumed',
    field: 'germination',
    ...at,
    code: 'germination without seeds',
    said,
    taken: String(size),
    question,
    readings: [FEWEST, ...SIZES.map(String)].map((each) => ({ value: each, shows: each })),
  });
}
