import type { Crop, Told } from './crop.ts';
import { FACT_KEYS, factKind, type FactKey } from './facts.ts';
import { emptyOf } from './readFact.ts';

export interface KnownFact {
  readonly value: Crop[FactKey];
  readonly told: Told;
}

/** Something that cannot be so, at the fact that says it. */
export interface Fault {
  readonly fact: FactKey;
  readonly why: string;
}

/** Puts a crop together from its facts; lists what is missing and what contradicts. */
export function assembleCrop(
  id: string,
  name: string,
  known: ReadonlyMap<FactKey, KnownFact>,
): { readonly crop: Crop; readonly faults: readonly Fault[] } {
  const facts: Partial<Record<FactKey, Crop[FactKey]>> = {};
  const told: Partial<Record<FactKey, Told>> = {};
  const faults: Fault[] = [];
  for (const key of FACT_KEYS) {
    const fact = known.get(key);
    const { shape, optional } = factKind(key);
    if (fact) told[key] = fact.told;
    else if (!optional) faults.push({ fact: key, why: 'it is missing' });
    facts[key] = fact ? fact.value : emptyOf(shape);
  }
  const crop = { id, name, told, ...facts } as unknown as Crop;
  return { crop, faults: faults.length > 0 ? faults : contradictions(crop) };
}

const RULES: readonly (readonly [FactKey, string, (crop: Crop) => boolean])[] = [
  [
    'productionDistance',
    'it is at least one and a half times the distance between gardens',
    (crop) => crop.productionDistance >= 1.5 * crop.homeDistance,
  ],
  ['plantsToKeep', 'keeping a line takes at least as many plants as getting seed', (crop) => crop.plantsToKeep >= crop.plantsForSeed],
  [
    'plantsToConserve',
    'conserving a line takes at least as many plants as keeping it',
    (crop) => crop.plantsToConserve >= crop.plantsToKeep,
  ],
  ['finalCount', 'the first count comes before the last', (crop) => crop.firstCount < crop.finalCount],
  ['daysToSeed', 'an annual ripens so many days after it is sown', (crop) => (crop.lifeCycle === 'annual') === (crop.daysToSeed !== null)],
  [
    'ripeWeeks',
    'other crops than annuals ripen in their second season',
    (crop) => (crop.lifeCycle === 'annual') === (crop.ripeWeeks === null),
  ],
  ['species', 'a species has two names, the first with a capital', (crop) => /^[A-Z][a-z]+ [a-z-]+$/.test(crop.species)],
  ['family', 'a family’s name ends in -aceae', (crop) => /^[A-Z][a-z]+aceae$/.test(crop.family)],
  ['outcrossing', 'a selfing crop takes little foreign pollen', (crop) => crop.breeding !== 'selfing' || crop.outcrossing[1] <= 5],
];

/** What cannot be so in a crop whose facts are all there. */
export function contradictions(crop: Crop): readonly Fault[] {
  return RULES.filter(([, , holds]) => !holds(crop)).map(([fact, why]) => ({ fact, why }));
}
