import type { DiseaseAnswer, DiseaseMeans } from '#core/almanac/diseases.ts';

/** What may be done with seed from sick plants, as whoever takes it in would say it. */
export const DISEASE_ANSWER_WORDS: Record<DiseaseAnswer, string> = {
  nothing: 'Nothing to do',
  watch: 'Hold, and watch seedlings',
  ferment: 'Ferment it',
  'hot water': 'Hot water',
  'dry heat': 'Dry heat',
  time: 'Let it grow old',
  ask: 'Hold, and ask somebody',
  refuse: 'Refuse the seed',
};

/** What each means costs, and what it leaves. */
export const MEANS_RISK: Record<DiseaseMeans, string> = {
  ferment: 'lowers what sits in pulp and on the coat; viruses and canker inside stay',
  'hot water': 'a degree or a minute too much kills, old or weak seed first: test some before and after',
  'dry heat': 'kills seed that is not very dry; later it may come up slowly: test some before and after',
  time: 'the seed ages as well, and what is deep inside may outlive it: test before it is lent',
};

/** The same means within a sentence. */
export const MEANS_WORDS: Record<DiseaseMeans, string> = {
  ferment: 'fermenting',
  'hot water': 'hot water',
  'dry heat': 'dry heat',
  time: 'letting it grow old',
};
