import { unitsForSeeds } from '#core/units/seedsAndWeight.ts';
import type { Loading } from './loading.ts';
import { addRows } from './rows.ts';

/** Germination tests, counted seed by seed. */
export async function loadTests(loading: Loading): Promise<void> {
  const all = loading.library.lots.flatMap((lot, index) =>
    lot.tests.map((test) => ({ lot, index, test, key: loading.act('test laid', loading.codes[index]!, test.laidOn) })),
  );
  for (const { lot, index, test, key } of all)
    loading.draw(index, 'drawn for test', unitsForSeeds(test.seeds, lot.unit, lot.perGram), `${test.seeds} seeds`, test.laidOn, key);
  const helper = loading.personIds[1]!;
  const testIds = await addRows(
    loading.tx,
    'germination_test',
    all.map(({ lot, index, test, key }) => ({
      lot_id: loading.lotIds[index]!,
      laid_on: test.laidOn,
      seeds_laid: test.seeds,
      counted: 'any root',
      celsius: lot.crop.celsius,
      first_count_days: lot.crop.firstCount,
      final_count_days: lot.crop.finalCount,
      next_count_on: test.nextCountOn,
      laid_by: helper,
      act_key: key,
    })),
  );
  const checks = all.flatMap(({ test, index }, at) =>
    test.checks.map((check) => ({ check, testId: testIds[at]!, key: loading.act('towel counted', loading.codes[index]!, check.on) })),
  );
  const checkIds = await addRows(
    loading.tx,
    'test_check',
    checks.map(({ check, testId, key }) => ({
      test_id: testId,
      checked_on: check.on,
      note: check.note,
      checked_by: helper,
      act_key: key,
    })),
  );
  await addRows(
    loading.tx,
    'seed_mark',
    checks.flatMap(({ check, testId }, at) =>
      check.marks.map(({ seed, state }) => ({ check_id: checkIds[at]!, test_id: testId, seed, state })),
    ),
  );
  await addRows(
    loading.tx,
    'test_ending',
    all.flatMap(({ test, index }, at) =>
      test.end
        ? [
            {
              test_id: testIds[at]!,
              ended_on: test.end.on,
              outcome: test.end.outcome,
              sprouted: test.end.sprouted,
              reason: test.end.reason,
              ended_by: helper,
              act_key: loading.act(`test ${test.end.outcome}`, loading.codes[index]!, test.end.on),
            },
          ]
        : [],
    ),
  );
}
