import { ofTest } from '#contracts/fields.ts';
import { reopenForm, potForm } from '#contracts/tests/tests.ts';
import { countStates } from '#core/germination/towel.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { may } from '#core/people/may.ts';
import { mayFollow } from '#core/states/machine.ts';
import { TEST, testState } from '#core/states/states.ts';
import { addPotted, readPotted, reopenTest as writeReopening } from '#data/tests/afterTest.ts';
import { command, type Inside } from '#services/command.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { lockedTest, type NoTest } from './lockedTest.server.ts';
import { readTowel } from './tests.server.ts';

export type ReopenProblem = NoTest | { readonly code: 'not ended' } | { readonly code: 'a coordinator re-opens' };

/** Takes back the end of a test, with a reason: it can be counted on and ended again, and the lot's verdict goes without it until then. */
export const reopenTest = command(
  'test re-opened',
  { input: ofTest(reopenForm) },
  async ({ tx, actor, today, refuse }: Inside<ReopenProblem>, reopening) => {
    const test = await lockedTest(tx, reopening.testId, refuse);
    if (!may(actor.role, 'override policy')) refuse({ code: 'a coordinator re-opens' });
    if (!mayFollow(TEST, testState(test), 'test re-opened')) refuse({ code: 'not ended' });
    await writeReopening(tx, {
      testId: test.id,
      reason: reopening.reason,
      reopenedOn: today,
      reopenedBy: actor.personId,
      actKey: reopening.key,
    });
    await refreshOutlook(tx, test.lotId, today);
    return { answer: null, subject: test.code };
  },
);

export type PotProblem =
  | NoTest
  | { readonly code: 'not so many'; readonly left: number }
  | { readonly code: 'potted in the future' }
  | { readonly code: 'potted before it was laid'; readonly laidOn: Day };

/** Records seedlings of a test that were potted up; no more than sprouted are there to pot. The lot's stock is not touched. */
export const potUp = command(
  'seedlings potted',
  { input: ofTest(potForm) },
  async ({ tx, actor, today, refuse }: Inside<PotProblem>, potted) => {
    const test = await lockedTest(tx, potted.testId, refuse);
    if (potted.pottedOn > today) refuse({ code: 'potted in the future' });
    if (potted.pottedOn < test.laidOn) refuse({ code: 'potted before it was laid', laidOn: test.laidOn });
    const already = (await readPotted(tx, { testId: test.id })).reduce((sum, { seedlings }) => sum + seedlings, 0);
    const left = countStates((await readTowel(tx, test.id)).towel).sprouted - already;
    if (potted.seedlings > left) refuse({ code: 'not so many', left });
    await addPotted(tx, { ...potted, pottedBy: actor.personId, actKey: potted.key });
    return { answer: null, subject: test.code };
  },
);
