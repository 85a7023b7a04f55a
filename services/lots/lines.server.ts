import { ofLine } from '#contracts/fields.ts';
import { lineForm } from '#contracts/lots/seen.ts';
import type { Rules } from '#core/house/rules.ts';
import type { Aim } from '#core/lots/words.ts';
import { findLine, listLotIdsOfLine, saveAliases, updateLine } from '#data/lots/lines.ts';
import { command, type Inside } from '#services/command.server.ts';
import { refreshOutlooks } from './outlook.server.ts';
import { refreshPromises } from './promises.server.ts';

export interface LineChange {
  readonly key: string;
  readonly id: number;
  readonly version: number;
  readonly aim: Aim;
  readonly story: string | null;
  readonly aliases: readonly string[];
  readonly rules: Rules;
  readonly keptElsewhere: boolean;
}

/** Changes a line's aim, story, other names and exceptions from the house rules, unless somebody else has since the form was shown. */
export const changeLine = command(
  'line changed',
  { input: ofLine(lineForm) },
  async ({ tx, today, refuse }: Inside<{ readonly code: 'no such line' | 'changed meanwhile' }>, change) => {
    const line = (await findLine(tx, change.id)) ?? refuse({ code: 'no such line' });
    if (!(await updateLine(tx, change.id, change))) refuse({ code: 'changed meanwhile' });
    await saveAliases(tx, change.id, change.aliases);
    const lots = await listLotIdsOfLine(tx, change.id);
    if (line.aim !== change.aim) await refreshPromises(tx, lots, today);
    // How many plants keep the line is its rule, and its reserve depends on that.
    await refreshOutlooks(tx, lots, today);
    return { answer: null, subject: `${line.crop} ‘${line.name}’` };
  },
);
