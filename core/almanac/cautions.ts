/**
 * Hazards that a crop can have. The code decides what the bench asks to be read and when; the words beside it are the almanac's,
 * and a library may reword them without changing what is decided.
 */
export const CROP_CAUTIONS = {
  bitter: 'fruit that poisons when it is bitter',
  hot: 'juice and dust that burn',
  toxic: 'poisonous seed, fruit or plant',
  spines: 'spines or bristles',
  ergot: 'poisonous grains among the seed',
  sap: 'sap that burns the skin',
  lookalike: 'a poisonous plant that looks like it',
  allergy: 'people who must not eat it',
  rules: 'local rules on growing it',
  other: 'anything else',
} as const;

export type CropCautionCode = keyof typeof CROP_CAUTIONS;

export interface CropCaution {
  readonly code: CropCautionCode;
  readonly words: string;
}

export const isCropCaution = (code: string): code is CropCautionCode => Object.hasOwn(CROP_CAUTIONS, code);
