/** The columns of the sheet that goes along with swapped seed, in words that an import here reads as these fields. */
export const SWAP_HEADS = {
  library: 'Library',
  number: 'Number',
  ownParent: 'Grown from your lot',
  crop: 'Crop',
  species: 'Species',
  variety: 'Variety',
  kind: 'Kind',
  harvested: 'Harvested',
  amount: 'Amount',
  plants: 'Number of plants',
  generations: 'Generations',
  isolation: 'Isolation',
  treated: 'Treated',
  germination: 'Germination',
  testedOn: 'Tested on',
  firstSource: 'History',
  note: 'Notes',
} as const;

/** A lot by its name at another library. */
export const lotAtOther = ({ library, code }: { readonly library: string; readonly code: string }): string => `${library}, lot ${code}`;
