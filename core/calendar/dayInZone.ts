import { Temporal } from 'temporal-polyfill';
import type { IsoDate } from './plainDate.ts';

/**
 * The day it is for a house. When its time zone is moved back, the day that was reached goes on until the new zone's has caught up: what was done
 * today is not of tomorrow, and work that follows on it is not refused.
 */
export function todayOf(now: Date, house: { readonly timeZone: string; readonly notBefore: IsoDate | null }): IsoDate {
  const day = dayInZone(now, house.timeZone);
  return house.notBefore !== null && house.notBefore > day ? house.notBefore : day;
}

/** The calendar day of an instant in an IANA time zone. Throws RangeError for an unknown zone. */
export function dayInZone(instant: Date, timeZone: string): IsoDate {
  return Temporal.Instant.fromEpochMilliseconds(instant.getTime()).toZonedDateTimeISO(timeZone).toPlainDate().toString();
}
