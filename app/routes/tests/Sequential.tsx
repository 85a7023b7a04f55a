import { ButtonLink } from '#app/ui/Button.tsx';
import type { Tone } from '#words/tone.ts';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { percent } from '#words/sayings.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { SequentialAdvice } from '#core/germination/sequential.ts';
import type { Day } from '#core/kernel/kinds.ts';

const ADVICE: Record<SequentialAdvice, { tone: Tone; verdict: string }> = {
  'stop: good': { tone: 'good', verdict: 'Stop: enough germinates' },
  'stop: poor': { tone: 'poor', verdict: 'Stop: too little germinates' },
  'lay another batch': { tone: 'doubt', verdict: 'Lay another batch' },
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
        question={`Laid in batches of ${size}: may the testing stop?`}
        verdict={ADVICE[advice].verdict}
        figure={
          <p>
            {sprouted} of {laid} in {batches.length} {batches.length === 1 ? 'batch' : 'batches'}.
          </p>
        }
        reasons={batches.map((batch) => `Laid ${formatDate(batch.laidOn)}: ${batch.sprouted} of ${batch.laid}`)}
        actions={advice === 'lay another batch' && <ButtonLink to={`/lots/${code}/test?batch=${first}`}>Lay another {size}</ButtonLink>}
        working={
          <p>
            Wald’s probability ratio test between {percent(good)} (good) and {percent(poor)} (poor), each wrong in 1 of 10 cases at most.
            What has not come up yet counts as not coming, so that “good” may be said early, and “poor” only at the last count. It tells
            good seed from poor, so that testing can stop; how thickly to sow it is the verdict’s business.
          </p>
        }
      />
    </div>
  );
}
