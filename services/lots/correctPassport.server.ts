import { passportCorrection } from '#contracts/intake/intake.ts';
import { before, contradictionsIn, type Contradiction } from '#core/passport/contradictions.ts';
import { answersThatDiffer } from '#core/passport/differing.ts';
import { onItsLot } from '#core/passport/onItsLot.ts';
import { findRelatives, updateLotFromPassport } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { command, type Inside } from '#services/command.server.ts';
import { changeUnderRules } from './holds.server.ts';
import { lockedLot, type NoLot } from './lockedLot.server.ts';
import { refreshOutlook } from './outlook.server.ts';
import { refreshPromises } from './promises.server.ts';
import { writePassport } from './writePassport.server.ts';

export type CorrectionProblem =
  | NoLot
  | { readonly code: 'contradiction'; readonly found: readonly Contradiction[] }
  | { readonly code: 'harvest before parent'; readonly parentHarvest: string }
  | { readonly code: 'harvest after child'; readonly childHarvest: string }
  | { readonly code: 'nothing changed' | 'changed meanwhile' };

/** Puts a passport right, unless somebody else has since the form was shown: a new one takes the old one's place, which stays readable, and the lot is judged again. */
export const correctPassport = command(
  'passport corrected',
  { input: passportCorrection },
  async ({ tx, actor, today, refuse }: Inside<CorrectionProblem>, correction) => {
    const lot = await lockedLot(tx, correction.code, refuse);
    const { passport } = correction;
    const [old] = await readPassports(tx, lot.id);
    if (correction.shown !== (old?.id ?? 0)) refuse({ code: 'changed meanwhile' });
    const found = contradictionsIn(passport, lot.facts, lot.variety, today);
    if (found.length > 0) refuse({ code: 'contradiction', found });
    if (old && answersThatDiffer(old.answers, passport).length === 0) refuse({ code: 'nothing changed' });
    const columns = onItsLot(lot.facts, passport, today);
    const { harvested } = columns;
    const { parents, children } = await findRelatives(tx, lot.id);
    const older = parents.find((parent) => before(harvested, parent.harvested));
    if (older) refuse({ code: 'harvest before parent', parentHarvest: older.harvested! });
    const younger = children.find((child) => before(child.harvested, harvested));
    if (younger) refuse({ code: 'harvest after child', childHarvest: younger.harvested! });
    await changeUnderRules(tx, lot.id, today, async () => {
      await updateLotFromPassport(tx, lot.id, columns);
      await writePassport(tx, {
        lotId: lot.id,
        answers: passport,
        why: correction.why,
        writtenOn: today,
        writtenBy: actor.personId,
        actKey: correction.key,
      });
      await refreshPromises(tx, [lot.id], today);
    });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  },
);
