import { Temporal } from 'temporal-polyfill';
import type { IsoDate } from './plainDate.ts';

/** The calendar day of an instant in an IANA time zone. Throws RangeError for an unknown zone. */
export function dayInZone(instant: Date, timeZone: string): IsoDate {
  return Temporal.Instant.fromEpochMilliseconds(instant.getTime()).toZonedDateTimeISO(timeZone).toPlainDate().toString();
}
