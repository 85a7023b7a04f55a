import { formatDate } from '#core/calendar/formatDate.ts';
import { leavesOpen, type OddTest } from '#core/viability/oddTest.ts';
import type { NoRetestReason, RetestReason } from '#core/viability/retest.ts';
import type { VerdictKind } from '#core/germination/verdict.ts';
import type { MayLend } from '#core/lending/mayLend.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { formatStock, type Units } from '#core/units/formatAmount.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';
import { HOLD_WORDS } from './vocabulary.ts';

/** There was less than was asked for. */
export function shortWords({ onHand, unit }: { onHand: number; unit: StockUnit }, units: Units = 'metric'): string {
  return onHand === 0 ? 'None of it is left' : `Only ${formatStock(onHand, unit, units)} left`;
}

/** Why the next test falls when it does. */
const NEXT_TEST_WORDS: Record<RetestReason | NoRetestReason, string> = {
  'never tested and undated': 'it has never been tested and its age is unknown',
  'never tested, and may be too weak': 'it has never been tested and may be too weak to lend',
  'last test left it open': 'the last test did not settle whether you can lend it',
  'its tests do not fit together': 'its tests disagree, and another test can show why',
  'may fall under what is lent': 'by then it may be too weak to lend',
  'a third of its way to 85 %': 'germination may be dropping; the standard says retest by then',
  'much lent, before lending opens': 'it is lent a lot, and should be tested before lending opens',
  'last of its line, before lending opens': 'it is the last of its line, and should be tested before lending opens',
  'grow out or replace': 'it is too weak to lend; grow it out or replace it',
  'no test it affords would settle it': 'too little seed is left for a test that would settle it; grow it out instead',
  'grow-out is due': 'it germinates 15 % less than at harvest; grow it out',
  'nothing lives': 'no seed is alive; replace it',
  'nothing left to test': 'no seed is left to test',
};

export function nextTestWords(reason: string | null): string {
  return NEXT_TEST_WORDS[reason as RetestReason | NoRetestReason] ?? 'not worked out yet';
}

/** When a lot's next test falls, or since when it is due, or that there is none; and why. */
export function nextTestSentence({ on, reason }: { readonly on: string | null; readonly reason: string | null }, today: Day): string {
  const why = nextTestWords(reason);
  if (on === null) return `No further test: ${why}.`;
  return on > today ? `Next test ${formatDate(on)}: ${why}.` : `A test has been due since ${formatDate(on)}: ${why}.`;
}

/** What a verdict means for the person with the jar in hand. */
export const VERDICT_WORDS: Record<VerdictKind, string> = {
  'full strength': 'Good: lend it as it is',
  'sow thicker': 'Lend it, to be sown thicker',
  'not settled': 'Not clear yet: it may be too weak',
  'do not lend': 'Too weak to lend',
  dead: 'No living seed',
};

/** What to say to whoever sows it. */
export const thickerWords = (ratio: { readonly sow: number; readonly for: number }) => `Sow ${ratio.sow} where you would sow ${ratio.for}`;

/** What may explain tests that go against the rest of what is known of their lot, the likeliest first, and what to do about it. @param canTest whether enough seed is left for another test */
export function oddWords(odd: readonly OddTest[], canTest = true): string {
  const ways = odd
    .flatMap(({ on, sown, up, since, fell, wentWrong }) => [
      {
        chance: fell,
        words: `an unrecorded event damaged it ${since ? `between ${formatDate(since)} and` : 'before'} ${formatDate(on)}`,
        advice: 'Check where it was stored',
      },
      {
        chance: wentWrong,
        words: `the test of ${formatDate(on)}, ${up} of ${sown}, went wrong`,
        advice: 'The test counts for very little',
      },
    ])
    .filter(({ chance }) => chance >= 0.05)
    .sort((one, other) => other.chance - one.chance);
  const told = ways.map(({ chance, words }) => `${words} (${percent(chance)})`);
  const either = told.length > 1 ? `either ${told.slice(0, -1).join(', ')}, or ${told.at(-1)}` : `it seems that ${told[0]}`;
  return `Its tests do not match what is usual for it: ${either}. ${leavesOpen(odd) ? (canTest ? 'Test again before acting on it' : 'Too little seed is left for another test: grow it out') : ways[0]!.advice}.`;
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
            ? 'uncertain'
            : probability > 0.2
              ? 'fairly unlikely'
              : probability > 0.05
                ? 'unlikely'
                : 'very unlikely';
  return `${word} (${percent})`;
}

export const percent = (share: number) => `${Math.round(share * 100)} %`;

