/** Usual ways to free seed of a disease. Each costs seed something, and none is sure. */
export const DISEASE_MEANS = ['ferment', 'hot water', 'dry heat', 'time'] as const;
export type DiseaseMeans = (typeof DISEASE_MEANS)[number];

/** What may be done with seed from plants on which a disease was seen; `ask` holds it until somebody who knows the disease was asked. */
export const DISEASE_ANSWERS = ['nothing', 'watch', ...DISEASE_MEANS, 'ask', 'refuse'] as const;
export type DiseaseAnswer = (typeof DISEASE_ANSWERS)[number];

/** A disease that travels in a crop's seed: the usual answers, the first one first, and what is usually done in words. */
export interface SeedDisease {
  readonly name: string;
  readonly answers: readonly DiseaseAnswer[];
  readonly usual: string;
}

export const isDiseaseAnswer = (text: string): text is DiseaseAnswer => (DISEASE_ANSWERS as readonly string[]).includes(text);
export const isDiseaseMeans = (answer: DiseaseAnswer): answer is DiseaseMeans => (DISEASE_MEANS as readonly string[]).includes(answer);

/** What is offered for a disease: its usual answers first, then what is always open to a careful house. Means are offered only where they are usual. */
export function answersFor(disease: SeedDisease | null): readonly DiseaseAnswer[] {
  return [...new Set([...(disease?.answers ?? []), 'watch', 'ask', 'refuse'] as const)];
}
