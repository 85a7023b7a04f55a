import { formatDate } from '#core/calendar/formatDate.ts';
import type { OddTest } from '#core/viability/outlook.ts';
import type { NoRetestReason, RetestReason } from '#core/viability/retest.ts';
import type { VerdictKind } from '#core/germination/verdict.ts';
import type { MayLend } from '#core/lending/mayLend.ts';
import { formatStock } from '#core/units/formatAmount.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';

/** There was less than was asked for. */
export function shortWords({ onHand, unit }: { onHand: number; unit: StockUnit }): string {
  return onHand === 0 ? 'Nothing of it is left' : `Only ${formatStock(onHand, unit)} left`;
}

/** Why the next test falls when it does. */
const NEXT_TEST_WORDS: Record<RetestReason | NoRetestReason, string> = {
  'never tested and undated': 'never tested, and nobody knows how old it is',
  'last test left it open': 'the last test left the question open',
  'may fall under what is lent': 'by then it may have fallen under what is lent',
  'a third of its way to 85 %': 'by then it is a third of the way to 85 % of what it was',
  'much lent, before lending opens': 'it is much lent, and lending opens then',
  'last of its line, before lending opens': 'it is the last of its line, and lending opens then',
  'grow out or replace': 'no test would change what to do: grow it out, or replace it',
  'nothing left to test': 'nothing is left to test',
};

export function nextTestWords(reason: string | null): string {
  return NEXT_TEST_WORDS[reason as RetestReason | NoRetestReason] ?? 'not reckoned yet';
}

/** What a verdict means for the person with the jar in hand. */
export const VERDICT_WORDS: Record<VerdictKind, string> = {
  'full strength': 'Good: lend it as it is',
  'sow thicker': 'Lend it, and say to sow thicker',
  'not settled': 'Not settled yet',
  'do not lend': 'Too weak to lend',
};

/** What to say to whoever sows it. */
export const thickerWords = (ratio: { readonly sow: number; readonly for: number }) => `Sow ${ratio.sow} where you would sow ${ratio.for}`;

/** From this chance on an explanation of odd tests is taken as the one. */
const SETTLED = 0.9;

/** Whether only a further test can tell what explains odd tests. */
export const leavesOpen = (odd: readonly OddTest[]): boolean => odd.every(({ fell, wentWrong }) => Math.max(fell, wentWrong) < SETTLED);

/** What may explain tests that go against the rest of what is known of their lot, the likeliest first, and what to do about it. */
export function oddWords(odd: readonly OddTest[]): string {
  const ways = odd
    .flatMap(({ on, sown, up, since, fell, wentWrong }) => [
      {
        chance: fell,
        words: `something nobody wrote down cost it life ${since ? `between ${formatDate(since)} and` : 'before'} ${formatDate(on)}`,
        advice: 'Look at where it was kept',
      },
      { chance: wentWrong, words: `the test of ${formatDate(on)}, ${up} of ${sown}, went wrong`, advice: 'It counts for next to nothing' },
    ])
    .filter(({ chance }) => chance >= 0.05)
    .sort((one, other) => other.chance - one.chance);
  const told = ways.map(({ chance, words }) => `${words} (${percent(chance)})`);
  const either = told.length > 1 ? `either ${told.slice(0, -1).join(', ')}, or ${told.at(-1)}` : `it seems that ${told[0]}`;
  return `Its tests do not fit together with what is usual for it: ${either}. ${leavesOpen(odd) ? 'Test again before acting on it' : ways[0]!.advice}.`;
}

/** A probability in words and figure. */
export function chanceWords(probability: number): string {
  const percent = probability > 0.995 ? 'over 99 %' : probability < 0.005 ? 'under 1 %' : `${Math.round(probability * 100)} %`;
  const word =
    probability >= 0.95
      ? 'nearly certain'
      : probability >= 0.8
        ? 'likely'
        : probability > 0.6
          ? 'more likely than not'
          : probability >= 0.4
            ? 'as likely as not'
            : probability > 0.2
              ? 'rather unlikely'
              : probability > 0.05
                ? 'unlikely'
                : 'hardly possible';
  return `${word} (${percent})`;
}

export const percent = (share: number) => `${Math.round(share * 100)} %`;

export const EVERYBODYS_PROBLEMS = {
  'no such lot': 'There is no such lot any more',
  'changed meanwhile': 'Somebody else changed this while you were writing. What they wrote is below; yours is still in the fields',
} as const;

/** The desk's answer for one lot, in words. */
export function lendingAnswer(lending: MayLend, packets: number): string {
  switch (lending.answer) {
    case 'yes':
      return packets > 0 ? 'Yes' : 'Too little for a packet';
    case 'coordinator':
      return lending.why === 'not settled' ? 'Only with a coordinator’s reason: not settled' : 'Only with a coordinator’s reason: too weak';
    case 'refused':
      return lending.why === 'F1' ? 'No: an F1 hybrid' : lending.why === 'hold' ? 'No: it is on hold' : 'No: nothing is left';
  }
}

/** Where seed that must not be dried was to be put into the frost. */
export const FROST_KILLS_IT = 'Frost kills seed of this crop. Choose a place above 0 °C';
