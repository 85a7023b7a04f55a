import type { HoldKind, Isolation, IsolationMethod, Kind, Origin, StoredSoFar } from '#core/lots/words.ts';

/** How the words of the craft stand on screens and in choices. */
export const KIND_WORDS: Record<Kind, string> = {
  'open-pollinated': 'Open-pollinated',
  F1: 'F1 hybrid',
  crossed: 'Crossed',
  unknown: 'Unknown',
};
export const ORIGIN_WORDS: Record<Origin, string> = {
  donated: 'Donated',
  bought: 'Bought',
  found: 'Found',
  returned: 'Returned from a loan',
};
export const METHOD_WORDS: Record<IsolationMethod, string> = {
  distance: 'Distance',
  time: 'Flowered at another time',
  barrier: 'Barrier',
  cage: 'Cage',
  bags: 'Bags on flowers',
  'hand pollination': 'Hand pollination',
  none: 'None',
};
export const STORED_WORDS: Record<StoredSoFar, string> = {
  freezer: 'Freezer',
  fridge: 'Fridge',
  'cool cupboard': 'Cool cupboard',
  'living room': 'Living room',
  'shed or garage': 'Shed or garage',
};
export const HOLD_WORDS: Record<HoldKind, string> = {
  drying: 'Not dry yet',
  pests: 'Pest treatment',
  test: 'Wants a test',
  trial: 'Wants a trial',
  identity: 'Identity in doubt',
  rules: 'Local rules to check',
  recall: 'Recalled',
};

/** An object of words as the options of a choice. */
export function optionsOf(words: Record<string, string>): { value: string; label: string }[] {
  return Object.entries(words).map(([value, label]) => ({ value, label }));
}

/** How a seed crop was kept apart, in one line. */
export function isolationWords(isolation: Isolation): string | null {
  if (isolation.kind === 'unknown') return null;
  const parts = [
    METHOD_WORDS[isolation.method],
    isolation.distanceMetres === null ? null : `${isolation.distanceMetres} m to the next`,
    isolation.alsoFlowered === null ? 'what else flowered is unknown' : `also in flower: ${isolation.alsoFlowered}`,
  ];
  return parts.filter(Boolean).join('; ');
}
