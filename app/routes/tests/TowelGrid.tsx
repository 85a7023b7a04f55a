import { useState, type KeyboardEvent } from 'react';
import type { SeedState } from '#core/germination/towel.ts';
import { classes } from '#app/ui/classes.ts';
import { ROW, SeedShape, seedName, type SeedView } from './TowelPicture.tsx';

const STEPS: Record<string, number> = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: ROW, ArrowUp: -ROW };
/** Keys that mark the seed one stands on; space and Enter mark it as the brush does. */
export const MARK_KEYS: Readonly<Record<string, SeedState>> = { a: 'abnormal', h: 'hard', f: 'fresh', d: 'dead' };

/** The seeds of one towel: tapped, or walked with the arrow keys and marked by a letter. Tapping a seed again takes it back. */
export function TowelGrid({
  label,
  seeds,
  counted,
  outline,
  brush,
  brushes,
  touched,
  onMark,
}: {
  label: string;
  seeds: readonly SeedView[];
  counted: string;
  /** The crop's seed, as a path. */
  outline: string;
  brush: SeedState;
  brushes: readonly SeedState[];
  /** Seeds marked since the page was shown, and not saved yet. */
  touched: (seed: SeedView) => boolean;
  onMark: (seed: SeedView, state: SeedState) => void;
}) {
  const [at, setAt] = useState(1);
  const mark = (seed: SeedView, state: SeedState) => onMark(seed, seed.state === state ? 'waiting' : state);
  function walk(event: KeyboardEvent<HTMLDivElement>) {
    const here = seeds[at - 1];
    const letter = MARK_KEYS[event.key.toLowerCase()];
    if (here && letter && brushes.includes(letter) && here.state !== 'absent') mark(here, letter);
    const step = STEPS[event.key];
    if (step === undefined) return;
    event.preventDefault();
    const next = at + step;
    if (next < 1 || next > seeds.length) return;
    setAt(next);
    event.currentTarget.querySelector<HTMLElement>(`[data-seed="${next}"]`)?.focus();
  }
  return (
    <div role="grid" aria-label={label} className="border-y-8 border-double border-frost-tint bg-sheet p-2 sm:p-3" onKeyDown={walk}>
      {rows(seeds).map((row, index) => (
        <div role="row" key={index} className="grid grid-cols-10 gap-0.5 sm:gap-1">
          {row.map((seed) => (
            <div role="gridcell" key={seed.seed}>
              <button
                type="button"
                data-seed={seed.seed}
                tabIndex={seed.seed === at ? 0 : -1}
                disabled={seed.state === 'absent'}
                onFocus={() => setAt(seed.seed)}
                onClick={() => mark(seed, brush)}
                aria-pressed={seed.state !== 'waiting'}
                aria-label={seedName({ ...seed, day: touched(seed) ? null : seed.day }, counted)}
                className={classes(
                  'aspect-square w-full touch-manipulation rounded-md p-0.5 hover:bg-well',
                  touched(seed) && 'bg-frost-tint',
                )}
              >
                <SeedShape state={seed.state} outline={outline} />
              </button>
            </div>
          ))}
        </div>
      ))}
    </div>
  );
}

function rows(seeds: readonly SeedView[]): SeedView[][] {
  return Array.from({ length: Math.ceil(seeds.length / ROW) }, (_, row) => seeds.slice(row * ROW, row * ROW + ROW));
}