export const EVERYBODYS_PROBLEMS = {
  'no such lot': 'This lot no longer exists',
  'changed meanwhile': 'Someone else changed this while you were editing. Their version is below; yours is still in the fields',
} as const;

/** The desk's answer for one lot, in words. */
export function lendingAnswer(lending: MayLend, packets: number): string {
  switch (lending.answer) {
    case 'yes':
      return packets > 0 ? 'Yes' : 'No packets to spare';
    case 'coordinator':
      return `Only if a coordinator gives a reason: ${WHY_NOT[lending.why]}`;
    case 'refused':
      return lending.why === 'F1' ? 'No: an F1 hybrid' : lending.why === 'hold' ? 'No: it is on hold' : 'No: none is left';
  }
}

const WHY_NOT = {
  'not settled': 'it may be too weak',
  'do not lend': 'too weak',
  dead: 'it is dead',
  'kept back': 'the rest is reserved',
} as const;

/** Why a lot is not simply lent, in a sentence. */
export function lendingWhy(lending: Exclude<MayLend, { answer: 'yes' }>, isTested: boolean): string {
  const by = isTested ? 'its tests, age and storage' : 'its crop, age and storage (never tested)';
  switch (lending.why) {
    case 'not settled':
      return `It may be too weak to lend, judging by ${by}.`;
    case 'do not lend':
      return `It is probably too weak to lend, judging by ${by}.`;
    case 'dead':
      return 'Nothing came up in its tests, so it is probably dead.';
    case 'kept back':
      return `Only ${lending.packets} ${lending.packets === 1 ? 'packet' : 'packets'} of this line can be lent (${lending.lendable} seeds). The rest is reserved for a grow-out and for germination tests.`;
    case 'F1':
      return 'It is seed of an F1 hybrid: it does not breed true, so it is not lent under the variety’s name.';
    case 'hold':
      return `It is on hold${lending.holds.length > 0 ? `: ${lending.holds.map((hold) => HOLD_WORDS[hold].toLowerCase()).join(', ')}` : ''}.`;
    case 'not judged':
      return 'It came in a moment ago and is still being assessed. Try again in a minute or two.';
    case 'nothing left':
      return 'None of it is left.';
  }
}

/** Where seed that must not be dried was to be put into the frost. */
/** Why access can be neither given nor ended. */
export const ACCESS_WORDS = {
  'no such person': 'This person’s record no longer exists',
  'email taken': 'Someone else signs in with this address. Use another one',
  'last coordinator': 'This is the last coordinator. Make someone else a coordinator first',
};

/** Somebody has guessed too often. @param seconds until they may try again */
export const tooManyTriesWords = (seconds: number): string =>
  `Too many attempts. Wait ${seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`}, then try again`;

/** What whoever waits at the sign-in page may do instead; at a shared tablet there is nothing else. */
export const OTHER_WAYS_IN = 'Or use a device on which you have signed in before, or ask a coordinator for a link';

/** Why a helper cannot take out so much. */
export const limitWords = (most: number): string =>
  `A helper can take up to ${most} seeds a day out of one lot: discarded, given away and missing, all together. Ask a coordinator for more`;

/** Seed that comes straight out of the freezer. @param opens when its container is warm, as it is said; null where nobody has taken it out */
export const frozenWords = (place: string, opens: string | null): string =>
  opens === null
    ? `It is frozen (${place}). Take its container out and leave it closed until it is as warm as the room, or the seed draws damp`
    : `Its container is still warming up. Leave it closed until ${opens}`;
/** How that is confirmed. */
export const WARMED = 'It stood closed until it was as warm as the room';

export const FROST_KILLS_IT = 'Frost kills seed of this crop. Choose a place above freezing';

/** Asks about a figure that is off by ten from what is on record. @param onRecord as the house writes it */
export const tenfoldWords = (times: number, onRecord: string): string =>
  times > 1
    ? `This is about ${Math.round(times)} times what is on record (${onRecord}). Check the number and its unit, or confirm it below`
    : `This is about a ${ORDINALS[Math.round(1 / times)] ?? `${Math.round(1 / times)}th`} of what is on record (${onRecord}). Check the number and its unit, or confirm it below`;
const ORDINALS: Readonly<Record<number, string>> = { 8: 'eighth', 9: 'ninth', 10: 'tenth', 100: 'hundredth', 1000: 'thousandth' };

/** Nobody has that name: whom it may mean, else what to do. @param otherwise a sentence without a full stop */
export const nobodyWords = (near: readonly string[], otherwise: string): string =>
  near.length > 0
    ? `We know nobody by that name. Did you mean ${near.join(', or ')}? Enter the name like that`
    : `We know nobody by that name. ${otherwise}`;
