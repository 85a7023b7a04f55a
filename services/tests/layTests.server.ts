import type { z } from 'zod';
import { layTestsInput } from '#contracts/tests/tests.ts';
import { nextCountDay, usualCheckDays } from '#core/germination/checkDays.ts';
import { limitOfStart, type TestKind } from '#core/germination/layout.ts';
import type { Day, TestId } from '#core/kernel/kinds.ts';
import { unitsForSeeds } from '#core/units/seedsAndWeight.ts';
import type { Db } from '#data/database.ts';
import { lockLot } from '#data/lots/lots.ts';
import type { Actor } from '#data/people/accounts.ts';
import { createTest, findTest } from '#data/tests/tests.ts';
import { refuseFrozen, type StillFrozen } from '#services/bench/frozen.server.ts';
import { command, type Inside } from '#services/command.server.ts';
import type { NoLot } from '#services/lots/lockedLot.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import type { Refuse } from '#services/perform.server.ts';
import { drawFromLot, type Short } from '#services/stock/stock.server.ts';

/** What is laid of one lot: so many replicates of so many seeds, or one batch of a sequential test. */
export type Laying = z.output<typeof layTestsInput>;
export type OneLaid = Laying['lots'][number];

/** What stands in the way, and of which of the lots. */
export type LayProblem = { readonly of: string } & (
  | Short
  | NoLot
  | StillFrozen
  | { readonly code: 'in the future' }
  | { readonly code: 'before intake'; readonly takenInOn: Day }
  | { readonly code: 'no such series' }
  | { readonly code: 'not a hard start'; readonly kind: TestKind; readonly limit: number }
);

/** Lays germination tests: the seeds leave stock, and stay spent whatever comes of it. All of a tray are laid, or none. */
export const layTests = command(
  'test laid',
  { input: layTestsInput },
  async ({ tx, actor, now, today, refuse }: Inside<LayProblem>, laying) => {
    const testIds: TestId[] = [];
    // In one order whatever the tray's: two trays with the same lots wait for each other instead of blocking.
    for (const one of [...laying.lots].sort((a, b) => a.code.localeCompare(b.code)))
      testIds.push(await layOne(tx, actor, { now, today }, laying, one, refuse));
    return { answer: { testIds }, subject: laying.lots.map(({ code }) => code).join(', ') };
  },
);

async function layOne(
  tx: Db,
  actor: Actor,
  { now, today }: { readonly now: Date; readonly today: Day },
  laying: Laying,
  one: OneLaid,
  refuse: Refuse<LayProblem>,
): Promise<number> {
  const of = one.code;
  const lot = (await lockLot(tx, of)) ?? refuse({ of, code: 'no such lot' });
  await refuseFrozen(tx, lot.id, laying.warmed, { now, today }, (frozen) => refuse({ of, ...frozen }));
  if (laying.laidOn > today) refuse({ of, code: 'in the future' });
  if (laying.laidOn < lot.takenInOn) refuse({ of, code: 'before intake', takenInOn: lot.takenInOn });
  const limit = limitOfStart(laying.kind, lot.facts.celsius);
  if (limit !== null && (laying.kind === 'vigour in cold' ? one.celsius > limit : one.celsius < limit))
    refuse({ of, code: 'not a hard start', kind: laying.kind, limit });
  const series = one.seriesOf === undefined ? null : await findTest(tx, one.seriesOf);
  if (one.seriesOf !== undefined && (series?.lotId !== lot.id || series.batchSeeds === null || series.seriesOf !== null))
    refuse({ of, code: 'no such series' });
  const replicates = one.replicates ?? 1;
  const seeds = one.seeds * replicates;
  await drawFromLot(
    tx,
    lot,
    unitsForSeeds(seeds, lot.unit, lot.seedsPerGram),
    {
      actKey: laying.key,
      kind: 'drawn for test',
      to: { outside: 'tests' },
      typed: replicates > 1 ? `${replicates} × ${one.seeds} seeds` : `${seeds} seeds`,
      reason: null,
      happenedOn: laying.laidOn,
      personId: actor.personId,
    },
    (short) => refuse({ of, ...short }),
  );
  const { firstCount: firstCountDays, finalCount: finalCountDays } = lot.facts;
  const testId = await createTest(tx, {
    lotId: lot.id,
    laidOn: laying.laidOn,
    seedsLaid: seeds,
    replicates,
    counted: laying.counted,
    kind: laying.kind,
    medium: laying.medium,
    spot: one.spot,
    treatments: laying.treatments,
    celsius: one.celsius,
    firstCountDays,
    finalCountDays,
    checkDays: laying.checkDays,
    part: one.part ?? null,
    seriesOf: series?.id ?? null,
    batchSeeds: series || one.inBatches ? one.seeds : null,
    nextCountOn: nextCountDay(laying.laidOn, null, laying.checkDays ?? usualCheckDays(firstCountDays, finalCountDays)),
    laidBy: actor.personId,
    actKey: laying.key,
  });
  await refreshOutlook(tx, lot.id, today);
  return testId;
}
