import { compareTests, type Count } from './compareTests.ts';

/** Quick looks at seed. None is a test: none enters a verdict or an outlook. */
export const QUICK_LOOKS = ['float', 'cut', 'snap'] as const;
export type QuickLook = (typeof QUICK_LOOKS)[number];

/** From this chance on a difference between a look and a test is put down to chance. */
const BY_CHANCE = 0.05;

/** Whether a quick look says another thing than a germination test of the same seed; how dry seed is says nothing of whether it lives. */
export function disagreesWith(look: { readonly kind: QuickLook; readonly good: number; readonly looked: number }, test: Count): boolean {
  return look.kind !== 'snap' && compareTests({ sprouted: look.good, laid: look.looked }, test).chance < BY_CHANCE;
}
