import type { Crop } from '#core/almanac/crop.ts';
import { ruleFor, type Rules } from '#core/house/rules.ts';
import { placeByRule, type PlaceWarmth } from '#core/stock/placeByRule.ts';
import { formatTemperature } from '#core/units/temperature.ts';
import type { Units } from '#core/units/formatAmount.ts';
import { schoolWords } from './house.ts';

/** Where this library keeps such seed, as a hint beside the question where it goes. */
export function placeHint(
  house: Rules,
  lot: { readonly facts: Pick<Crop, 'storage'>; readonly lineRules: Rules },
  places: readonly PlaceWarmth[],
  units: Units,
): string {
  const { label } = schoolWords('cold', house, lot.lineRules);
  const place = placeByRule(ruleFor('cold', house, lot.lineRules), places, lot.facts);
  const rule =
    lot.facts.storage === 'not to be dried' ? 'Cold, but never frozen' : `House rule: ${label.charAt(0).toLowerCase()}${label.slice(1)}`;
  return place
    ? `${rule}. That is ${place.place}, ${formatTemperature(Math.round(place.celsius), units)}`
    : `${rule}. No such place is known: say how warm yours are`;
}
