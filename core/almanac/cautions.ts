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
  leaves: 'poisonous leaves or stems',
  mould: 'mould that poisons',
  dust: 'dust that irritates',
  allergy: 'people who must not eat it',
  weedy: 'a weed where it escapes',
  rules: 'local rules on growing it',
  other: 'anything else',
} as const;

export type CropCautionCode = keyof typeof CROP_CAUTIONS;

export interface CropCaution {
  readonly code: CropCautionCode;
  readonly words: string;
}

/** Cautions for whoever grows or threshes the crop: they stand on its pages, not on the packets of its seed. */
const NOT_ON_LABELS: readonly CropCautionCode[] = ['leaves', 'mould', 'dust'];
export const standsOnLabels = ({ code }: CropCaution): boolean => !NOT_ON_LABELS.includes(code);

export const isCropCaution = (code: string): code is CropCautionCode => Object.hasOwn(CROP_CAUTIONS, code);
