import { OTHER_FIELDS, QUESTIONS, type Question } from './questions.ts';

/** Questions that are answered in one breath: where the interview goes step by step, each row is one screen. */
const TOGETHER: readonly (readonly Question[])[] = [
  ['source', 'crop', 'variety'],
  ['nameFrom', 'nameSure'],
  ['kind', 'boughtPlant', 'offspring', 'protectedName', 'invasive'],
  ['treated', 'use'],
  ['donor', 'garden'],
  ['harvested', 'seasonsGrown', 'firstSource'],
  ['dateMeans', 'packetDate', 'ageYears', 'statedGermination', 'daysToEmerge'],
  ['plantsSown', 'plantsStanding', 'plantsHarvested'],
  ['selection', 'traits', 'roguing', 'offTypes'],
  ['bolters', 'boltedWhy'],
  ['diseases', 'diseaseAnswers'],
  ['pickings', 'selfSown', 'forcedByWeather'],
  ['neighbours'],
  ['methods', 'earlierMethods', 'pollinatedOn', 'pickedOn', 'stigma'],
  ['form', 'ripeSigns', 'dried', 'look'],
  ['insects', 'mould', 'storedIn', 'storedSince'],
  ['amount', 'sample', 'place', 'container', 'note'],
];
const SCREEN_OF = new Map(TOGETHER.flatMap((screen, at) => screen.map((question) => [question, at] as const)));

/** The screens on which these questions are asked, in order; none is empty and every question is on one. */
export function screensOf(questions: readonly Question[]): readonly (readonly Question[])[] {
  const screens = new Map<number, Question[]>();
  for (const question of questions) {
    const at = SCREEN_OF.get(question)!;
    screens.set(at, [...(screens.get(at) ?? []), question]);
  }
  return [...screens].sort(([one], [other]) => one - other).map(([, asked]) => asked);
}

/** The question that a field of the interview belongs to; null for a field of none. */
export function questionOf(field: string): Question | null {
  if (Object.hasOwn(QUESTIONS, field)) return field as Question;
  return OTHER_FIELDS.find(([pattern]) => pattern.test(field))?.[1] ?? null;
}
