import { useEffect, useState, type KeyboardEvent } from 'react';
import { Form } from 'react-router';
import { Button } from '#app/ui/Button.tsx';
import { classes } from '#app/ui/classes.ts';
import { useBusy } from '#app/ui/useBusy.ts';
import { ROW, SeedShape, seedName, type SeedLook, type SeedView } from './TowelPicture.tsx';

interface OpenTest {
  readonly today: string;
  readonly laidOn: string;
  readonly seedsLaid: number;
  readonly towel: readonly SeedView[];
  readonly typed: Record<string, string> | null;
}

type Errors = Record<string, string[] | null>;
/** What a tap makes of a seed; a second tap takes it back. */
type Brush = 'sprouted' | 'dead';

/** Counting: seeds are tapped, or reached by arrow keys and marked with space; nothing is kept until it is saved. */
export function CountTowel({ formKey, test, errors }: { formKey: string; test: OpenTest; errors: Errors }) {
  const [marks, setMarks] = useState<ReadonlyMap<number, SeedLook>>(() => typedMarks(test.typed));
  const [brush, setBrush] = useState<Brush>('sprouted');
  const [at, setAt] = useState(1);
  const saving = useBusy();
  useLeaveWarning(marks.size > 0 && !saving);
  const seeds = test.towel.map((seed) => ({ ...seed, state: marks.get(seed.seed) ?? seed.state }));
  const sprouted = seeds.filter(({ state }) => state === 'sprouted').length;
  const mark = (seed: SeedView, state: SeedLook) => {
    const next = new Map(marks);
    if (test.towel[seed.seed - 1]!.state === state) next.delete(seed.seed);
    else next.set(seed.seed, state);
    setMarks(next);
  };
  const numbers = (state: SeedLook) =>
    [...marks]
      .filter(([, now]) => now === state)
      .map(([seed]) => seed)
      .sort((a, b) => a - b)
      .join(',');
  return (
    <Form method="post" className="grid gap-8 lg:grid-cols-[minmax(0,36rem)_1fr]">
      <input type="hidden" name="key" value={formKey} />
      <input type="hidden" name="intent" value="count" />
      {(['sprouted', 'dead', 'waiting'] as const).map((state) => (
        <input key={state} type="hidden" name={state} value={numbers(state)} />
      ))}
      <div>
        <div className="mb-3 flex items-end justify-between gap-4">
          <p aria-live="polite">
            <b className="font-slab text-verdict leading-none">{sprouted}</b>{' '}
            <span className="text-large">of {test.seedsLaid} sprouted</span>
          </p>
          <div role="group" aria-label="A tap marks a seed as" className="flex">
            {(['sprouted', 'dead'] as const).map((choice) => (
              <button
                key={choice}
                type="button"
                aria-pressed={brush === choice}
                onClick={() => setBrush(choice)}
                className="inline-flex min-h-11 items-center gap-1 border border-edge bg-sheet px-3 first:rounded-l-md last:rounded-r-md last:border-l-0 aria-pressed:bg-well aria-pressed:font-semibold"
              >
                <span className="size-6">
                  <SeedShape state={choice} />
                </span>
                {choice === 'sprouted' ? 'Sprouted' : 'Mouldy'}
              </button>
            ))}
          </div>
        </div>
        <div
          role="grid"
          aria-label={`Towel of ${test.seedsLaid} seeds`}
          className="border-y-8 border-double border-frost-tint bg-sheet p-2 sm:p-3"
          onKeyDown={(event) => walk(event, seeds, at, setAt, mark)}
        >
          {rows(seeds).map((row, index) => (
            <div role="row" key={index} className="grid grid-cols-10 gap-0.5 sm:gap-1">
              {row.map((seed) => (
                <div role="gridcell" key={seed.seed}>
                  <button
                    type="button"
                    id={`seed-${seed.seed}`}
                    tabIndex={seed.seed === at ? 0 : -1}
                    onFocus={() => setAt(seed.seed)}
                    onClick={() => mark(seed, seed.state === brush ? 'waiting' : brush)}
                    aria-pressed={seed.state !== 'waiting'}
                    aria-label={seedName({ ...seed, day: marks.has(seed.seed) ? null : seed.day })}
                    className={classes(
                      'aspect-square w-full touch-manipulation rounded-md p-0.5 hover:bg-well',
                      marks.has(seed.seed) && 'bg-frost-tint',
                    )}
                  >
                    <SeedShape state={seed.state} />
                  </button>
                </div>
              ))}
            </div>
          ))}
        </div>
        <p className="mt-2 text-small text-soft">
          Tap a seed, or walk with the arrow keys: space marks it, D marks it mouldy, a second time takes it back.
        </p>
        {errors[''] && (
          <p role="alert" className="mt-2 font-semibold text-poor">
            {errors[''].join('. ')}
          </p>
        )}
      </div>
      <div className="max-w-sm space-y-4">
        <Plain
          name="more"
          label="Or just how many more sprouted"
          hint="When they were taken off without saying which"
          type="number"
          min={0}
          start={test.typed?.['more'] ?? ''}
          errors={errors}
        />
        <Plain
          name="checkedOn"
          label="Counted on"
          type="date"
          min={test.laidOn}
          max={test.today}
          start={test.typed?.['checkedOn'] ?? test.today}
          errors={errors}
        />
        <Plain
          name="note"
          label="Note (optional)"
          hint="Re-damped, mould, moved somewhere warmer"
          start={test.typed?.['note'] ?? ''}
          errors={errors}
        />
        <Button type="submit" look="action" className="w-full" disabled={saving}>
          {marks.size > 0 ? `Save ${marks.size} ${marks.size === 1 ? 'mark' : 'marks'}` : 'Save the count'}
        </Button>
      </div>
    </Form>
  );
}

