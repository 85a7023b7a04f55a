import type { IsoDate } from '../calendar/plainDate.ts';

/** A test that goes against all else that is known of its lot, and what may explain it: chances, 0 to 1. */
export interface OddTest {
  readonly on: IsoDate;
  readonly sown: number;
  readonly up: number;
  /** The day of the test before it, null for the first. */
  readonly since: IsoDate | null;
  /** That something nobody wrote down befell the seed, since then or before its first test. */
  readonly fell: number;
  /** That the test itself went wrong. */
  readonly wentWrong: number;
}

/** From this chance on an explanation of odd tests is taken as the one. */
const SETTLED = 0.9;

/** Whether what explains an odd test explains all of a lot's. */
export const settles = ({ fell, wentWrong }: Pick<OddTest, 'fell' | 'wentWrong'>): boolean => Math.max(fell, wentWrong) >= SETTLED;

/** Whether only a further test can tell what explains a lot's odd tests. */
export const leavesOpen = (odd: readonly OddTest[]): boolean => odd.length > 0 && !odd.some(settles);
