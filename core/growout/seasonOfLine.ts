import { seasonOf, type Crop } from '../almanac/crop.ts';
import { addDays, inYear, nextOn, yearOf, type MonthDay } from '../calendar/plainDate.ts';
import type { Day } from '../kernel/kinds.ts';
import { returnBy, type Frosts } from '../lending/returnBy.ts';
import { plannedBloom, type Window } from './sowing.ts';

/** What a line goes through from seed to seed, in order. */
export type SeasonStep = 'sow' | 'bloom' | 'ripen' | 'clean' | 'test' | 'lend';

export interface SeasonOfLine {
  readonly steps: readonly ({ readonly step: SeasonStep } & Window)[];
  /** Years from sowing to ripe seed. */
  readonly seasons: 1 | 2;
}

/**
 * One season of a line in this place: when it is sown, flowers and ripens by the almanac and the house's frosts, six weeks for cleaning,
 * drying and the way home, a germination test, and from when its seed is lent.
 * @param sowOn the day on which it is sown; null is the next usual sowing from `today` on, over all its days
 * @param home the day agreed for its return; null is six weeks after it is ripe
 */
export function seasonOfLine(
  crop: Pick<Crop, 'bloom' | 'sow' | 'daysToSeed' | 'ripeWeeks' | 'finalCount'>,
  {
    today,
    sowOn,
    home,
    frosts,
    lendingOpens,
  }: {
    readonly today: Day;
    readonly sowOn: Day | null;
    readonly home: Day | null;
    readonly frosts: Frosts;
    readonly lendingOpens: MonthDay;
  },
): SeasonOfLine {
  const season = seasonOf(crop);
  const { sowFrom, ripeBy, due, seasons } = returnBy(sowOn ?? today, season, frosts);
  const first = sowOn ?? sowFrom;
  const frost = inYear(frosts.last, yearOf(addDays(first, -7 * crop.sow[0])));
  const usualEnd = addDays(frost, 7 * crop.sow[1]);
  const bloom = plannedBloom(crop, first, frosts);
  const quickest =
    season.kind === 'first season'
      ? addDays(first, season.daysToSeed[0])
      : addDays(ripeBy, -7 * (season.ripeWeeks[1] - season.ripeWeeks[0]));
  const back = home ?? due;
  const tested = addDays(back, crop.finalCount);
  const lentFrom = nextOn(lendingOpens, tested);
  const steps = [
    { step: 'sow', from: first, to: sowOn === null && usualEnd > first ? usualEnd : first },
    { step: 'bloom', ...bloom },
    { step: 'ripen', from: quickest < ripeBy ? quickest : ripeBy, to: ripeBy },
    { step: 'clean', from: ripeBy, to: back > ripeBy ? back : ripeBy },
    { step: 'test', from: back, to: tested },
    { step: 'lend', from: lentFrom, to: lentFrom },
  ] as const;
  return { steps, seasons };
}
