import { useEffect, useMemo, useState } from 'react';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import {
  diversityOf,
  driftOfPlants,
  effectiveIn,
  expectedDiversity,
  SHARINGS,
  sharesOf,
  type Sharing,
} from '#core/population/driftTrainer.ts';
import { chanceOfCarrier } from '#core/population/effectivePlants.ts';
import { percent } from '#words/sayings.ts';
import type { Route } from './+types/drift.ts';

export const meta: Route.MetaFunction = () => [{ title: 'What too few plants cost · Kind Granary' }];

export function loader({ request, context }: Route.LoaderArgs) {
  visitBy(context, request, 'work');
  return null;
}

const SIZES = [1, 5, 20, 100];
const BREEDINGS = [
  { value: 1, label: 'Crosses freely' },
  { value: 0.5, label: 'Crosses half the time' },
  { value: 0, label: 'Pollinates itself' },
];
const SHARING_WORDS: Readonly<Record<Sharing, string>> = {
  equal: 'The same amount from each',
  'one gives half': 'One plant gives half',
  'few give most': 'A few give most',
};
const GENERATIONS = 12;
const RUNS = 30;
const STEP_MS = 260;

/** What chance does to a line that is grown from few plants: thirty lines at once, and the diversity that is left against what is expected. */
export default function Drift() {
  const [plants, setPlants] = useState(5);
  const [sharing, setSharing] = useState<Sharing>('equal');
  const [outcrossing, setOutcrossing] = useState(1);
  const [runs, setRuns] = useState<readonly (readonly number[])[]>([]);
  const [shown, setShown] = useState(0);
  const population = useMemo(() => ({ plants, outcrossing, shares: sharesOf(plants, sharing) }), [plants, sharing, outcrossing]);
  const expected = useMemo(() => expectedDiversity(population, GENERATIONS), [population]);
  useEffect(() => {
    if (runs.length === 0 || shown >= GENERATIONS) return;
    const timer = setTimeout(() => setShown(shown + 1), STEP_MS);
    return () => clearTimeout(timer);
  }, [runs, shown]);
  const change = (change: () => void) => {
    change();
    setRuns([]);
    setShown(0);
  };
  const grow = () => {
    setRuns(Array.from({ length: RUNS }, () => driftOfPlants(population, GENERATIONS, Math.random)));
    // Whoever asks for less motion sees the end at once.
    setShown(matchMedia('(prefers-reduced-motion: reduce)').matches ? GENERATIONS : 1);
  };
  const seen = runs.map((run) => run.slice(0, shown + 1));
  const left = diversityOf(seen);
  const lost = seen.filter((run) => run.at(-1) === 0 || run.at(-1) === 1).length;
  return (
    <div className="max-w-4xl">
      <PageHead
        title="What too few plants cost"
        about="A line keeps its genetic diversity only if enough plants give seed. Grow one for twelve generations and watch."
        actions={<ButtonLink to="/grow-outs">Grow-outs</ButtonLink>}
      />
      <div className="mb-6 flex flex-wrap gap-x-10 gap-y-4">
        <Choice
          label="Plants in each generation"
          options={SIZES.map((value) => ({ value, label: String(value) }))}
          value={plants}
          onChoose={(value) => change(() => setPlants(value))}
        />
        <Choice
          label="How is their seed mixed?"
          options={SHARINGS.map((value) => ({ value, label: SHARING_WORDS[value] }))}
          value={sharing}
          onChoose={(value) => change(() => setSharing(value))}
        />
        <Choice label="The crop" options={BREEDINGS} value={outcrossing} onChoose={(value) => change(() => setOutcrossing(value))} />
      </div>
      <p className="mb-4 max-w-prose text-large">
        {plants === 1 ? 'One plant counts' : `${plants} plants count`} as <b>{effectiveIn(population).toFixed(1)} effective plants</b>.
        After {GENERATIONS} generations about <b>{percent(expected[GENERATIONS]!)}</b> of the diversity is left. A trait that 1 plant in 20
        carries is among {plants === 1 ? 'it' : `${plants}`} with {percent(chanceOfCarrier(0.05, plants))} chance.
      </p>
      <Button type="button" look="action" onClick={grow}>
        {runs.length === 0 ? `Grow ${RUNS} lines` : 'Grow again'}
      </Button>
      <div className="mt-6 grid gap-8 md:grid-cols-2">
        <figure>
          <figcaption className="mb-2 font-semibold">A trait that half of the plants carry, in {RUNS} lines</figcaption>
          <Lines
            lines={seen}
            label={
              runs.length === 0
                ? 'Nothing grown yet'
                : `After ${shown} generations ${lost} of ${RUNS} lines have lost the trait or have only this trait`
            }
            ends={['All plants', 'No plants']}
          />
          <p role="status" className="mt-1 text-small text-soft">
            {runs.length > 0 &&
              `After ${shown} ${shown === 1 ? 'generation' : 'generations'} ${lost} of ${RUNS} lines have lost it or have only this trait.`}
          </p>
        </figure>
        <figure>
          <figcaption className="mb-2 font-semibold">Diversity left: expected (dashed), and in these lines</figcaption>
          <Lines
            lines={runs.length === 0 ? [] : [left]}
            dashed={expected}
            label={`Expected to fall to ${percent(expected[GENERATIONS]!)}`}
            ends={['All', 'None']}
            strong
          />
        </figure>
      </div>
      <p className="mt-6 max-w-prose text-small text-soft">
        Expected heterozygosity after g generations: (1 − 1/(2N))<sup>g</sup>, where N is the effective population size. The lines are
        simulated plant by plant: mothers by their share of the seed, and pollen from any plant as often as the crop crosses. So save the
        same amount from each of many plants, and if there were few, mix with seed from other years.
      </p>
    </div>
  );
}

