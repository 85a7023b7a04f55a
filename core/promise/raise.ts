import { LETS_THROUGH } from '../isolation/barriers.ts';
import { crossedShare } from '../isolation/crossedShare.ts';
import type { Season } from '../isolation/pollen.ts';
import type { Metres } from '../kernel/kinds.ts';
import { chancesAfterCleanTrials, claimBy, judge, SURENESS, type Claim, type Judgement } from './judge.ts';
import { hasSeason, seasonOfLot, toJudge, type CrossingKnowledge, type LotForJudging } from './judgeLot.ts';

/** Something that would let the label claim more, with what it would come to. */
export type Raise =
  | { readonly kind: 'trial'; readonly plants: number; readonly to: Claim; readonly chance: number }
  | { readonly kind: 'hand pollination' | 'cage'; readonly to: Claim; readonly chance: number }
  | { readonly kind: 'distance'; readonly metres: Metres; readonly to: Claim; readonly chance: number };

/** Sizes of trial that a garden has room for. */
const TRIALS = [10, 15, 20, 30, 40, 60, 80, 100, 150, 200, 300] as const;

/**
 * What would raise the promise: how many plants of a trial, all of them true; and how this season would have been judged with
 * hand pollination, or with every neighbour at such a distance. Empty when the seed is true already, or when it is known
 * for a fact that it is not.
 */
export function whatWouldRaise(lot: LotForJudging, knowledge: CrossingKnowledge): readonly Raise[] {
  const now = toJudge(lot, knowledge);
  const judged = judge(now);
  if (judged.promise === 'true' || now.cap !== 'true') return [];
  return [...trial(lot, now, judged), ...nextTime(lot, now, judged, knowledge)];
}

type Input = ReturnType<typeof toJudge>;

function trial(lot: LotForJudging, now: Input, judged: Judgement): Raise[] {
  const shows = (lot.crop.crossesShow[0] + lot.crop.crossesShow[1]) / 200;
  const after = chancesAfterCleanTrials(now, shows, TRIALS);
  const better: Raise[] = [];
  for (const goal of ['likely true', 'true'] as const) {
    if (goal === 'likely true' && judged.chanceLikely >= SURENESS) continue;
    const at = after.findIndex((chances) => chances[goal] >= SURENESS);
    if (at < 0) continue;
    const to = claimBy(after[at]!);
    if (better.at(-1)?.to !== to) better.push({ kind: 'trial', plants: TRIALS[at]!, to, chance: after[at]![goal] });
  }
  return better;
}

function nextTime(lot: LotForJudging, now: Input, judged: Judgement, knowledge: CrossingKnowledge): Raise[] {
  if (!hasSeason(lot.origin) || lot.origin === 'market fruit') return [];
  const season = seasonOfLot(lot, knowledge);
  const had = (change: Partial<Season>): Judgement => judge({ ...now, evidence: [], crossed: crossedShare({ ...season, ...change }) });
  const raises: Raise[] = [];
  if (season.barrier > LETS_THROUGH['hand pollination'] && lot.crop.breeding !== 'crossed by wind')
    add(raises, judged, had({ barrier: LETS_THROUGH['hand pollination'] }), (to, chance) => ({ kind: 'hand pollination', to, chance }));
  else if (season.barrier > LETS_THROUGH.cage)
    add(raises, judged, had({ barrier: LETS_THROUGH.cage }), (to, chance) => ({ kind: 'cage', to, chance }));
  for (const metres of [season.homeDistance, season.productionDistance]) {
    const { neighbours } = season;
    if (
      neighbours !== 'unknown' &&
      (neighbours.length === 0 || neighbours.every((one) => one.metres !== 'unknown' && one.metres >= metres))
    )
      continue;
    const apart =
      neighbours === 'unknown'
        ? [{ metres, overlap: 'unknown' as const, amount: 'unknown' as const, weight: 1 }]
        : neighbours.map((one) => ({ ...one, metres: one.metres === 'unknown' ? metres : Math.max(metres, one.metres) }));
    add(raises, judged, had({ neighbours: apart }), (to, chance) => ({ kind: 'distance', metres, to, chance }));
  }
  return raises;
}

function add(raises: Raise[], before: Judgement, after: Judgement, make: (to: Claim, chance: number) => Raise): void {
  const better = after.chanceLikely > before.chanceLikely + 0.01 || after.chanceTrue > before.chanceTrue + 0.01;
  if (better) raises.push(make(after.promise, after.chance));
}
