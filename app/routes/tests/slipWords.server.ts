import { formatDate } from '#core/calendar/formatDate.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import { findTest, findTests } from '#data/tests/tests.ts';
import type { LabelWords } from '#services/labels.server.ts';
import { db } from '#app/platform/database.server.ts';
import { addressOf } from '#app/platform/labels.server.ts';
import { hazardWords } from '#words/promise.ts';
import { formatTemperature } from '#core/units/temperature.ts';
import type { Units } from '#core/units/formatAmount.ts';

type Test = NonNullable<Awaited<ReturnType<typeof findTest>>>;

/** What the slip in a towel says; null where there is no such test. */
export async function readSlip(id: number, request: Request, units: Units): Promise<LabelWords | null> {
  const test = await findTest(db, id);
  return test ? slipOf(test, request, units) : null;
}

/** The slip of a test, or of one of its replicates. */
export function slipOf(test: Test, request: Request, units: Units, replicate?: number): LabelWords {
  const each = test.seedsLaid / test.replicates;
  const seeds = test.replicates > 1 && replicate === undefined ? `${test.replicates} × ${each}` : each;
  return {
    crop: test.crop,
    variety: test.variety,
    code: test.code,
    address: addressOf(`/tests/${test.id}`, request),
    lines: [
      {
        text: `Test ${test.id}${replicate === undefined ? '' : `, replicate ${replicate} of ${test.replicates}`}: ${seeds} seeds, started ${formatDate(test.laidOn)}`,
        strong: true,
      },
      {
        text: [
          `Counted: ${test.counted}, at ${formatTemperature(test.celsius, units)}`,
          ...test.treatments,
          test.kind === 'viability' ? null : test.kind,
          test.part,
        ]
          .filter(Boolean)
          .join('; '),
      },
      {
        text: `First count ${formatDate(addDays(test.laidOn, test.checkDays?.[0] ?? test.firstCountDays))}, last ${formatDate(addDays(test.laidOn, test.finalCountDays))}`,
      },
      { text: 'Drawn at random from several places' },
    ],
    hazards: hazardWords({ treated: test.treated, cautions: [] }),
  };
}

/** Slips of several tests, one for each replicate, in the order asked. */
export async function readSlips(ids: readonly number[], request: Request, units: Units): Promise<LabelWords[]> {
  const tests = await findTests(db, ids);
  return tests.flatMap((test) =>
    test.replicates === 1
      ? [slipOf(test, request, units)]
      : Array.from({ length: test.replicates }, (_, index) => slipOf(test, request, units, index + 1)),
  );
}

/** Test numbers out of an address, a few dozen at most. */
export function testIdsFrom(request: Request): number[] {
  return (new URL(request.url).searchParams.get('ids') ?? '')
    .split(',')
    .map(Number)
    .filter((id) => Number.isSafeInteger(id) && id > 0)
    .slice(0, 80);
}
