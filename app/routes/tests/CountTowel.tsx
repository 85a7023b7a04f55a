import { useEffect, useRef, useState } from 'react';
import { Form } from 'react-router';
import { readWrittenDays } from '#app/ui/writtenDays.ts';
import { Button } from '#app/ui/Button.tsx';
import { useBusy } from '#app/ui/useBusy.ts';
import { COUNTABLE, type Countable, type SeedState } from '#core/germination/towel.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { Photo, Plain, PlainDay, Tick, type Errors } from './PlainFields.tsx';
import { TowelGrid } from './TowelGrid.tsx';
import { SeedShape, stateName, type SeedView } from './TowelPicture.tsx';

export interface OpenTowel {
  readonly today: Day;
  readonly laidOn: Day;
  readonly replicates: number;
  readonly counted: string;
  /** The crop's seed, as a path. */
  readonly outline: string;
  readonly towel: readonly SeedView[];
  readonly next: number | null;
  readonly typed: Record<string, string> | null;
  /** The newest count that is known here. */
  readonly lastCheck: number;
  /** The replicate to begin with; the first where none is said. */
  readonly replicate?: number;
}

type Marks = ReadonlyMap<string, SeedState>;
const SENT: readonly Exclude<SeedState, 'absent'>[] = ['waiting', ...COUNTABLE];
const keyOf = ({ replicate, seed }: Pick<SeedView, 'replicate' | 'seed'>) => `${replicate}.${seed}`;
const NUMBERS: Record<Countable, string> = {
  sprouted: 'moreSprouted',
  abnormal: 'moreAbnormal',
  hard: 'moreHard',
  fresh: 'moreFresh',
  dead: 'moreDead',
};

/** Counting: seeds are tapped or reached by keys, or counts are typed; nothing is kept until it is saved. */
export function CountTowel({
  formKey,
  test,
  errors,
  onCount,
  sending = false,
  photos = false,
}: {
  formKey: string;
  test: OpenTowel;
  errors: Errors;
  /** Takes the count instead of posting it, so that it is kept on the device until it is sent. @param onward the towel to go on to */
  onCount: (fields: FormData, onward: number | null) => void;
  sending?: boolean;
  photos?: boolean;
}) {
  const [marks, setMarks] = useState<Marks>(() => typedMarks(test.typed));
  const [brush, setBrush] = useState<SeedState>('sprouted');
  const [replicate, setReplicate] = useState(Number(test.typed?.['replicate']) || test.replicate || 1);
  const saving = useBusy() || sending;
  useLeaveWarning(marks.size > 0 && !saving);
  const seeds = test.towel.map((seed) => ({ ...seed, state: marks.get(keyOf(seed)) ?? seed.state }));
  const before = new Map(test.towel.map((seed) => [keyOf(seed), seed.state]));
  const brushes = COUNTABLE.filter((state) => state !== 'abnormal' || test.counted === 'normal seedlings');
  const laid = seeds.filter(({ state }) => state !== 'absent').length;
  const sprouted = seeds.filter(({ state }) => state === 'sprouted').length;
  const onward = useRef<HTMLButtonElement>(null);
  useKey('n', () => onward.current?.click());
  const mark = (seed: SeedView, state: SeedState) => {
    const next = new Map(marks);
    if (before.get(keyOf(seed)) === state) next.delete(keyOf(seed));
    else next.set(keyOf(seed), state);
    setMarks(next);
  };
  const placesOf = (state: SeedState) =>
    [...marks]
      .filter(([, now]) => now === state)
      .map(([place]) => place)
      .join(',');
  return (
    <Form
      method="post"
      encType="multipart/form-data"
      className="grid gap-8 lg:grid-cols-[minmax(0,36rem)_1fr]"
      onSubmit={(event) => {
        event.preventDefault();
        const count = new FormData(event.currentTarget);
        readWrittenDays(count);
        const pressed = (event.nativeEvent as SubmitEvent).submitter;
        onCount(count, pressed instanceof HTMLButtonElement && pressed.name === 'onward' ? Number(pressed.value) : null);
      }}
    >
      <input type="hidden" name="key" value={formKey} />
      <input type="hidden" name="intent" value="count" />
      <input type="hidden" name="replicate" value={replicate} />
      <input type="hidden" name="after" value={test.lastCheck} />
      {SENT.map((state) => (
        <input key={state} type="hidden" name={state} value={placesOf(state)} />
      ))}
      <div>
        <p aria-live="polite" className="mb-2">
          <b className="font-slab text-verdict leading-none">{sprouted}</b>{' '}
          <span className="text-large">
            of {laid} {test.counted === 'normal seedlings' ? 'normal seedlings' : 'sprouted'}
          </span>
        </p>
        <Brushes brushes={brushes} brush={brush} setBrush={setBrush} counted={test.counted} outline={test.outline} />
        {test.replicates > 1 && (
          <div role="group" aria-label="Replicate" className="mb-2 flex flex-wrap gap-2">
            {Array.from({ length: test.replicates }, (_, index) => index + 1).map((each) => {
              const mine = seeds.filter((seed) => seed.replicate === each);
              return (
                <button
                  key={each}
                  type="button"
                  aria-pressed={each === replicate}
                  onClick={() => setReplicate(each)}
                  className="min-h-11 rounded-md border border-edge bg-sheet px-3 aria-pressed:bg-well aria-pressed:font-semibold"
                >
                  Replicate {each}: {mine.filter(({ state }) => state === 'sprouted').length} of{' '}
                  {mine.filter(({ state }) => state !== 'absent').length}
                </button>
              );
            })}
          </div>
        )}
        <TowelGrid
          key={replicate}
          label={test.replicates > 1 ? `Replicate ${replicate}` : `Towel of ${laid} seeds`}
          seeds={seeds.filter((seed) => seed.replicate === replicate)}
          counted={test.counted}
          outline={test.outline}
          brush={brush}
          brushes={brushes}
          touched={(seed) => marks.has(keyOf(seed))}
          onMark={mark}
        />
        <p className="mt-2 text-small text-soft">
          Tap a seed, or use the arrow keys: space marks it as sprouted, D as mouldy, H as hard, F as fresh
          {brushes.includes('abnormal') && ', A abnormal'}. Repeat to undo a mark.
        </p>
        {errors[''] && (
          <p role="alert" className="mt-2 font-semibold text-poor">
            {errors[''].join('. ')}
          </p>
        )}
      </div>
      <div className="flex max-w-sm flex-col gap-4">
        <fieldset>
          <legend className="font-semibold">Or enter how many more sprouted{test.replicates > 1 && ` of replicate ${replicate}`}</legend>
          <p className="text-small text-soft">Use this when seedlings were removed without marking which</p>
          <div className="mt-1 grid grid-cols-2 gap-3">
            {brushes.map((state) => (
              <Plain
                key={state}
                name={NUMBERS[state]}
                label={stateName(state, test.counted)}
                type="number"
                min={0}
                start={test.typed?.[NUMBERS[state]] ?? ''}
                errors={errors}
              />
            ))}
          </div>
          {errors['more'] && (
            <p role="alert" className="mt-1 font-semibold text-poor">
              {errors['more'].join('. ')}
            </p>
          )}
        </fieldset>
        <PlainDay
          name="checkedOn"
          label="Counted on"
          min={test.laidOn}
          max={test.today}
          start={test.typed?.['checkedOn'] ?? test.today}
          errors={errors}
        />
        <div className="flex flex-wrap gap-x-6">
          <Tick name="reWetted" label="Re-wetted" start={test.typed?.['reWetted']} />
          <Tick name="mould" label="Mould on the paper" start={test.typed?.['mould']} />
        </div>
        <details>
          <summary className="link inline-flex min-h-11 items-center">{photos ? 'Add a note or photo' : 'A note'}</summary>
          <div className="mt-2 space-y-4">
            <Plain name="note" label="Note" hint="For example: moved somewhere warmer" start={test.typed?.['note'] ?? ''} errors={errors} />
            {photos && <Photo errors={errors} />}
          </div>
        </details>
        <div className="order-first grid gap-3 lg:order-none">
          <Button type="submit" look="action" disabled={saving}>
            {marks.size > 0 ? `Save ${marks.size} ${marks.size === 1 ? 'mark' : 'marks'}` : 'Save count'}
          </Button>
          {test.next !== null && (
            <Button ref={onward} type="submit" name="onward" value={test.next} aria-keyshortcuts="N" disabled={saving}>
              Save and go to the next towel (N)
            </Button>
          )}
        </div>
      </div>
    </Form>
  );
}

