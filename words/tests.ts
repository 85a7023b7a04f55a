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
    worth: 'Empty seed floats; so does some that is alive. A hint at how full it is, at best.',
  },
  cut: { title: 'Cut open', did: 'were full and firm', worth: 'Full seed may still be dead. It shows insects, rot and empty shells.' },
  snap: { title: 'Snap or bend', did: 'snapped', worth: 'It tells how dry seed is, and nothing of whether it lives.' },
};
