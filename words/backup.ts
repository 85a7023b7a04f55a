import { formatDistance } from '#core/calendar/formatDate.ts';
import { daysBetween } from '#core/calendar/plainDate.ts';
import type { Day } from '#core/kernel/kinds.ts';

/** A library that changes every day is saved every night; of two days nobody remembers all that was recorded. */
const BACKUP_IS_OLD_DAYS = 2;

const WHO = 'Ask whoever runs the server to run bin/backup every night';

/** What is wrong with how long ago the library was saved; null where nothing is. @param on the day of the last backup */
export function backupTrouble(on: Day | null, today: Day): string | null {
  if (on === null) return `No backup is on record. ${WHO}.`;
  const age = daysBetween(on, today);
  return age > BACKUP_IS_OLD_DAYS ? `The last backup was made ${formatDistance(-age)}. ${WHO}.` : null;
}
