import { readAlmanac } from '#almanac/read.ts';
import { questionsNow, type Answers } from '#core/passport/answers.ts';
import { OPTIONAL } from '#core/passport/questions.ts';

/** The shipped almanac. */
export const ALMANAC = readAlmanac();
export const cropOf = (id: string) => ALMANAC.crops.find((crop) => crop.id === id)!;

/** What an interview changes of the usual answers; undefined or false takes an answer away. */
export type Change = Record<string, string | number | boolean | undefined>;

/** An interview as the desk sends it: the answers given, and "unknown" for whatever else this crop and source are asked. */
export function interviewOf(usual: Answers, change: Change): Answers {
  const said: Record<string, string> = { ...usual };
  for (const [name, value] of Object.entries(change))
    if (name !== 'loan') said[name] = value === undefined || value === false ? '' : String(value);
  // Names in tests are meant as they are written, however like another they look; who tests for that says otherwise.
  if (!('varietyNew' in change)) said['varietyNew'] = said['variety'] ?? '';
  for (const question of questionsNow(cropOf(said['crop']!), said, change['loan'] !== undefined))
    if (!said[question] && !OPTIONAL.has(question) && !(question in change)) said[question] = 'unknown';
  return said;
}
