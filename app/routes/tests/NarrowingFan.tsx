import { useMemo, useState } from 'react';
import { Button } from '#app/ui/Button.tsx';
import { percent } from '#words/sayings.ts';
import { beliefOf } from '#core/viability/belief.ts';
import { atAge, bandAt } from '#core/viability/forecast.ts';
import { normalBelow } from '#core/viability/normal.ts';
import type { Aged } from '#core/viability/sightings.ts';

const YEARS = 8;
const YEAR = 365.25;
/** A jar that keeps somewhat worse than is usual for a crop that lives four years. */
const TRUTH = { probit: 1.4, perYear: 0.55 };
const HALF_LIFE_YEARS = 4;
const trueShare = (years: number) => normalBelow(TRUTH.probit - TRUTH.perYear * years);

/** A lot whose future nobody knows: each test that comes in narrows what is believed of it. */
export function NarrowingFan() {
  const [tests, setTests] = useState<readonly (Aged & { readonly age: number })[]>([]);
  const [shown, setShown] = useState(false);
  const [seeds, setSeeds] = useState(20);
  const year = tests.length === 0 ? 1 : Math.round(tests.at(-1)!.age / YEAR) + 1;
  const fan = useMemo(() => {
    const belief = beliefOf({ halfLifeYears: HALF_LIFE_YEARS, borrowed: false, ageThen: [{ days: 0, chance: 1 }], sightings: tests });
    return Array.from({ length: 4 * YEARS + 1 }, (_, index) => ({ years: index / 4, ...bandAt(atAge(belief, (index / 4) * YEAR)) }));
  }, [tests]);
  const test = () => {
    const up = Array.from({ length: seeds }, () => Math.random() < trueShare(year)).filter(Boolean).length;
    setTests([...tests, { kind: 'test', sown: seeds, up, age: year * YEAR }]);
  };
  const [x, y] = [(years: number) => 40 + (years / YEARS) * 360, (share: number) => 8 + (1 - share) * 150];
  const line = (of: (point: (typeof fan)[number]) => number, points = fan) =>
    points.map((point) => `${x(point.years)},${y(of(point))}`).join(' ');
  const end = fan.at(-1)!;
  return (
    <section aria-label="How tests narrow the range">
      <h2 className="mb-1">How tests narrow the range</h2>
      <p className="mb-3 max-w-prose text-soft">
        A fresh lot of a crop that usually lives four years. Nobody knows yet how long this one will live: test it year by year and watch
        the range.
      </p>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <Button type="button" look="action" onClick={test} disabled={year > YEARS}>
          {year > YEARS ? 'The eight years are over' : `Test ${seeds} seeds in year ${year}`}
        </Button>
        <label className="inline-flex items-center gap-2">
          Seeds
          <select value={seeds} onChange={(event) => setSeeds(Number(event.target.value))} className="input w-24">
            {[10, 20, 50, 100].map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </label>
        <label className="inline-flex min-h-11 items-center gap-2">
          <input type="checkbox" checked={shown} onChange={(event) => setShown(event.target.checked)} className="size-5" />
          Show the truth
        </label>
        <Button type="button" look="quiet" onClick={() => setTests([])}>
          Start again
        </Button>
      </div>
      <p role="status" className="mb-2">
        In year {YEARS}, 8 out of 10 lots like this germinate {percent(end.low)} to {percent(end.high)}:{' '}
        {Math.round((end.high - end.low) * 100)} percentage points wide.
      </p>
      <svg
        viewBox="0 0 420 180"
        className="w-full max-w-2xl"
        role="img"
        aria-label={`Estimated germination of the lot over ${YEARS} years, after ${tests.length} tests`}
      >
        <polygon points={`${line(({ high }) => high)} ${line(({ low }) => low, [...fan].reverse())}`} className="fill-frost-tint" />
        <polyline points={line(({ median }) => median)} className="fill-none stroke-frost" strokeWidth="2" />
        {shown && (
          <polyline
            points={line(({ years }) => trueShare(years))}
            className="fill-none stroke-grain"
            strokeWidth="2"
            strokeDasharray="4 3"
          />
        )}
        {tests.map(({ age, up, sown }) => (
          <circle key={age} cx={x(age / YEAR)} cy={y(up / sown)} r="4" className="fill-ink" />
        ))}
        {[0, 0.5, 1].map((share) => (
          <text key={share} x="36" y={y(share) + 3} textAnchor="end" className="fill-soft text-[9px]">
            {percent(share)}
          </text>
        ))}
        {[0, 2, 4, 6, 8].map((years) => (
          <text key={years} x={x(years)} y="174" textAnchor="middle" className="fill-soft text-[9px]">
            {years === 0 ? 'harvest' : `year ${years}`}
          </text>
        ))}
      </svg>
      {tests.length > 0 && (
        <ol className="text-small">
          {tests.map(({ age, up, sown }) => (
            <li key={age}>
              Year {Math.round(age / YEAR)}: {up} of {sown}
              {shown && `; the truth was ${percent(trueShare(age / YEAR))}`}
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}
