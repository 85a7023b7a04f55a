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
    else if (!optional) faults.push({ fact: key, why: 'crop: fact missing' });
    facts[key] = fact ? fact.value : emptyOf(shape);
  }
  const crop = { id, name, told, ...facts } as unknown as Crop;
  return { crop, faults: faults.length > 0 ? faults : contradictions(crop) };
}

const RULES: readonly (readonly [FactKey, string, (crop: Crop) => boolean])[] = [
  ['productionDistance', 'crop: production too near', (crop) => crop.productionDistance >= 1.5 * crop.homeDistance],
  ['plantsToKeep', 'crop: too few to keep', (crop) => crop.plantsToKeep >= crop.plantsForSeed],
  ['plantsToConserve', 'crop: too few to conserve', (crop) => crop.plantsToConserve >= crop.plantsToKeep],
  ['rows', 'crop: rows too near', (crop) => crop.rows >= crop.apart],
  ['finalCount', 'crop: counts out of order', (crop) => crop.firstCount < crop.finalCount],
  ['daysToSeed', 'crop: days to seed', (crop) => (crop.lifeCycle === 'annual') === (crop.daysToSeed !== null)],
  ['ripeWeeks', 'crop: ripe weeks', (crop) => (crop.lifeCycle === 'annual') === (crop.ripeWeeks === null)],
  ['species', 'crop: species', (crop) => /^[A-Z][a-z]+ [a-z-]+$/.test(crop.species)],
  ['family', 'crop: family', (crop) => /^[A-Z][a-z]+aceae$/.test(crop.family)],
  ['outcrossing', 'crop: outcrossing', (crop) => crop.breeding !== 'selfing' || crop.outcrossing[1] <= 5],
];

/** What cannot be so in a crop whose facts are all there. */
export function contradictions(crop: Crop): readonly Fault[] {
  return RULES.filter(([, , holds]) => !holds(crop)).map(([fact, why]) => ({ fact, why }));
}
