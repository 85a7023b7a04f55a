import { describe, expect, test } from '@jest/globals';
import { classes } from './classes.ts';
import {
  chanceWords,
  lendingAnswer,
  lendingWhy,
  nextTestSentence,
  nextTestWords,
  oddWords,
  percent,
  shortWords,
  VERDICT_WORDS,
} from '#words/sayings.ts';
import { CLAIM_WORDS } from '#words/claims.ts';
import { METHOD_NAMES } from '#words/methods.ts';
import { claimTold, neighbourWords, oneIn } from '#words/promise.ts';
import { HOLD_WORDS, KIND_WORDS, optionsOf, ORIGIN_WORDS, STORED_WORDS } from '#words/vocabulary.ts';
import { METHODS } from '#core/isolation/barriers.ts';
import type { Fact } from '#core/promise/judgeLot.ts';
import type { Reason } from '#core/promise/reasons.ts';
import { HOLD_KINDS, KINDS, ORIGINS, STORED_SO_FAR } from '#core/lots/words.ts';
import { PROMISES } from '#core/promise/judge.ts';
import { barTerms, termsOf } from './StockBar.tsx';
import { lineStock, type LotInStock } from '#core/stock/lineStock.ts';
import { NO_RETEST_REASONS, RETEST_REASONS } from '#core/viability/retest.ts';

describe('what the tool says', () => {
  test.each([
    [0.999, 'nearly certain (over 99 %)'],
    [0.974, 'nearly certain (97 %)'],
    [0.85, 'likely (85 %)'],
    [0.7, 'more likely than not (70 %)'],
    [0.5, 'uncertain (50 %)'],
    [0.3, 'fairly unlikely (30 %)'],
    [0.1, 'unlikely (10 %)'],
    [0.001, 'very unlikely (under 1 %)'],
  ])('a probability of %s is %s', (probability, words) => expect(chanceWords(probability)).toBe(words));

  test('a probability that is not certain is never said to be', () => {
    for (const probability of [1e-12, 1 - 1e-12]) expect(chanceWords(probability)).not.toMatch(/\b(0|100) %/);
  });

  test('what is short is said in the lot’s own unit', () => {
    expect(shortWords({ onHand: 0, unit: 'seed' })).toBe('None of it is left');
    expect(shortWords({ onHand: 30, unit: 'seed' })).toBe('Only 30 seeds left');
    expect(shortWords({ onHand: 4200, unit: 'mg' })).toBe('Only 4.2 g left');
    expect(shortWords({ onHand: 4200, unit: 'mg' }, 'imperial')).toBe('Only 0.15 oz left');
  });

  test('each answer of the desk has words of its own', () => {
    const said = [
      lendingAnswer({ answer: 'yes' }, 3),
      lendingAnswer({ answer: 'yes' }, 0),
      lendingAnswer({ answer: 'coordinator', why: 'not settled' }, 3),
      lendingAnswer({ answer: 'coordinator', why: 'do not lend' }, 3),
      lendingAnswer({ answer: 'coordinator', why: 'dead' }, 3),
      lendingAnswer({ answer: 'coordinator', why: 'kept back', lendable: 40, packets: 1 }, 1),
      lendingAnswer({ answer: 'refused', why: 'F1' }, 3),
      lendingAnswer({ answer: 'refused', why: 'hold', holds: ['drying'] }, 3),
      lendingAnswer({ answer: 'refused', why: 'nothing left' }, 0),
    ];
    expect(new Set(said).size).toBe(said.length);
    expect(said.slice(6).every((words) => words.startsWith('No'))).toBe(true);
  });

  test('why a lot is not simply lent says by what it is judged, and how much its line can spare', () => {
    expect(lendingWhy({ answer: 'coordinator', why: 'not settled' }, false)).toContain('never tested');
    expect(lendingWhy({ answer: 'coordinator', why: 'do not lend' }, true)).not.toContain('never tested');
    expect(lendingWhy({ answer: 'coordinator', why: 'kept back', lendable: 60, packets: 1 }, true)).toMatch(
      /^Only 1 packet of this line can be lent \(60 seeds\)/,
    );
    expect(lendingWhy({ answer: 'refused', why: 'hold', holds: ['pests'] }, true)).toContain('on hold: ');
  });

  test('odd tests are told with what may explain them, the likeliest first, and what to do', () => {
    const odd = { on: '2026-10-01', sown: 50, up: 7, since: '2023-03-03' };
    expect(oddWords([{ ...odd, fell: 0.6, wentWrong: 0.4 }])).toMatch(
      /either an unrecorded event damaged it between 3 Mar 2023 and 1 Oct 2026 \(60 %\), or the test of 1 Oct 2026, 7 of 50, went wrong \(40 %\)\. Test again before acting on it\.$/,
    );
    expect(oddWords([{ ...odd, fell: 0.03, wentWrong: 0.97 }])).toMatch(/it seems that the test of .* The test counts for very little\.$/);
    expect(oddWords([{ ...odd, fell: 0.97, wentWrong: 0.03 }])).toMatch(
      /: it seems that an unrecorded event .* \(97 %\)\. Check where it was stored\.$/,
    );
    expect(
      oddWords([
        { ...odd, since: null, fell: 0.2, wentWrong: 0.3 },
        { ...odd, up: 48, on: '2026-11-01', fell: 0, wentWrong: 0.5 },
      ]),
    ).toMatch(
      /either the test of 1 Nov 2026, 48 of 50, went wrong \(50 %\), the test of 1 Oct .*, or an unrecorded event .* before 1 Oct 2026 \(20 %\)/,
    );
  });

  test('a reason that is not known yet is said to be so', () => {
    expect(nextTestWords(null)).toBe('not worked out yet');
    expect(nextTestWords('never tested and undated')).toContain('its age is unknown');
    expect(percent(0.945)).toBe('95 %');
    expect(Object.keys(VERDICT_WORDS)).toHaveLength(5);
  });
});

