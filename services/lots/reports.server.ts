import { personNamed, type NobodyNamed } from '#services/people/personNamed.server.ts';
import { ofLot } from '#contracts/fields.ts';
import { reportForm } from '#contracts/lots/seen.ts';
import { yearOf } from '#core/calendar/plainDate.ts';
import { recordReport } from '#data/lots/reports.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from './lockedLot.server.ts';

export type ReportProblem = NoLot | { readonly code: 'year to come' } | NobodyNamed;

/** How a lot did in a garden; kept with its line for those who choose. */
export const addReport = command(
  'report written',
  { input: ofLot(reportForm) },
  async ({ tx, actor, today, refuse }: Inside<ReportProblem>, report) => {
    const lot = await lockedLot(tx, report.code, refuse);
    if (report.year > yearOf(today)) refuse({ code: 'year to come' });
    const { key, code: _code, by, ...told } = report;
    const personId = by === null ? null : await personNamed(tx, by, refuse);
    await recordReport(tx, { ...told, personId, lotId: lot.id, writtenOn: today, writtenBy: actor.personId, actKey: key });
    return { answer: null, subject: lot.code };
  },
);
