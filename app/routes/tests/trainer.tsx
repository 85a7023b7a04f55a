import { useMemo, useState } from 'react';
import { verdict } from '#core/germination/verdict.ts';
import { wilsonInterval } from '#core/germination/wilsonInterval.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { percent, VERDICT_WORDS } from '#words/sayings.ts';
import type { Route } from './+types/trainer.ts';
import { NarrowingFan } from './NarrowingFan.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'What a test can tell · Kind Granary' }];

export function loader({ request, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'work');
  return { thresholds: house.thresholds };
}

const SIZES = [10, 20, 50, 100];
const MOST_SHOWN = 30;

interface Draw {
  readonly sprouted: number;
  readonly laid: number;
}

/** A jar of known germination to draw samples from, and a fan that narrows as tests come in: for learning what a small test can say. */
export default function Trainer({ loaderData: { thresholds } }: Route.ComponentProps) {
  const [share, setShare] = useState(0.7);
  const [size, setSize] = useState(10);
  const [draws, setDraws] = useState<readonly Draw[]>([]);
  const draw = (times: number) =>
    setDraws([
      ...draws,
      ...Array.from({ length: times }, () => ({
        laid: size,
        sprouted: Array.from({ length: size }, () => Math.random() < share).filter(Boolean).length,
      })),
    ]);
  const read = useMemo(
    () =>
      draws.map((one) => ({
        ...one,
        interval: wilsonInterval(one.sprouted, one.laid),
        kind: verdict(one.sprouted, one.laid, thresholds).kind,
      })),
    [draws, thresholds],
  );
  const holds = read.filter(({ interval }) => interval.low <= share && share <= interval.high).length;
  const right = share >= thresholds.full ? 'full strength' : share >= thresholds.lend ? 'sow thicker' : 'do not lend';
  const answered = read.filter(({ kind }) => kind === right).length;
  return (
    <div className="max-w-3xl">
      <PageHead
        title="What a test can tell"
        about="Draw samples from a jar whose germination you know, and see what ten seeds would have told you."
        actions={<ButtonLink to="/tests">Tests</ButtonLink>}
      />
      <section aria-label="Samples from a jar" className="mb-12">
        <div className="mb-4 flex flex-wrap items-end gap-x-8 gap-y-4">
          <label>
            <span className="block font-semibold">True germination of the jar: {percent(share)}</span>
            <input
              type="range"
              min={0.02}
              max={0.98}
              step={0.01}
              value={share}
              onChange={(event) => {
                setShare(Number(event.target.value));
                setDraws([]);
              }}
              className="h-11 w-64 accent-grain"
            />
          </label>
          <div role="group" aria-label="Seeds in a sample" className="flex gap-2">
            {SIZES.map((one) => (
              <button
                key={one}
                type="button"
                aria-pressed={one === size}
                onClick={() => {
                  setSize(one);
                  setDraws([]);
                }}
                className="min-h-11 rounded-full border border-rule px-4 aria-pressed:border-ink aria-pressed:bg-well"
              >
                {one} seeds
              </button>
            ))}
          </div>
          <Button type="button" look="action" onClick={() => draw(1)}>
            Draw one sample
          </Button>
          <Button type="button" onClick={() => draw(20)}>
            Draw 20 samples
          </Button>
        </div>
        <p role="status" className="mb-3 max-w-prose text-large">
          {read.length === 0 ? (
            'No samples yet.'
          ) : (
            <>
              <b>
                {answered} of {read.length}
              </b>{' '}
              samples would have said “{VERDICT_WORDS[right].toLowerCase()}”, which is right. {holds} of the intervals contain the true
              value; 19 out of 20 should.
            </>
          )}
        </p>
        {read.length > 0 && <Strips share={share} draws={read.slice(-MOST_SHOWN)} marks={[thresholds.lend, thresholds.full]} />}
      </section>
      <NarrowingFan />
    </div>
  );
}

/** One line for each sample: its share and interval, against the truth. */
function Strips({
  share,
  draws,
  marks,
}: {
  share: number;
  draws: readonly (Draw & { interval: { low: number; high: number }; kind: keyof typeof VERDICT_WORDS })[];
  marks: readonly number[];
}) {
  const x = (value: number) => 10 + value * 380;
  return (
    <>
      <svg
        viewBox={`0 0 400 ${draws.length * 12 + 24}`}
        className="w-full"
        role="img"
        aria-label={`${draws.length} samples with their intervals, and the true value of ${percent(share)}`}
      >
        {marks.map((mark) => (
          <line key={mark} x1={x(mark)} x2={x(mark)} y1="0" y2={draws.length * 12 + 8} className="stroke-edge" strokeDasharray="3 3" />
        ))}
        <line x1={x(share)} x2={x(share)} y1="0" y2={draws.length * 12 + 8} className="stroke-grain" strokeWidth="2" />
        {draws.map(({ sprouted, laid, interval }, index) => {
          const misses = share < interval.low || share > interval.high;
          const y = index * 12 + 8;
          return (
            <g key={index}>
              <line
                x1={x(interval.low)}
                x2={x(interval.high)}
                y1={y}
                y2={y}
                className={misses ? 'stroke-poor' : 'stroke-frost'}
                strokeWidth="5"
                opacity="0.6"
              />
              <circle cx={x(sprouted / laid)} cy={y} r="3.2" className={misses ? 'fill-poor' : 'fill-ink'} />
            </g>
          );
        })}
        {[0, 0.5, 1].map((at) => (
          <text
            key={at}
            x={x(at)}
            y={draws.length * 12 + 20}
            textAnchor={at === 0 ? 'start' : at === 1 ? 'end' : 'middle'}
            className="fill-soft text-[9px]"
          >
            {percent(at)}
          </text>
        ))}
      </svg>
      <details>
        <summary className="link inline-flex min-h-11 items-center">The samples as a list</summary>
        <ol className="columns-2 text-small sm:columns-3">
          {draws.map(({ sprouted, laid, kind }, index) => (
            <li key={index}>
              {sprouted} of {laid}: {VERDICT_WORDS[kind].toLowerCase()}
            </li>
          ))}
        </ol>
      </details>
    </>
  );
}
