import type { Claim } from '#core/promise/judge.ts';
import type { Raise } from '#core/promise/raise.ts';
import type { Reason } from '#core/promise/reasons.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { useUnits } from '#app/ui/units.tsx';
import { percent } from '#words/sayings.ts';
import { ShareBar } from '#app/ui/ShareBar.tsx';
import { CLAIM_TONES, CLAIM_WORDS, sureThat } from '#words/claims.ts';
import { claimTold, foreignRange, oneIn, reasonWords } from '#words/promise.ts';
import { RaiseList } from '#app/ui/RaiseList.tsx';

export interface PromiseView {
  readonly promise: Claim;
  readonly chance: number;
  readonly chanceTrue: number;
  readonly chanceLikely: number;
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

/** What the label may promise, and why. */
export function PromiseReckoning({
  code,
  promise,
  reasons,
  raises,
  central,
  health,
  ancestry,
}: {
  code: string;
  promise: PromiseView | null;
  reasons: readonly Reason[];
  raises: readonly Raise[];
  /** Crossed share of its season with every answer at its middle; null where it had none that anybody told of. */
  central: number | null;
  health: readonly string[];
  ancestry: {
    readonly generations: number;
    readonly effective: number | null;
    readonly narrowest: { readonly plants: number } | null;
    readonly gardens: number;
  };
}) {
  const units = useUnits();
  if (!promise)
    return (
      <Reckoning
        tone="plain"
        question="Is it true to type?"
        term="true to type"
        verdict="Being updated"
        reasons={['Something about this lot or its parents has changed. Reload the page in a moment.']}
      />
    );
  const { statement, reasons: shown } = claimTold(promise.promise, reasons);
  return (
    <Reckoning
      tone={CLAIM_TONES[promise.promise]}
      question="Is it true to type?"
      term="true to type"
      verdict={CLAIM_WORDS[promise.promise]}
      figure={
        statement ? (
          <p>{statement}</p>
        ) : (
          <>
            <p>
              <b>{percent(promise.chance)}</b> {sureThat(promise.promise)}
            </p>
            <ShareBar
              share={promise.middle}
              low={promise.low}
              high={promise.high}
              marks={[{ at: 0.05, name: '1 in 20' }]}
              most={Math.max(0.2, Math.min(1, promise.high * 1.3))}
            />
            <p className="text-small text-soft">
              Estimated share of foreign seed or genes: {foreignRange(promise.low, promise.high)}. This is calculated, not measured.
            </p>
          </>
        )
      }
      reasons={[...shown.map((reason) => reasonWords(reason, units)), ...ancestryWords(ancestry), ...health]}
      actions={<ButtonLink to={`/lots/${code}/seen`}>Record an observation</ButtonLink>}
      working={
        <>
          <RaiseList raises={raises} />
          {central !== null && <p>Taking the middle of every answer, {oneIn(central)} seeds of that season were crossed.</p>}
          {!statement && (
            <p>
              {Math.round(promise.chanceTrue * 100)} % chance that at most 1 in 100 is foreign, {Math.round(promise.chanceLikely * 100)} %
              chance that at most 1 in 20 is. The label makes the claim at 80 %. This includes the chance that the name is wrong, and 5 %
              for an unnoticed mishap.
            </p>
          )}
          <p>
            Crossed share of a season: c = t·S/(1 + S), S the sum over neighbours of amount × shared bloom × what the barrier lets through ×
            g(distance), where g is 1 % at the home-garden distance and 0.1 % at that for seed production; uncertain by a factor of 3. A
            foreign father hands on half the genes, so they add up over generations: f = 1 − (1 − f before)(1 − c/2). What was counted
            weighs every possibility by a binomial likelihood.
          </p>
        </>
      }
    />
  );
}

function ancestryWords({ generations, effective, narrowest, gardens }: Parameters<typeof PromiseReckoning>[0]['ancestry']): string[] {
  if (generations === 0) return [];
  const through = `${generations} ${generations === 1 ? 'generation' : 'generations'} here, through ${gardens} ${gardens === 1 ? 'garden' : 'gardens'}`;
  const narrow = narrowest
    ? `; the fewest plants in any generation: ${narrowest.plants} ${narrowest.plants === 1 ? 'plant' : 'plants'}`
    : '';
  const worth = effective === null ? '' : `, equal to ${Math.max(1, Math.round(effective))} plants every time`;
  return [`${through}${worth}${narrow}`];
}
