import { isIsoDate, mondayOf } from '#core/calendar/plainDate.ts';
import type { Day } from '#core/kernel/kinds.ts';

/** How many days, weeks and months keep their newest archive. */
const KEPT = { days: 7, weeks: 4, months: 12 } as const;

const ARCHIVE = /^kind-granary-(\d{4}-\d\d-\d\d)T\d{6}\.(?:tar|dump)$/;
const dayOf = (file: string): Day | null => {
  const day = ARCHIVE.exec(file)?.[1];
  return day !== undefined && isIsoDate(day) ? day : null;
};

/** What an archive of this moment is called. @param now instant; the name is in UTC */
export const archiveName = (now: Date): string => `kind-granary-${now.toISOString().slice(0, 19).replaceAll(':', '')}.tar`;

/**
 * Which of a folder's files are archives that need not be kept: of each of the last 7 days, 4 weeks and 12 months that have one the newest stays. Files
 * of other names are never among them, and the newest archive never is.
 */
export function archivesToDrop(files: readonly string[]): string[] {
  const archives = files
    .filter((file) => dayOf(file) !== null)
    .sort()
    .reverse();
  const kept = new Set<string>();
  const keepNewest = (most: number, spanOf: (day: Day) => string) => {
    const newest = new Map<string, string>();
    for (const file of archives) {
      const span = spanOf(dayOf(file)!);
      if (!newest.has(span)) newest.set(span, file);
    }
    for (const file of [...newest.values()].slice(0, most)) kept.add(file);
  };
  keepNewest(KEPT.days, (day) => day);
  keepNewest(KEPT.weeks, mondayOf);
  keepNewest(KEPT.months, (day) => day.slice(0, 7));
  return archives.filter((file) => !kept.has(file));
}
