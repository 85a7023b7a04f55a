import { effectiveOfOutcrossers, sumOfSquares } from '#core/population/effectivePlants.ts';
import type { PlantsReckoning as Plants, PlantsVerdict } from '#core/population/bottleneck.ts';
import type { Tone } from '#words/tone.ts';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { percent } from '#words/sayings.ts';
import { plantsWords } from '#words/promise.ts';

export interface PlantsView extends Plants {
  /** Chance that a variant that one plant in twenty carries is still in it; null where the plants are unknown. */
  readonly rareKept: number | null;
  /** Share of the line's diversity that the generations here have left. */
  readonly diversity: number | null;
  /** Twelve runs of what chance does to a variant over ten such generations. */
  readonly drift: readonly (readonly number[])[];
}

const VERDICTS: Record<PlantsVerdict, { words: string; tone: Tone }> = {
  'enough to conserve': { words: 'Enough to conserve it', tone: 'good' },
  'enough to keep': { words: 'Enough to keep the line', tone: 'good' },
  'enough for seed': { words: 'Good seed, few plants', tone: 'doubt' },
  'too few': { words: 'Too few plants (bottleneck)', tone: 'doubt' },
  unknown: { words: 'Nobody knows', tone: 'plain' },
};

/** Were there enough plants to keep the line's variety, and what chance does when there are few. */
export function PlantsReckoning({ plants }: { plants: PlantsView }) {
  const { words, tone } = VERDICTS[plants.verdict];
  const { mothers } = plants;
  return (
    <Reckoning
      tone={tone}
      question="Does it keep its genetic diversity?"
      term="effective population size"
      verdict={words}
      figure={
        plants.rareKept === null ? undefined : (
          <p>
            <b>{percent(plants.rareKept)}</b> sure that a trait carried by 1 plant in 20 is still there
          </p>
        )
      }
      reasons={[
        `${plantsWords(plants)}.`,
        ...(plants.diversity === null
          ? []
          : [`About ${percent(plants.diversity)} of the original diversity is left after the generations saved here.`]),
        `Next time: seed from ${plants.wanted} plants, taking the same amount from each.`,
      ]}
      working={
        plants.effective === null ? undefined : (
          <>
            <DriftPicture runs={plants.drift} />
            <p>
              Genetic drift: each line is one simulated trait that half of the plants carry, over ten generations with the same effective
              population size as here ({Math.max(1, Math.round(plants.effective))}). A line that reaches the top or the bottom means the
              trait is fixed or lost.
            </p>
            {mothers !== null && mothers > 1 && (
              <p>
                Had one mother given half of the seed, its {mothers} mothers would have been worth{' '}
                {effectiveOfOutcrossers(sumOfSquares([0.5, ...new Array<number>(mothers - 1).fill(0.5 / (mothers - 1))]), mothers).toFixed(
                  1,
                )}{' '}
                plants instead of {effectiveOfOutcrossers(1 / mothers, mothers).toFixed(1)} in a free outcrosser.
              </p>
            )}
          </>
        )
      }
    />
  );
}

function DriftPicture({ runs }: { runs: PlantsView['drift'] }) {
  const [width, height] = [360, 120];
  const steps = (runs[0]?.length ?? 1) - 1;
  return (
    <svg
      viewBox={`0 0 ${width} ${height + 24}`}
      className="w-full max-w-md"
      role="img"
      aria-label={`Of ${runs.length} runs, ${runs.filter((run) => run.at(-1) === 0).length} lost the trait within ten generations`}
    >
      <line x1="0" x2={width} y1="1" y2="1" className="stroke-rule" />
      <line x1="0" x2={width} y1={height} y2={height} className="stroke-rule" />
      {runs.map((run, index) => (
        <polyline
          key={index}
          points={run.map((share, step) => `${(step / steps) * width},${height - share * (height - 2) - 1}`).join(' ')}
          className="fill-none stroke-frost"
          strokeWidth="1.5"
          strokeOpacity="0.7"
        />
      ))}
      <text x="0" y={height + 16} className="fill-soft text-[13px]">
        now
      </text>
      <text x={width} y={height + 16} textAnchor="end" className="fill-soft text-[13px]">
        10 generations
      </text>
    </svg>
  );
}
