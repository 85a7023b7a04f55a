import { formatDate } from '#core/calendar/formatDate.ts';
import { Notice } from '#app/ui/Page.tsx';
import { TestResult } from '#app/ui/TestResult.tsx';
import type { Route } from './+types/towel.ts';
import { SpeedCurve } from './SpeedCurve.tsx';
import { TowelPicture, type SeedView } from './TowelPicture.tsx';

/** What a test came to, and how its towels looked at the end. */
export function EndedTest({ test, towel }: { test: Route.ComponentProps['loaderData']; towel: readonly SeedView[] }) {
  return (
    <>
      {test.outcome === 'abandoned' && (
        <Notice tone="doubt">
          Stopped without a result on {formatDate(test.endedOn!)}: {test.endReason}. The seeds are used up, and the test does not count.
        </Notice>
      )}
      {test.outcome === 'read' && test.kind !== 'viability' && (
        <Notice tone="good">
          {test.states.sprouted} of {test.seedsLaid} came up: {test.kind}. A vigour test shows how the seed copes with a hard start. It does
          not affect lending.
        </Notice>
      )}
      <div className="mb-8 grid items-start gap-x-10 gap-y-8 2xl:grid-cols-[minmax(0,1fr)_28rem]">
        {test.result && <TestResult {...test.result} code={test.code} today={test.today} />}
        <TowelPicture seeds={towel} counted={test.counted} outline={test.outline} />
      </div>
      {test.speed && <SpeedCurve speed={test.speed} laid={test.seedsLaid} kind={test.kind} />}
    </>
  );
}
