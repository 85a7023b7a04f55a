/**
 * Hazards that a crop can have. The code decides what the bench asks to be read and when; the words beside it are the almanac's,
 * and a library may reword them without changing what is decided.
 */
export const CROP_CAUTIONS = [
  'bitter',
  'hot',
  'toxic',
  'spines',
  'ergot',
  'sap',
  'lookalike',
  'leaves',
  'mould',
  'dust',
  'allergy',
  'weedy',
  'rules',
  'other',
] as const;

export type CropCautionCode = (typeof CROP_CAUTIONS)[number];

export interface CropCaution {
  readonly code: CropCautionCode;
  readonly words: string;
}

/** Cautions for whoever grows or threshes the crop: they stand on its pages, not on the packets of its seed. */
export const NOT_ON_LABELS: readonly CropCautionCode[] = ['leaves', 'mould', 'dust'];
export const standsOnLabels = ({ code }: CropCaution): boolean => !NOT_ON_LABELS.includes(code);

export const isCropCaution = (code: string): code is CropCautionCode => (CROP_CAUTIONS as readonly string[]).includes(code);
