import { classes } from '#app/ui/classes.ts';

export type SeedLook = 'waiting' | 'sprouted' | 'dead';

export interface SeedView {
  readonly seed: number;
  readonly state: SeedLook;
  /** The test's day on which it was seen; null while waiting. */
  readonly day: number | null;
}

/** Seeds a row: tens, as they are laid. */
export const ROW = 10;
const NAMES: Record<SeedLook, string> = { waiting: 'waiting', sprouted: 'sprouted', dead: 'mouldy or dead' };

export function seedName({ seed, state, day }: SeedView): string {
  return `Seed ${seed}: ${NAMES[state]}${day === null ? '' : ` on day ${day}`}`;
}

/** One seed as it lies: whole, with its root out, or struck through. */
export function SeedShape({ state }: { state: SeedLook }) {
  return (
    <svg viewBox="0 0 40 40" aria-hidden className="size-full">
      {state === 'sprouted' && <path d="M21 23c1 5-2 8 1 13" className="fill-none stroke-good" strokeWidth="3" strokeLinecap="round" />}
      {state === 'sprouted' && <path d="M20 12c-1-5 2-8 7-9 0 4-2 8-7 9z" className="fill-good" />}
      <ellipse
        cx="20"
        cy="19"
        rx="7.5"
        ry="9.5"
        transform="rotate(18 20 19)"
        className={classes(state === 'sprouted' ? 'fill-grain' : state === 'dead' ? 'fill-well stroke-poor' : 'fill-grain opacity-55')}
        strokeWidth="1.5"
      />
      {state === 'dead' && <path d="M11 10l18 18M29 10L11 28" className="stroke-poor" strokeWidth="2.5" strokeLinecap="round" />}
    </svg>
  );
}

/** An ended towel, to look at. */
export function TowelPicture({ seeds }: { seeds: readonly SeedView[] }) {
  return (
    <section aria-label="The towel as it ended">
      <h2 className="mb-2">The towel</h2>
      <ol className="grid max-w-xl grid-cols-10 gap-1 border-y-8 border-double border-frost-tint bg-sheet p-3">
        {seeds.map((seed) => (
          <li key={seed.seed} aria-label={seedName(seed)} className="relative aspect-square">
            <SeedShape state={seed.state} />
          </li>
        ))}
      </ol>
    </section>
  );
}
