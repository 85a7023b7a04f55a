import { EMPTY_PASSPORT, type Passport } from '../passport/passport.ts';
import type { LotMade } from './made.ts';

/** What a sheet says of a lot, as answers: what it has no column for was not asked. */
export function passportOf(lot: LotMade): Passport {
  return {
    ...EMPTY_PASSPORT,
    kind: lot.kind,
    harvested: lot.harvested ?? 'unknown',
    seasonsGrown: lot.generations,
    firstSource: lot.firstSource,
    plantsHarvested: lot.plants,
    treated: lot.treated,
    methods: lot.methods,
  };
}
