import type { SeedState } from '#core/germination/towel.ts';
import { classes } from '#app/ui/classes.ts';

export interface SeedView {
  readonly replicate: number;
  readonly seed: number;
  readonly state: SeedState;
  /** The test's day on which it was seen; null while waiting. */
  readonly day: number | null;
}

/** Seeds a row: tens, as they are laid. */
export const ROW = 10;

/** What each state is called where normal seedlings, or any root, are counted. */
export function stateName(state: SeedState, counted: string): string {
  if (state === 'sprouted') return counted === 'normal seedlings' ? 'Normal seedling' : 'Root out';
  return {
    waiting: 'Waiting',
    abnormal: 'Abnormal',
    hard: 'Hard',
    fresh: 'Fresh, ungerminated',
    dead: 'Mouldy or dead',
    absent: 'Not laid',
  }[state];
}

export function seedName({ seed, state, day }: Pick<SeedView, 'seed' | 'state' | 'day'>, counted: string): string {
  return `Seed ${seed}: ${stateName(state, counted).toLowerCase()}${day === null ? '' : ` on day ${day}`}`;
}

const BODY: Record<SeedState, string> = {
  waiting: 'fill-grain opacity-55',
  sprouted: 'fill-grain',
  abnormal: 'fill-grain opacity-80',
  hard: 'fill-ink',
  fresh: 'fill-frost-tint stroke-frost',
  dead: 'fill-well stroke-poor',
  absent: 'fill-none stroke-edge',
};

/** One seed of the crop as it lies: whole, with root and leaf, stunted, hard as it went in, swollen, struck through, or never there. */
export function SeedShape({ state, outline }: { state: SeedState; outline: string }) {
  return (
    <svg viewBox="0 0 40 40" aria-hidden className="size-full">
      {state === 'sprouted' && <path d="M21 23c1 5-2 8 1 13" className="fill-none stroke-good" strokeWidth="3" strokeLinecap="round" />}
      {state === 'sprouted' && <path d="M20 12c-1-5 2-8 7-9 0 4-2 8-7 9z" className="fill-good" />}
      {state === 'abnormal' && (
        <path d="M21 26c5 1 7 4 3 6s-6-1-3-3" className="fill-none stroke-doubt" strokeWidth="3" strokeLinecap="round" />
      )}
      <path
        d={outline}
        transform={`translate(20 19) rotate(68) scale(${state === 'fresh' ? 1.15 : 1})`}
        className={BODY[state]}
        strokeWidth="1.5"
        {...(state === 'absent' && { strokeDasharray: '3 3' })}
      />
      {state === 'hard' && <circle cx="20" cy="19" r="3" className="fill-sheet" />}
      {state === 'dead' && <path d="M11 10l18 18M29 10L11 28" className="stroke-poor" strokeWidth="2.5" strokeLinecap="round" />}
    </svg>
  );
}

/** Ended towels, to look at. */
export function TowelPicture({ seeds, counted, outline }: { seeds: readonly SeedView[]; counted: string; outline: string }) {
  const replicates = [...new Set(seeds.map(({ replicate }) => replicate))];
  return (
    <section aria-label="The towel at the end">
      <h2 className="mb-2">{replicates.length > 1 ? 'The towels' : 'The towel'}</h2>
      <div className={classes('grid gap-6', replicates.length > 1 && 'sm:grid-cols-2')}>
        {replicates.map((replicate) => (
          <ol
            key={replicate}
            {...(replicates.length > 1 && { 'aria-label': `Replicate ${replicate}` })}
            className="grid max-w-xl grid-cols-10 gap-1 border-y-8 border-double border-frost-tint bg-sheet p-3"
          >
            {seeds
              .filter((seed) => seed.replicate === replicate)
              .map((seed) => (
                <li key={seed.seed} aria-label={seedName(seed, counted)} className="relative aspect-square">
                  <SeedShape state={seed.state} outline={outline} />
                </li>
              ))}
          </ol>
        ))}
      </div>
    </section>
  );
}
