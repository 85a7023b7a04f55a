import { randomUUID } from 'node:crypto';
import type { Countable } from '#core/germination/towel.ts';
import type { Day, Seeds, TestId } from '#core/kernel/kinds.ts';
import { acting } from '#services/command.server.ts';
import { layTests, type Laying, type OneLaid } from '#services/tests/layTests.server.ts';
import { correctLaid, countTowel, endTest } from '#services/tests/tests.server.ts';
import { TODAY, type Library } from './database.ts';

type Count = Omit<Partial<Parameters<typeof countTowel>[1]>, 'more'> & {
  readonly more?: Partial<Record<Countable, number>>;
  /** Who counts: the helper where nobody else is named. */
  readonly by?: Library['helper'];
};

/** What a helper does with germination tests, as short calls on a suite's library. */
export function onTowels(library: () => Library) {
  const laying = (lots: readonly OneLaid[], change: Partial<Laying> = {}): Laying => ({
    key: randomUUID(),
    laidOn: TODAY,
    counted: 'any root',
    kind: 'viability',
    medium: 'paper towel',
    treatments: [],
    checkDays: null,
    ...change,
    lots,
  });
  const one = (code: string, seeds = 20, change: Partial<OneLaid> = {}): OneLaid => ({ code, seeds, celsius: 20, spot: 'room', ...change });
  const lay = (code: string, seeds = 20, change: Partial<OneLaid> = {}, how: Partial<Laying> = {}) =>
    layTests(acting(library().db, library().helper, TODAY), laying([one(code, seeds, change)], how));

  async function layOne(code: string, seeds = 20, change: Partial<OneLaid> = {}, how: Partial<Laying> = {}): Promise<number> {
    const done = await lay(code, seeds, change, how);
    if (!done.ok) throw new Error(done.problem.code);
    return done.answer.testIds[0]!;
  }

  const count = (testId: TestId, { more, by = library().helper, ...change }: Count = {}, today = TODAY) =>
    countTowel(acting(library().db, by, today), {
      key: randomUUID(),
      testId,
      checkedOn: today,
      marks: [],
      replicate: 1,
      more: { sprouted: 0, abnormal: 0, hard: 0, fresh: 0, dead: 0, ...more },
      reWetted: false,
      mould: false,
      note: null,
      photo: null,
      ...change,
    });

  const end = (testId: TestId, change: { endedOn?: Day; outcome?: 'read' | 'abandoned'; reason?: string | null } = {}, today = TODAY) =>
    endTest(acting(library().db, library().helper, today), {
      key: randomUUID(),
      testId,
      endedOn: change.endedOn ?? today,
      outcome: change.outcome ?? 'read',
      reason: change.reason ?? null,
    });

  const relay = (testId: TestId, seeds: Seeds, replicate = 1) =>
    correctLaid(acting(library().db, library().helper, TODAY), { key: randomUUID(), testId, replicate, seeds, reason: 'counted again' });

  return { laying, one, lay, layOne, count, end, relay };
}
