import type { Seeds } from '../kernel/kinds.ts';
import { BETWEEN_TEST_SPREAD, probabilityAtLeast, type Beta } from './betaPosterior.ts';
import { chanceOfSettling, moreTesting } from './moreTesting.ts';
import type { Thresholds } from './verdict.ts';

/** No test takes more of a lot than this share, unless somebody decides so. */
const MOST_OF_STOCK = 0.1;
/** Fewer than this say next to nothing. */
const FEWEST = 5;
/** A look at seed of which nothing is in doubt. */
const TO_CONFIRM = 20;
const MOST = 100;
const ROUND_TO = 10;

export interface ProposedSize {
  /** Seeds to lay; 0 where the stock does not afford a test. */
  readonly seeds: Seeds;
  /** What the decision needs, before the stock is asked. */
  readonly wanted: number;
  /** The question that the test is to answer: whether to lend, whether at full strength, or neither is open. */
  readonly question: 'lend' | 'full strength' | 'confirm';
  /** Chance that `seeds` answer it. */
  readonly chance: number;
  readonly limitedBy: 'need' | 'stock' | 'too few to test';
  /** Share of what is left, 0 to 1. */
  readonly share: number;
}

/** What the next test of a lot is to answer, and how many seeds that takes, before the stock is asked. */
export function neededSize(belief: Beta, thresholds: Thresholds): Pick<ProposedSize, 'wanted' | 'question'> {
  const { lend, full, sureness } = thresholds;
  const isOpen = (threshold: number) => {
    const chance = probabilityAtLeast(belief, threshold);
    return chance > 1 - sureness && chance < sureness;
  };
  const question = isOpen(lend) ? 'lend' : isOpen(full) ? 'full strength' : 'confirm';
  if (question === 'confirm') return { wanted: TO_CONFIRM, question };
  const more = moreTesting(belief, question === 'lend' ? lend : full, sureness);
  return { wanted: Math.min(MOST, Math.ceil(more.seeds / ROUND_TO) * ROUND_TO), question };
}

/** Seeds that a lot affords to a test: no more than a tenth of what is left; 0 where that is too few to say anything. */
export function affordedBy(seedsLeft: Seeds): Seeds {
  const affords = Math.floor(seedsLeft * MOST_OF_STOCK);
  return affords < FEWEST ? 0 : Math.min(MOST, affords);
}

/**
 * How many seeds to lay: what settles the open question four times in five (or as sure as the house wants), rounded up to tens, up to 100, and no
 * more than a tenth of what is left. A lot so small that a tenth is under five seeds is better grown out.
 * @param belief germination as believed today
 */
export function proposeSize(belief: Beta, thresholds: Thresholds, seedsLeft: number): ProposedSize {
  const { wanted, question } = neededSize(belief, thresholds);
  const threshold = question === 'full strength' ? thresholds.full : thresholds.lend;
  const affords = affordedBy(seedsLeft);
  const limitedBy = affords === 0 ? 'too few to test' : affords < wanted ? 'stock' : 'need';
  const seeds = limitedBy === 'need' ? wanted : limitedBy === 'stock' ? affords : 0;
  return {
    seeds,
    wanted,
    question,
    chance:
      seeds === 0 ? 0 : question === 'confirm' ? 1 : chanceOfSettling(belief, threshold, thresholds.sureness, seeds, BETWEEN_TEST_SPREAD),
    limitedBy,
    share: seedsLeft > 0 ? seeds / seedsLeft : 0,
  };
}
