import { compareTests, type Count } from './compareTests.ts';

/** Quick looks at seed. None is a test: none enters a verdict or an outlook. */
export const QUICK_LOOKS = ['float', 'cut', 'snap'] as const;
export type QuickLook = (typeof QUICK_LOOKS)[number];

export interface QuickLookFacts {
  readonly title: string;
  /** What the good ones did. */
  readonly did: string;
  /** What it can hint at, and what not. */
  readonly worth: string;
}

export const QUICK_LOOK_FACTS: Readonly<Record<QuickLook, QuickLookFacts>> = {
  float: {
    title: 'Float or sink',
    did: 'sank',
    worth: 'Empty seed floats; so does some that is alive. A hint at how full it is, at best.',
  },
  cut: { title: 'Cut open', did: 'were full and firm', worth: 'Full seed may still be dead. It shows insects, rot and empty shells.' },
  snap: { title: 'Snap or bend', did: 'snapped', worth: 'It tells how dry seed is, and nothing of whether it lives.' },
};

/** From this chance on a difference between a look and a test is put down to chance. */
const BY_CHANCE = 0.05;

/** Whether a quick look says another thing than a germination test of the same seed; how dry seed is says nothing of whether it lives. */
export function disagreesWith(look: { readonly kind: QuickLook; readonly good: number; readonly looked: number }, test: Count): boolean {
  return look.kind !== 'snap' && compareTests({ sprouted: look.good, laid: look.looked }, test).chance < BY_CHANCE;
}
