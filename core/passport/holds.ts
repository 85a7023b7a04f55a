import type { Crop } from '../almanac/crop.ts';
import { isDiseaseMeans } from '../almanac/diseases.ts';
import { ruleFor, type Rules } from '../house/rules.ts';
import type { HoldKind, Origin } from '../lots/words.ts';
import type { Claim } from '../promise/judge.ts';
import { known, type Passport } from './passport.ts';

/** Why intake lays a hold by rule; its words are the interface's. */
export const HOLD_REASONS = [
  'F1 under its name',
  'offspring trial',
  'unknown father',
  'bought plant',
  'known crossed',
  'may have crossed',
  'name in doubt',
  'treated',
  'treated unknown',
  'protected name',
  'invasive',
  'not cleaned',
  'mouldy',
  'not dried',
  'drying unknown',
  'dried with heat',
  'insects',
  'insects possible',
  'undated',
  'disease to watch',
  'disease to treat',
  'disease to ask',
  'disease to refuse',
  'for food',
] as const;
export type HoldReason = (typeof HOLD_REASONS)[number];

export interface RuledHold {
  readonly kind: HoldKind;
  readonly why: HoldReason;
}

/**
 * The holds that intake sets by rule, in the order in which they are settled at the bench. Nothing is left out because another holds
 * already. Offspring of a hybrid is a trial, unless the house takes it as a line of its own.
 */
export function holdsByRule(
  passport: Passport,
  crop: Pick<Crop, 'breeding' | 'hybrids' | 'storage'>,
  origin: Origin,
  promise: Claim,
  rules: Rules,
): readonly RuledHold[] {
  const holds: RuledHold[] = [];
  const hold = (when: boolean, kind: HoldKind, why: HoldReason) => when && holds.push({ kind, why });
  const selfing = crop.breeding === 'selfing';
  const hybrid = passport.kind === 'F1';
  const boughtPlant = passport.boughtPlant === true;
  const fatherUnknown = origin === 'market fruit' && !selfing;
  const stallHybrid = origin === 'market fruit' && selfing && crop.hybrids !== 'rare' && passport.kind === 'unknown';

  hold(passport.form !== 'clean seed' && passport.form !== 'on paper', 'drying', 'not cleaned');
  hold(passport.mould === true, 'drying', 'mouldy');
  hold(passport.dried === 'not dried' && crop.storage !== 'not to be dried', 'drying', 'not dried');
  hold(passport.dried === 'unknown' && crop.storage !== 'not to be dried', 'drying', 'drying unknown');
  hold(passport.insects === 'seen' || passport.insects === 'holes in seed', 'pests', 'insects');
  hold(passport.insects === 'unknown', 'pests', 'insects possible');
  const answered = Array.isArray(passport.diseases) ? passport.diseases.map(({ answer }) => answer) : [];
  hold(answered.some(isDiseaseMeans), 'disease', 'disease to treat');
  hold(answered.includes('watch'), 'disease', 'disease to watch');
  hold(answered.includes('ask'), 'disease', 'disease to ask');
  hold(answered.includes('refuse'), 'disease', 'disease to refuse');
  hold(isUndated(passport), 'test', 'undated');
  hold(passport.dried === 'with heat', 'test', 'dried with heat');
  hold(passport.use === 'for food', 'test', 'for food');
  hold(hybrid && !passport.offspring, 'identity', 'F1 under its name');
  hold(passport.offspring && ruleFor('hybrids', rules) !== 'stabilise', 'trial', 'offspring trial');
  hold(fatherUnknown && !passport.offspring, 'trial', 'unknown father');
  hold((boughtPlant || stallHybrid) && !hybrid && !passport.offspring, 'trial', 'bought plant');
  hold(passport.kind === 'crossed', 'trial', 'known crossed');
  const nameDoubted = passport.nameSure === 'a guess' || passport.nameSure === 'unknown' || passport.nameFrom === 'guess';
  hold(nameDoubted, 'identity', 'name in doubt');
  const explained =
    hybrid || passport.offspring || fatherUnknown || boughtPlant || stallHybrid || nameDoubted || passport.kind === 'crossed';
  hold(promise === 'may vary' && !explained, 'trial', 'may have crossed');
  hold(passport.treated === true, 'rules', 'treated');
  hold(passport.treated === 'unknown', 'rules', 'treated unknown');
  hold(passport.protectedName === true, 'rules', 'protected name');
  hold(passport.invasive === true, 'rules', 'invasive');
  return holds;
}

/** Whether nobody knows how old the seed is; a range of years is better than nothing. */
function isUndated({ harvested, packet }: Pick<Passport, 'harvested' | 'packet'>): boolean {
  if (packet) return packet.date === null && packet.ageYears === null;
  return known(harvested) === null;
}