describe('the words of the craft', () => {
  test('each has its word on the screen', () => {
    for (const [words, kinds] of [
      [KIND_WORDS, KINDS],
      [ORIGIN_WORDS, ORIGINS],
      [METHOD_NAMES, METHODS],
      [STORED_WORDS, STORED_SO_FAR],
      [HOLD_WORDS, HOLD_KINDS],
    ] as const) {
      expect(Object.keys(words).sort()).toEqual([...kinds].sort());
      expect(optionsOf(words).every(({ label }) => label.length > 1)).toBe(true);
    }
  });

  test('class names leave out what is not there', () => expect(classes('a', false, null, undefined, '', 'b')).toBe('a b'));

  test('every claim has words', () => {
    expect(Object.keys(CLAIM_WORDS).sort()).toEqual([...PROMISES].sort());
  });

  test('a neighbour is told in a line, with what nobody knows', () =>
    expect(
      neighbourWords({ what: 'another pepo squash', cropId: null, metres: 60, overlap: 'unknown', amount: 'unknown', caged: false }),
    ).toBe('another pepo squash, about 60 m away, overlap of bloom unknown'));

  test.each([
    [0.0002, 'fewer than 1 in 1000'],
    [0.03, 'about 1 in 35'],
    [0.2, 'about 1 in 5'],
    [0.5, 'about 50 of 100'],
  ])('a share of %s is %s', (share, words) => expect(oneIn(share)).toBe(words));
});

describe('what a label may promise', () => {
  const fact = (why: Fact): Reason => ({ kind: 'fact', why, share: null });
  const [F1, crossed, mixture] = [fact('F1'), fact('known crossed'), fact('declared mixture')];
  const doubt = { kind: 'doubt', why: 'name', share: 0.2 } as unknown as Reason;

  test('known for a fact, it is stated, and no doubt stands beside it', () => {
    expect(claimTold('may vary', [F1, doubt, crossed])).toEqual({ statement: expect.stringContaining('F1'), reasons: [crossed] });
    expect(claimTold('mixture', [mixture, doubt])).toEqual({ statement: expect.stringContaining('Plants differ'), reasons: [mixture] });
  });

  test('else it is told by its figure and its reasons', () =>
    expect(claimTold('true', [doubt])).toEqual({ statement: null, reasons: [doubt] }));
});

test('the bar of a line’s stock shows every seed of it once, whatever is kept back', () => {
  const lot = (seeds: number, change: Partial<LotInStock> = {}): LotInStock => ({
    code: `26-${seeds}`,
    hybridUnderName: false,
    isJudged: true,
    holds: [],
    onHand: seeds,
    verdict: 'full strength',
    seeds,
    away: 0,
    sureShare: 1,
    toSow: 40,
    toTest: 20,
    ...change,
  });
  const shapes: readonly Partial<LotInStock>[] = [
    {},
    { holds: ['trial'] },
    { sureShare: 0.8 },
    { verdict: 'do not lend' },
    { toSow: null },
  ];
  for (const seeds of [0, 3, 40, 55, 130, 2000])
    for (const one of shapes)
      for (const other of shapes) {
        const lots = [lot(seeds, one), lot(90, other)];
        const terms = termsOf(
          lineStock({ crop: { longevity: [4, 6], packet: 20 }, lots, lentAYear: 30, promised: seeds }, { plants: 20, growOuts: 2 }),
        );
        const shown = barTerms(terms);
        expect(shown.reduce((sum, term) => sum + term.seeds, 0)).toBe(seeds + 90);
        expect(shown.find(({ name }) => name === 'can be lent')?.seeds ?? 0).toBe(terms.lendable);
      }
});

test('why a next test is due, or is not, is said of each reason in words of its own', () => {
  const words = [...RETEST_REASONS, ...NO_RETEST_REASONS].map(nextTestWords);
  expect(new Set(words).size).toBe(words.length);
  for (const said of words) expect(said).toMatch(/^[a-z][^.]{15,}$/);
  for (const reason of NO_RETEST_REASONS) expect(nextTestWords(reason)).not.toBe(nextTestWords(null));
});

test('a next test that is past is due, on every page', () => {
  const reason = RETEST_REASONS[0]!;
  expect(nextTestSentence({ on: '2026-11-28', reason }, '2026-11-27')).toMatch(/^Next test 28 Nov 2026: /);
  expect(nextTestSentence({ on: '2026-11-27', reason }, '2026-11-27')).toMatch(/^A test has been due since 27 Nov 2026: /);
  expect(nextTestSentence({ on: null, reason: NO_RETEST_REASONS[0]! }, '2026-11-27')).toMatch(/^No further test: /);
});
