import type { DiseaseAnswer, DiseaseMeans } from '#core/almanac/diseases.ts';

/** What may be done with seed from sick plants, as whoever takes it in would say it. */
export const DISEASE_ANSWER_WORDS: Record<DiseaseAnswer, string> = {
  nothing: 'Nothing to do',
  watch: 'Put on hold and watch the seedlings',
  ferment: 'Ferment it',
  'hot water': 'Hot water',
  'dry heat': 'Dry heat',
  time: 'Store it until the disease dies',
  ask: 'Put on hold and ask an expert',
  refuse: 'Refuse the seed',
};

/** What each means costs, and what it leaves. */
export const MEANS_RISK: Record<DiseaseMeans, string> = {
  ferment: 'reduces disease in the pulp and on the seed coat; viruses and canker inside remain',
  'hot water': 'a degree or a minute too much kills seed, especially old or weak seed: test some before and after',
  'dry heat': 'kills seed that is not very dry and may slow germination: test some before and after',
  time: 'the seed ages too, and disease deep inside may outlive it: test before you lend it',
};

/** The same means within a sentence. */
export const MEANS_WORDS: Record<DiseaseMeans, string> = {
  ferment: 'fermenting',
  'hot water': 'hot water',
  'dry heat': 'dry heat',
  time: 'storing it until the disease dies',
};
