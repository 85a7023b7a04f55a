import type { QuickLook } from '#core/germination/quickLooks.ts';

export interface QuickLookWords {
  readonly title: string;
  /** What the good ones did. */
  readonly did: string;
  /** What it can hint at, and what not. */
  readonly worth: string;
}

export const QUICK_LOOK_WORDS: Readonly<Record<QuickLook, QuickLookWords>> = {
  float: {
    title: 'Float or sink',
    did: 'sank',
    worth: 'Empty seed floats, but so does some living seed. It only hints at how full the seed is.',
  },
  cut: { title: 'Cut open', did: 'were full and firm', worth: 'Full seed can still be dead. Cutting shows insects, rot and empty shells.' },
  snap: { title: 'Snap or bend', did: 'snapped', worth: 'It shows how dry the seed is, not whether it is alive.' },
};
