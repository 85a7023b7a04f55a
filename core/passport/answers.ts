import type { Crop } from '../almanac/crop.ts';
import { DESK_ORIGINS, KINDS, type Kind, type Origin } from '../lots/words.ts';
import { isLeafy, questionsFor, type Question, type SaidSoFar } from './questions.ts';

/** What stands in the interview's fields, by name: text as typed, `unknown` where that was tapped, several ticks joined by `|`. */
export type Answers = Readonly<Record<string, string>>;

/** More rows than any garden's neighbours that a person can name. */
export const MOST_NEIGHBOURS = 12;

/** The ticks of an answer that can have several. */
export const split = (text: string | undefined): string[] => (text ?? '').split('|').filter((part) => part !== '');

/** What is ticked for a disease that the almanac does not name for the crop; its name is in the words beside it. */
export const OTHER_DISEASE = 'another';

/** The diseases ticked as seen. */
export const diseasesSeen = (answers: Answers): string[] =>
  split(answers['diseases']).filter((name) => name !== 'none' && name !== 'unknown');

/** The field in which it is said what is done about a disease. */
export const diseaseField = (name: string): string => `sick:${name}`;

/** What the answers so far decide about the questions that follow. */
export function saidSoFar(answers: Answers, loan: boolean): SaidSoFar {
  const said = (name: string) => answers[name] || null;
  const source = loan ? 'returned' : said('source');
  return {
    source: source !== null && (source === 'returned' || (DESK_ORIGINS as readonly string[]).includes(source)) ? (source as Origin) : null,
    nameFrom: said('nameFrom'),
    kind: (KINDS as readonly string[]).includes(said('kind') ?? '') ? (said('kind') as Kind) : null,
    boughtPlant: said('boughtPlant'),
    dateMeans: said('dateMeans'),
    bolters: said('bolters'),
    diseases: diseasesSeen(answers).length > 0,
    methods: split(answers['methods']),
    neighbours: said('neighbours'),
    form: said('form'),
    seasonsGrown: Number.parseInt((said('seasonsGrown') ?? '').replace(/^about\s+/i, ''), 10) || 0,
    countsBest: /\d\s*(g|kg|mg|oz|lb|lbs|grams?|ml|tsp|tbsp|cups?)\b/i.test(said('amount') ?? ''),
  };
}

/** The questions to ask next to these answers. */
export function questionsNow(crop: Crop | null, answers: Answers, loan: boolean): readonly Question[] {
  return questionsFor(crop && { ...crop, leafy: isLeafy(crop.id) }, saidSoFar(answers, loan));
}