function Choice<Value extends string | number>({
  label,
  options,
  value,
  onChoose,
}: {
  label: string;
  options: readonly { readonly value: Value; readonly label: string }[];
  value: Value;
  onChoose: (value: Value) => void;
}) {
  return (
    <div role="group" aria-label={label}>
      <p className="mb-1 font-semibold">{label}</p>
      <div className="flex flex-wrap gap-2">
        {options.map((one) => (
          <button
            key={one.value}
            type="button"
            aria-pressed={one.value === value}
            onClick={() => onChoose(one.value)}
            className="min-h-11 rounded-full border border-rule px-4 aria-pressed:border-ink aria-pressed:bg-well"
          >
            {one.label}
          </button>
        ))}
      </div>
    </div>
  );
}

const [WIDE, HIGH] = [420, 200];

/** Shares from 0 to 1 over the generations. */
function Lines({
  lines,
  dashed,
  label,
  ends: [top, bottom],
  strong = false,
}: {
  lines: readonly (readonly number[])[];
  dashed?: readonly number[];
  label: string;
  ends: readonly [string, string];
  strong?: boolean;
}) {
  const points = (line: readonly number[]) =>
    line.map((share, step) => `${(step / GENERATIONS) * WIDE},${(1 - share) * (HIGH - 4) + 2}`).join(' ');
  return (
    <svg viewBox={`0 -18 ${WIDE} ${HIGH + 54}`} className="w-full" role="img" aria-label={label}>
      <line x1="0" x2={WIDE} y1="2" y2="2" className="stroke-rule" />
      <line x1="0" x2={WIDE} y1={HIGH - 2} y2={HIGH - 2} className="stroke-rule" />
      <text x="0" y="-5" className="fill-soft text-[13px]">
        {top}
      </text>
      <text x="0" y={HIGH + 14} className="fill-soft text-[13px]">
        {bottom}
      </text>
      <text x={WIDE} y={HIGH + 32} textAnchor="end" className="fill-soft text-[13px]">
        {GENERATIONS} generations
      </text>
      {dashed && <polyline points={points(dashed)} className="fill-none stroke-ink" strokeWidth="2" strokeDasharray="6 5" />}
      {lines.map((line, index) => (
        <polyline
          key={index}
          points={points(line)}
          className="fill-none stroke-frost"
          strokeWidth={strong ? 3 : 1.5}
          strokeOpacity={strong ? 1 : 0.6}
        />
      ))}
    </svg>
  );
}
