import { yearOf } from '#core/calendar/plainDate.ts';
import type { Db } from '#data/database.ts';
import { recordReport, type NewReport } from '#data/lots/reports.ts';
import type { Actor } from '#data/people/accounts.ts';
import { perform } from '#services/perform.server.ts';
import { lockedLot, type NoLot } from './lockedLot.server.ts';

export type ReportProblem = NoLot | { readonly code: 'year to come' };

/** How a lot did in a garden; kept with its line for those who choose. */
export function addReport(
  db: Db,
  actor: Actor,
  today: string,
  report: Omit<NewReport, 'lotId' | 'writtenOn' | 'writtenBy' | 'actKey'> & { key: string; code: string },
) {
  return perform<null, ReportProblem>(db, { key: report.key, command: 'report written', actor }, async (tx, refuse) => {
    const lot = await lockedLot(tx, report.code, refuse);
    if (report.year > yearOf(today)) refuse({ code: 'year to come' });
    const { key, code: _code, ...told } = report;
    await recordReport(tx, { ...told, lotId: lot.id, writtenOn: today, writtenBy: actor.personId, actKey: key });
    return { answer: null, subject: lot.code };
  });
}
