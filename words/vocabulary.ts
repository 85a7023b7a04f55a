import type { HoldKind, Kind, Origin, StoredSoFar } from '#core/lots/words.ts';

/** How the words of the craft stand on screens and in choices. */
export const KIND_WORDS: Record<Kind, string> = {
  'open-pollinated': 'Open-pollinated',
  heirloom: 'Heirloom or farm-saved',
  F1: 'F1 hybrid',
  stabilising: 'Being stabilised',
  mixture: 'Mixture',
  crossed: 'Known to be crossed',
  unknown: 'Unknown',
};
export const ORIGIN_WORDS: Record<Origin, string> = {
  donated: 'Donated',
  bought: 'Bought',
  found: 'Found',
  'market fruit': 'Market fruit',
  returned: 'Returned from a loan',
  'grown-out': 'Grow-out for the library',
  blend: 'Blend',
  split: 'Divided off',
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
  disease: 'Disease seen',
  test: 'Needs a germination test',
  trial: 'Needs a trial',
  identity: 'Identity in doubt',
  rules: 'Local rules to check',
  recall: 'Recalled',
};

/** An object of words as the options of a choice. */
export function optionsOf(words: Record<string, string>): { value: string; label: string }[] {
  return Object.entries(words).map(([value, label]) => ({ value, label }));
}