const SHORT: Partial<Record<SeedState, string>> = { fresh: 'Fresh', dead: 'Mouldy' };

/** What a tap makes of a seed. */
function Brushes({
  brushes,
  brush,
  setBrush,
  counted,
  outline,
}: {
  brushes: readonly SeedState[];
  brush: SeedState;
  setBrush: (state: SeedState) => void;
  counted: string;
  outline: string;
}) {
  return (
    <div role="group" aria-label="A tap marks a seed as" className="mb-3 flex flex-wrap gap-1">
      {brushes.map((choice) => (
        <button
          key={choice}
          type="button"
          aria-pressed={brush === choice}
          onClick={() => setBrush(choice)}
          className="inline-flex min-h-11 items-center gap-1 rounded-md border border-edge bg-sheet px-2 aria-pressed:border-ink aria-pressed:bg-well aria-pressed:font-semibold"
        >
          <span className="size-6">
            <SeedShape state={choice} outline={outline} />
          </span>
          {SHORT[choice] ?? stateName(choice, counted)}
        </button>
      ))}
    </div>
  );
}

/** Marks that were made before the session ran out. */
function typedMarks(typed: Record<string, string> | null): Marks {
  return new Map(
    SENT.flatMap((state) =>
      (typed?.[state] ?? '')
        .split(',')
        .filter(Boolean)
        .map((place): [string, SeedState] => [place, state]),
    ),
  );
}

/** One key does it, wherever one stands but in a field that is typed into. */
function useKey(key: string, act: () => void): void {
  const newest = useRef(act);
  newest.current = act;
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const isTyping = event.target instanceof Element && event.target.matches('input:not([type=checkbox]), textarea, select');
      if (event.key.toLowerCase() === key && !isTyping && !event.ctrlKey && !event.metaKey && !event.altKey) newest.current();
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  }, [key]);
}

function useLeaveWarning(unsaved: boolean): void {
  useEffect(() => {
    if (!unsaved) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', warn);
    return () => removeEventListener('beforeunload', warn);
  }, [unsaved]);
}
