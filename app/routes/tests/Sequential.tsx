import { ButtonLink } from '#app/ui/Button.tsx';
import type { Tone } from '#words/tone.ts';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { percent } from '#words/sayings.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { SequentialAdvice } from '#core/germination/sequential.ts';
import type { Day } from '#core/kernel/kinds.ts';

const ADVICE: Record<SequentialAdvice, { tone: Tone; verdict: string }> = {
  'stop: good': { tone: 'good', verdict: 'Stop: enough seeds germinate' },
  'stop: poor': { tone: 'poor', verdict: 'Stop: too few seeds germinate' },
  'lay another batch': { tone: 'doubt', verdict: 'Start another batch' },
  'wait for the last count': { tone: 'frost', verdict: 'Wait for the last count' },
};

export interface SequentialView {
  /** What it tells apart, shares. */
  readonly good: number;
  readonly poor: number;
  readonly advice: SequentialAdvice;
  readonly batches: readonly { readonly id: number; readonly laidOn: Day; readonly laid: number; readonly sprouted: number }[];
  readonly size: number;
  readonly first: number;
}

/** Whether a test laid in batches may stop now. */
export function Sequential({ code, view: { good, poor, advice, batches, size, first } }: { code: string; view: SequentialView }) {
  const sprouted = batches.reduce((sum, batch) => sum + batch.sprouted, 0);
  const laid = batches.reduce((sum, batch) => sum + batch.laid, 0);
  return (
    <div className="mb-8">
      <Reckoning
        tone={ADVICE[advice].tone}
        question={`Testing in batches of ${size}: can you stop?`}
        verdict={ADVICE[advice].verdict}
        figure={
          <p>
            {sprouted} of {laid} in {batches.length} {batches.length === 1 ? 'batch' : 'batches'}.
          </p>
        }
        reasons={batches.map((batch) => `Started ${formatDate(batch.laidOn)}: ${batch.sprouted} of ${batch.laid}`)}
        actions={advice === 'lay another batch' && <ButtonLink to={`/lots/${code}/test?batch=${first}`}>Start another {size}</ButtonLink>}
        working={
          <p>
            Wald’s sequential probability ratio test between {percent(good)} (good) and {percent(poor)} (poor), with an error rate of at
            most 1 in 10 each way. Seeds that have not come up yet count as failed, so “good” can be decided early but “poor” only at the
            last count. It only tells good seed from poor; the verdict says how thickly to sow.
          </p>
        }
      />
    </div>
  );
}
