import type { Crop } from '../almanac/crop.ts';
import type { Day } from '../kernel/kinds.ts';
import { known, type Passport } from './passport.ts';
import { checkRipe } from './ripe.ts';

/** What a passport says that lists and rules look for at the lot itself; `harvested` and `openBy` are days, months or years, null where unknown. */
export function onItsLot(crop: Crop, passport: Passport, today: Day) {
  const ripe = checkRipe(crop, passport, today);
  return {
    kind: passport.kind,
    harvested: known(passport.harvested) ?? (passport.packet?.dateMeans === 'harvested' ? passport.packet.date : null),
    plantsHarvested: known(passport.plantsHarvested),
    treated: passport.treated === true ? ('yes' as const) : passport.treated === 'unknown' ? ('unknown' as const) : null,
    form: passport.form,
    openBy: ripe === null || ripe.kind === 'too early' ? null : ripe.openBy,
  };
}