function Plain({
  name,
  label,
  hint,
  errors,
  start,
  ...rest
}: {
  name: string;
  label: string;
  hint?: string;
  errors: Errors;
  start: string;
  type?: string;
  min?: number | string;
  max?: string;
}) {
  const wrong = errors[name];
  return (
    <div>
      <label htmlFor={name} className="block font-semibold">
        {label}
      </label>
      {hint && (
        <p id={`${name}-hint`} className="text-small text-soft">
          {hint}
        </p>
      )}
      <input
        id={name}
        name={name}
        defaultValue={start}
        aria-invalid={wrong ? true : undefined}
        aria-describedby={classes(hint && `${name}-hint`, wrong && `${name}-error`) || undefined}
        className="input mt-1"
        {...rest}
      />
      {wrong && (
        <p id={`${name}-error`} className="mt-1 font-semibold text-poor">
          {wrong.join('. ')}
        </p>
      )}
    </div>
  );
}

function rows(seeds: readonly SeedView[]): SeedView[][] {
  return Array.from({ length: Math.ceil(seeds.length / ROW) }, (_, row) => seeds.slice(row * ROW, row * ROW + ROW));
}

const STEPS: Record<string, number> = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: ROW, ArrowUp: -ROW };

/** The arrow keys walk the towel; D marks the seed one stands on as mouldy. */
function walk(
  event: KeyboardEvent,
  seeds: readonly SeedView[],
  at: number,
  setAt: (seed: number) => void,
  mark: (seed: SeedView, state: SeedLook) => void,
): void {
  const here = seeds[at - 1];
  const step = STEPS[event.key];
  if (here && event.key.toLowerCase() === 'd') mark(here, here.state === 'dead' ? 'waiting' : 'dead');
  if (step === undefined) return;
  event.preventDefault();
  const next = at + step;
  if (next < 1 || next > seeds.length) return;
  setAt(next);
  document.getElementById(`seed-${next}`)?.focus();
}

/** Marks that were made before the session ran out. */
function typedMarks(typed: Record<string, string> | null): ReadonlyMap<number, SeedLook> {
  const entries = (['sprouted', 'dead', 'waiting'] as const).flatMap((state) =>
    (typed?.[state] ?? '')
      .split(',')
      .filter(Boolean)
      .map((seed): [number, SeedLook] => [Number(seed), state]),
  );
  return new Map(entries);
}

function useLeaveWarning(unsaved: boolean): void {
  useEffect(() => {
    if (!unsaved) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', warn);
    return () => removeEventListener('beforeunload', warn);
  }, [unsaved]);
}
